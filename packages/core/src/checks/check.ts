/** What a check is, what it reports, and the interpreter that runs them all in one pass. */
import type { LanguageTag } from '../language/tags.js';
import type { Severity } from '../diagnostic.js';
import type { FieldDefinition } from '../termbase/definition.js';
import type { Concept } from '../termbase/concept.js';
import type { Said } from '../said.js';
import type { LookedAt, Text } from './looked-at.js';
import type { EmptyPart } from '../formats/exchange.js';
import type { FindingCodes } from './said.js';

export interface Finding {
  /** The id of the check. */
  readonly check: string;
  readonly severity: Severity;
  /** The concept or unit. */
  readonly item: number;
  readonly language: LanguageTag | null;
  /** The id of the term, or which of the variants, from 0; null when the finding is about the item. */
  readonly place: string | number | null;
  /** The text it is about. */
  readonly text: string;
  /** What is wrong and by what evidence. */
  readonly said: Said<FindingCodes>;
  /** Where in its texts the evidence stands. Absent: all of `text` is. */
  readonly marks?: readonly Mark[];
  /** Other items that are part of the evidence. */
  readonly related: readonly number[];
  /** What "put right" would do; absent where only a person can tell. */
  readonly correction?: Correction;
  /** As long as this stays the same, a stet holds: all texts that the finding rests on. */
  readonly basis: string;
}

/** A part of one of the texts of an item, in UTF-16 units. */
export interface Mark {
  /** Which of the texts, as `Finding.place`. */
  readonly place: string | number;
  readonly from: number;
  readonly to: number;
}

export type Correction =
  /** `safe`: it changes no meaning, so it may be done to many at once. */
  | { readonly kind: 'text'; readonly text: string; readonly safe: boolean }
  | { readonly kind: 'remove term'; readonly safe: boolean }
  /** Of the concept, of the language, or of the term that the finding is about. */
  | {
      readonly kind: 'value';
      readonly field: string;
      readonly value: string;
      readonly instead: string;
      readonly safe: boolean;
    };

export interface About {
  readonly id: string;
  readonly severity: Severity;
}

/** A check of items of one kind, `T`, that needs to know `F` of the whole before the pass. */
export interface Check<T, F extends Facts<T> = Facts<T>> extends About {
  start(facts: F): CheckRun<T>;
}

/** A check of anything that has texts. */
export interface TextCheck extends About {
  start<T>(facts: Facts<T>): CheckRun<T>;
}

/** What most checks have to say of most items. */
export const NOTHING: readonly Finding[] = [];

/** Sees each item once, in order; what needs the whole is said at the end. */
export interface CheckRun<T> {
  see(item: T): Iterable<Finding>;
  end(): Iterable<Finding>;
}

/** Known before the pass. */
export interface Facts<T> {
  readonly of: LookedAt<T>;
  /** In order of weight: the first is the one that terms are looked up from. */
  readonly languages: readonly LanguageTag[];
  /** Looks an item up once more, so that a check need not keep what it has seen. */
  item(id: number): T | undefined;
}

export interface TermbaseFacts extends Facts<Concept> {
  /** What the termbase records. */
  readonly fields: readonly FieldDefinition[];
  /** Whether the picture that concepts call by this name is there. Absent: pictures are not looked at. */
  readonly hasPicture?: (name: string) => boolean;
  /** What a picture is called that is nearly called so: other capitals, another folder. */
  readonly pictureLike?: (name: string) => string | null;
  /** What stands in the file of a concept and says nothing. Absent: nothing is known of it. */
  readonly emptyParts?: (concept: number) => readonly EmptyPart[];
}

export type TermbaseCheck = Check<Concept, TermbaseFacts>;

/** All findings of all checks over the items, in one pass; stops when the consumer does. */
export function* inspect<T, F extends Facts<T>>(
  items: Iterable<T>,
  checks: readonly Check<T, F>[],
  facts: F,
): Generator<Finding> {
  const runs = checks.map((check) => check.start(facts));
  for (const item of items)
    for (const run of runs) {
      const found = run.see(item);
      if (found !== NOTHING) yield* found;
    }
  for (const run of runs) yield* run.end();
}

/** A check that looks at one concept at a time. */
export function perConcept(
  about: About,
  see: (concept: Concept, facts: TermbaseFacts) => Iterable<Finding>,
): TermbaseCheck {
  return { ...about, start: (facts) => ({ see: (concept) => see(concept, facts), end: () => [] }) };
}

/** A check that looks at the texts of one item at a time. */
export function perItem(
  about: About,
  see: (texts: readonly Text[], item: number, languages: readonly LanguageTag[]) => Iterable<Finding>,
): TextCheck {
  return {
    ...about,
    start: ({ of, languages }) => ({
      see: (item) => see(of.texts(item), of.id(item), languages),
      end: () => [],
    }),
  };
}

type More = Partial<Pick<Finding, 'correction' | 'language' | 'related' | 'basis'>>;

/** A finding about an item as a whole, or one of its languages. @param text names it */
export function onItem(
  { id, severity }: About,
  item: number,
  text: string,
  said: Finding['said'],
  { language = null, related = [], correction, basis = text }: More = {},
): Finding {
  const more = { related, ...(correction && { correction }), basis };
  return { check: id, severity, item, language, place: null, text, said, ...more };
}

/** A finding about a concept as a whole, or one of its languages, named by its first term. */
export function onConcept(about: About, concept: Concept, said: Finding['said'], more: More = {}): Finding {
  return onItem(about, concept.id, concept.languages[0]?.terms[0]?.text ?? '', said, more);
}

/** A finding about one text of an item. */
export function onText(
  { id, severity }: About,
  item: number,
  { language, place, text }: Text,
  said: Finding['said'],
  { related = [], correction, basis = text }: More = {},
): Finding {
  return { check: id, severity, item, language, place, text, said, related, ...(correction && { correction }), basis };
}

/** A finding about one term of a concept. */
export function onTerm(
  about: About,
  concept: Concept,
  language: LanguageTag,
  term: { readonly id: string; readonly text: string },
  said: Finding['said'],
  more: More = {},
): Finding {
  return onText(about, concept.id, { language, place: term.id, text: term.text }, said, more);
}
