/** The data categories of the standard, as German terminologists call them. */
import { categoryNamed } from '@fair-copy/core/termbase/categories.js';

const FIELDS: Readonly<Record<string, string>> = {
  subjectField: 'Sachgebiet',
  customerSubset: 'Kunde',
  projectSubset: 'Projekt',
  definition: 'Definition',
  note: 'Anmerkung',
  source: 'Quelle',
  xGraphic: 'Bild',
  crossReference: 'Siehe auch',
  externalCrossReference: 'Link',
  partOfSpeech: 'Wortart',
  grammaticalGender: 'Genus',
  grammaticalNumber: 'Numerus',
  administrativeStatus: 'Verwendung',
  termType: 'Benennungstyp',
  geographicalUsage: 'Region',
  termLocation: 'Verwendungsort',
  context: 'Kontext',
  identifier: 'Kennung',
  'x-alsoFoundAs': 'Auch gefunden als',
  'x-notFoundAs': 'Nicht gefunden als',
};

const VALUES: Readonly<Record<string, string>> = {
  'preferredTerm-admn-sts': 'bevorzugt',
  'admittedTerm-admn-sts': 'zugelassen',
  'deprecatedTerm-admn-sts': 'nicht verwenden',
  'supersededTerm-admn-sts': 'veraltet',
  noun: 'Substantiv',
  properNoun: 'Eigenname',
  verb: 'Verb',
  adjective: 'Adjektiv',
  adverb: 'Adverb',
  masculine: 'maskulin',
  feminine: 'feminin',
  neuter: 'neutral',
  singular: 'Singular',
  plural: 'Plural',
  dual: 'Dual',
  mass: 'nicht zählbar',
  fullForm: 'Vollform',
  abbreviation: 'Abkürzung',
  acronym: 'Akronym',
  shortForm: 'Kurzform',
  variant: 'Variante',
  phrase: 'Phrase',
  other: 'anderes',
};

export const fieldLabel = (name: string): string => FIELDS[name] ?? name;

/** Values of closed lists only: what a person typed stays as it is. */
export const valueLabel = (field: string, value: string): string =>
  categoryNamed(field)?.values?.[value] === undefined ? value : (VALUES[value] ?? value);
