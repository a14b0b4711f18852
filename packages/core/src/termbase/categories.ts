/**
 * The data categories of ISO 30042 that Fair Copy knows: at which level they stand, which element carries them in the
 * DCA style, and their closed lists of values. Names and values as in ISO 30042:2019 and TBX-Basic, from memory;
 * checked against files of the standard's styles in the tests.
 */

import { ALSO_FOUND_AS, NOT_FOUND_AS } from './forms.js';

export type Level = 'concept' | 'language' | 'term';

export interface DataCategory {
  readonly name: string;
  /** For people, in English. */
  readonly label: string;
  /** The level it is put at unless something says otherwise. */
  readonly level: Level;
  /** Where else it may stand. */
  readonly alsoAt?: readonly Level[];
  readonly element: 'descrip' | 'admin' | 'termNote' | 'xref' | 'ref' | 'note';
  readonly inBasic: boolean;
  /** Closed list: standard value → what people read. */
  readonly values?: Readonly<Record<string, string>>;
}

const STATUS = {
  'preferredTerm-admn-sts': 'preferred',
  'admittedTerm-admn-sts': 'admitted',
  'deprecatedTerm-admn-sts': 'deprecated',
  'supersededTerm-admn-sts': 'superseded',
} as const;

/** A concept's number or code in the client's own list. Kept as the `id` of the entry in TBX. */
export const IDENTIFIER = 'identifier';
/** XML of a TBX entry that has no place in the model: written back as it was. */
export const OTHER_XML = 'x-tbx';

export const CATEGORIES: readonly DataCategory[] = [
  { name: 'subjectField', label: 'Subject', level: 'concept', element: 'descrip', inBasic: true },
  {
    name: 'customerSubset',
    label: 'Client',
    level: 'concept',
    alsoAt: ['term', 'language'],
    element: 'admin',
    inBasic: true,
  },
  {
    name: 'projectSubset',
    label: 'Project',
    level: 'concept',
    alsoAt: ['term', 'language'],
    element: 'admin',
    inBasic: true,
  },
  {
    name: 'definition',
    label: 'Definition',
    level: 'concept',
    alsoAt: ['language', 'term'],
    element: 'descrip',
    inBasic: true,
  },
  { name: 'note', label: 'Note', level: 'concept', alsoAt: ['language', 'term'], element: 'note', inBasic: true },
  { name: 'source', label: 'Source', level: 'concept', alsoAt: ['language', 'term'], element: 'admin', inBasic: true },
  { name: 'xGraphic', label: 'Picture', level: 'concept', element: 'xref', inBasic: true },
  {
    name: 'crossReference',
    label: 'See also',
    level: 'concept',
    alsoAt: ['language', 'term'],
    element: 'ref',
    inBasic: true,
  },
  {
    name: 'externalCrossReference',
    label: 'Link',
    level: 'concept',
    alsoAt: ['language', 'term'],
    element: 'xref',
    inBasic: true,
  },
  {
    name: 'partOfSpeech',
    label: 'Part of speech',
    level: 'term',
    element: 'termNote',
    inBasic: true,
    values: {
      noun: 'noun',
      properNoun: 'proper noun',
      verb: 'verb',
      adjective: 'adjective',
      adverb: 'adverb',
      other: 'other',
    },
  },
  {
    name: 'grammaticalGender',
    label: 'Gender',
    level: 'term',
    element: 'termNote',
    inBasic: true,
    values: { masculine: 'masculine', feminine: 'feminine', neuter: 'neuter', other: 'other' },
  },
  {
    name: 'grammaticalNumber',
    label: 'Number',
    level: 'term',
    element: 'termNote',
    inBasic: false,
    values: { singular: 'singular', plural: 'plural', dual: 'dual', mass: 'mass', other: 'other' },
  },
  {
    name: 'administrativeStatus',
    label: 'Usage status',
    level: 'term',
    element: 'termNote',
    inBasic: true,
    values: STATUS,
  },
  {
    name: 'termType',
    label: 'Term type',
    level: 'term',
    element: 'termNote',
    inBasic: true,
    values: {
      fullForm: 'full form',
      abbreviation: 'abbreviation',
      acronym: 'acronym',
      shortForm: 'short form',
      variant: 'variant',
      phrase: 'phrase',
    },
  },
  { name: 'geographicalUsage', label: 'Region', level: 'term', element: 'termNote', inBasic: true },
  { name: 'termLocation', label: 'Where it is used', level: 'term', element: 'termNote', inBasic: true },
  {
    name: 'context',
    label: 'Context',
    level: 'term',
    alsoAt: ['language', 'concept'],
    element: 'descrip',
    inBasic: true,
  },
];

/** Fields of our own, not of the standard. */
const OWN_LABELS: Readonly<Record<string, string>> = {
  [IDENTIFIER]: 'Identifier',
  [ALSO_FOUND_AS]: 'Also found as',
  [NOT_FOUND_AS]: 'Not found as',
};

const BY_NAME: ReadonlyMap<string, DataCategory> = new Map(CATEGORIES.map((c) => [c.name, c]));

/** The category of the standard, or undefined for a field of the client's own. */
export function categoryNamed(name: string): DataCategory | undefined {
  return BY_NAME.get(name);
}

/** The name of a field for people: "Usage status"; a client's own field keeps its own name. */
export function fieldLabel(name: string): string {
  return BY_NAME.get(name)?.label ?? OWN_LABELS[name] ?? name;
}

/** A value for people: "preferredTerm-admn-sts" is "preferred". */
export function valueLabel(field: string, value: string): string {
  return BY_NAME.get(field)?.values?.[value] ?? value;
}

/** Fields whose values are few and short, so that lists can be filtered by them. */
export const FILTERABLE: readonly string[] = [
  'subjectField',
  'customerSubset',
  'projectSubset',
  ...CATEGORIES.filter((category) => category.values).map((category) => category.name),
];
const FILTERABLE_NAMES: ReadonlySet<string> = new Set(FILTERABLE);

export function isFilterable(field: string): boolean {
  return FILTERABLE_NAMES.has(field);
}
