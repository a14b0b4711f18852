/** A draft against a termbase: which concept it is, if any, and what it would add or contradict. */
import type { LanguageTag } from '../language/tags.js';
import { IDENTIFIER } from '../termbase/categories.js';
import type { ConceptBody } from '../termbase/concept.js';
import { isCompanion } from '../termbase/fields.js';
import { caselessKey, exactKey } from '../text/fold.js';
import { termLanguages, type Draft } from './draft.js';
import type { JoinRule } from './reading.js';

/** What is there already. */
export interface Existing {
  /** Concepts that have the term ("de\0Schleuse"). */
  withTerm(key: string): readonly number[];
  /** Concepts that have the client's id. */
  withId(id: string): readonly number[];
  body(concept: number): ConceptBody | null;
}

export const NOTHING_THERE: Existing = { withTerm: () => [], withId: () => [], body: () => null };

export interface Contradiction {
  readonly language: LanguageTag | null;
  /** "term", or the field that differs. */
  readonly what: string;
  readonly there: string;
  readonly brings: string;
}

export type Match =
  | { readonly kind: 'same'; readonly concept: number }
  | { readonly kind: 'adds'; readonly concept: number }
  | { readonly kind: 'contradicts'; readonly concept: number; readonly by: Contradiction };

/** Fields of which a concept has one: another text there is a contradiction. */
const SINGLE = ['definition', 'subjectField'];
const RANK = { same: 0, adds: 1, contradicts: 2 } as const;

/** The best match, or null: the draft is new. */
export function matchOf(draft: Draft, rule: JoinRule, existing: Existing): Match | null {
  const matches = candidates(draft, rule, existing).flatMap((concept) => {
    const body = existing.body(concept);
    return body ? [compare(draft, body, concept)] : [];
  });
  return matches.sort((a, b) => RANK[a.kind] - RANK[b.kind])[0] ?? null;
}

function candidates(draft: Draft, rule: JoinRule, existing: Existing): readonly number[] {
  const id = draft.fields[IDENTIFIER]?.[0];
  if (rule.id && id) {
    const found = existing.withId(id);
    if (found.length) return found;
  }
  const asked = termLanguages(draft).filter((section) => rule.languages.includes(section.language));
  if (asked.length === 0) return [];
  let common: readonly number[] | null = null;
  for (const { language, terms } of asked) {
    const here = new Set(terms.flatMap((term) => existing.withTerm(`${language}\0${exactKey(term.text)}`)));
    common = common === null ? [...here] : common.filter((concept) => here.has(concept));
  }
  const found = common ?? [];
  return rule.subject ? found.filter((concept) => sameSubject(draft, existing.body(concept))) : found;
}

function sameSubject(draft: Draft, body: ConceptBody | null): boolean {
  const mine = draft.fields.subjectField;
  const theirs = body?.fields.subjectField;
  return !mine?.length || !theirs?.length || mine.some((a) => theirs.some((b) => caselessKey(a) === caselessKey(b)));
}

function compare(draft: Draft, body: ConceptBody, concept: number): Match {
  let adds = false;
  for (const { language, terms, fields } of termLanguages(draft)) {
    const section = body.languages.find((s) => s.language === language);
    if (!section) {
      adds = true;
      continue;
    }
    const there = new Set(section.terms.map((term) => exactKey(term.text)));
    const shared = terms.filter((term) => there.has(exactKey(term.text)));
    if (shared.length === 0)
      return {
        kind: 'contradicts',
        concept,
        by: {
          language,
          what: 'term',
          there: section.terms.map((t) => t.text).join('; '),
          brings: terms.map((t) => t.text).join('; '),
        },
      };
    if (shared.length < terms.length || addsFields(fields, section.fields)) adds = true;
    for (const term of shared) {
      const same = section.terms.find((t) => exactKey(t.text) === exactKey(term.text));
      if (same && addsFields(term.fields, same.fields)) adds = true;
    }
  }
  for (const field of SINGLE) {
    const brings = draft.fields[field]?.[0];
    const there = body.fields[field];
    if (brings && there?.length && !there.some((value) => caselessKey(value) === caselessKey(brings)))
      return { kind: 'contradicts', concept, by: { language: null, what: field, there: there.join('; '), brings } };
  }
  return { kind: adds || addsFields(draft.fields, body.fields) ? 'adds' : 'same', concept };
}

function addsFields(mine: ConceptBody['fields'], theirs: ConceptBody['fields']): boolean {
  return Object.entries(mine).some(
    ([field, values]) => !isCompanion(field) && values.some((value) => !theirs[field]?.includes(value)),
  );
}
