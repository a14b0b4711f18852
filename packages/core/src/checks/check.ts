/** What a check is, what it reports, and the interpreter that runs them all in one pass. */
import type { LanguageTag } from '../language/tags.js';
import type { Severity } from '../diagnostic.js';
import type { FieldDefinition } from '../termbase/definition.js';
import type { Concept, ConceptId } from '../termbase/concept.js';

export interface Finding {
  readonly check: string;
  readonly severity: Severity;
  readonly concept: ConceptId;
  readonly language: LanguageTag | null;
  /** The id of the term within its concept; null when the finding is about the concept. */
  readonly term: string | null;
  /** The text it is about. */
  readonly text: string;
  /** One sentence: what is wrong and by what evidence. */
  readonly message: string;
  /** Other concepts that are part of the evidence. */
  readonly related: readonly ConceptId[];
  /** What "put right" would do; absent where only a person can tell. */
  readonly correction?: Correction;
  /** As long as this stays the same, a stet holds: all texts that the finding rests on. */
  readonly basis: string;
}

export type Correction =
  /** `safe`: it changes no meaning, so it may be done to many at once. */
  | { readonly kind: 'text'; readonly text: string; readonly safe: boolean }
  | { readonly kind: 'remove term'; readonly safe: boolean };

export interface Check {
  readonly id: string;
  /** A few words, for the list of checks. */
  readonly title: string;
  /** A sentence that explains it. */
  readonly explains: string;
  readonly severity: Severity;
  start(facts: TermbaseFacts): CheckRun;
}

/** Sees each concept once, in order; what needs the whole is said at the end. */
export interface CheckRun {
  see(concept: Concept): Iterable<Finding>;
  end(): Iterable<Finding>;
}

/** A check may look at a termbase, whose concepts have terms, or a memory, whose units have texts. */
export interface Words {
  readonly term: string;
  readonly terms: string;
  readonly concepts: string;
}

export const OF_TERMBASES: Words = { term: 'term', terms: 'terms', concepts: 'concepts' };
export const OF_MEMORIES: Words = { term: 'text', terms: 'texts', concepts: 'units' };

/** Known before the pass. */
export interface TermbaseFacts {
  /** In order of weight: the first is the one that terms are looked up from. */
  readonly languages: readonly LanguageTag[];
  /** Looks a concept up once more, so that a check need not keep what it has seen. */
  concept(id: ConceptId): Concept | undefined;
  /** What the termbase records. */
  readonly fields: readonly FieldDefinition[];
  /** What the things are called in messages. */
  readonly words: Words;
  /** Whether the picture that concepts call by this name is there. Absent: pictures are not looked at. */
  readonly hasPicture?: (name: string) => boolean;
}

/** All findings of all checks over the concepts, in one pass; stops when the consumer does. */
export function* inspect(
  concepts: Iterable<Concept>,
  checks: readonly Check[],
  facts: TermbaseFacts,
): Generator<Finding> {
  const runs = checks.map((check) => check.start(facts));
  for (const concept of concepts) for (const run of runs) yield* run.see(concept);
  for (const run of runs) yield* run.end();
}

/** A check that looks at one concept at a time. */
export function perConcept(
  about: Omit<Check, 'start'>,
  see: (concept: Concept, facts: TermbaseFacts) => Iterable<Finding>,
): Check {
  return { ...about, start: (facts) => ({ see: (concept) => see(concept, facts), end: () => [] }) };
}

/** A finding about a concept as a whole, or one of its languages. */
export function onConcept(
  check: Pick<Check, 'id' | 'severity'>,
  concept: Concept,
  message: string,
  more: Partial<Pick<Finding, 'language' | 'text' | 'related' | 'basis'>> = {},
): Finding {
  const text = more.text ?? concept.languages[0]?.terms[0]?.text ?? '';
  return {
    check: check.id,
    severity: check.severity,
    concept: concept.id,
    language: more.language ?? null,
    term: null,
    text,
    message,
    related: more.related ?? [],
    basis: more.basis ?? text,
  };
}

/** A finding about one term. */
export function onTerm(
  check: Pick<Check, 'id' | 'severity'>,
  concept: Concept,
  language: LanguageTag,
  term: { readonly id: string; readonly text: string },
  message: string,
  more: Partial<Pick<Finding, 'correction' | 'related' | 'basis'>> = {},
): Finding {
  return {
    check: check.id,
    severity: check.severity,
    concept: concept.id,
    language,
    term: term.id,
    text: term.text,
    message,
    related: more.related ?? [],
    ...(more.correction && { correction: more.correction }),
    basis: more.basis ?? term.text,
  };
}
