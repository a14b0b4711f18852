/** A draft against a termbase: which concept it is, if any, and what it would add or contradict. */
import { meets, type LanguageTag } from '../language/tags.js';
import { IDENTIFIER } from '../termbase/categories.js';
import type { ConceptBody } from '../termbase/concept.js';
import { isCompanion } from '../termbase/fields.js';
import { caselessKey, exactKey } from '../text/fold.js';
import { termLanguages, type Draft } from './draft.js';
import type { JoinRule } from './reading.js';

/** What is there already. */
export interface Existing {
  /** Those that its terms are in. */
  readonly languages: readonly LanguageTag[];
  /** Concepts that have the term ("de\0Schleuse"). */
  withTerm(key: string): readonly number[];
  /** Concepts that have the client's id. */
  withId(id: string): readonly number[];
  body(concept: number): ConceptBody | null;
}

export const NOTHING_THERE: Existing = { languages: [], withTerm: () => [], withId: () => [], body: () => null };

export interface Contradiction {
  readonly language: LanguageTag | null;
  /** "term", or the field that differs. */
  readonly what: string;
  readonly there: string;
  readonly brings: string;
}

/** With the draft in the languages of the concept: "en" goes to "en-GB" where the concept has only that. */
export type Match = { readonly concept: number; readonly draft: Draft } & (
  { readonly kind: 'same' } | { readonly kind: 'adds' } | { readonly kind: 'contradicts'; readonly by: Contradiction }
);
type Compared = { readonly kind: 'same' | 'adds' } | { readonly kind: 'contradicts'; readonly by: Contradiction };

/** Fields of which a concept has one: another text there is a contradiction. */
const SINGLE = ['definition', 'subjectField'];
const RANK = { same: 0, adds: 1, contradicts: 2 } as const;

/** The best match, or null: the draft is new. */
export function matchOf(draft: Draft, rule: JoinRule, existing: Existing): Match | null {
  const matches = candidates(draft, rule, existing).flatMap((concept): Match[] => {
    const body = existing.body(concept);
    if (!body) return [];
    const said = rule.regions === 'two' ? draft : inLanguagesOf(body, draft);
    return [{ ...compare(said, body), concept, draft: said }];
  });
  return matches.sort((a, b) => RANK[a.kind] - RANK[b.kind])[0] ?? null;
}

/** Tags of a file and of a termbase that meet without being the same: "en" and "en-GB". */
export function meetings(
  file: readonly LanguageTag[],
  termbase: readonly LanguageTag[],
): { readonly file: LanguageTag; readonly termbase: LanguageTag }[] {
  return file.flatMap((own) =>
    termbase.includes(own)
      ? []
      : termbase.flatMap((other) =>
          meets(own, other) && !file.includes(other) ? [{ file: own, termbase: other }] : [],
        ),
  );
}

/** The draft in the languages of the concept, where they meet without being the same. */
export function inLanguagesOf(body: ConceptBody, draft: Draft): Draft {
  const has = new Set(body.languages.map((section) => section.language));
  const own = new Set(draft.languages.map((section) => section.language));
  const languages = draft.languages.map((section) => {
    if (has.has(section.language)) return section;
    const near = [...has].filter((language) => meets(language, section.language) && !own.has(language));
    return near.length === 1 ? { ...section, language: near[0]! } : section;
  });
  // Two of the draft's own must not become one.
  return new Set(languages.map((section) => section.language)).size === languages.length
    ? { ...draft, languages }
    : draft;
}

/** Concepts that a draft may be, by the client's id or by its terms. */
export function candidates(draft: Draft, rule: JoinRule, existing: Existing): readonly number[] {
  const id = draft.fields[IDENTIFIER]?.[0];
  if (rule.id && id) {
    const found = existing.withId(id);
    if (found.length) return found;
  }
  const asked = termLanguages(draft).filter((section) => rule.languages.includes(section.language));
  if (asked.length === 0) return [];
  let common: readonly number[] | null = null;
  for (const { language, terms } of asked) {
    const near = rule.regions === 'two' ? [] : existing.languages.filter((other) => meets(other, language));
    const tags = new Set([language, ...near]);
    const keys = terms.flatMap((term) => [...tags].map((tag) => `${tag}\0${exactKey(term.text)}`));
    const here = new Set(keys.flatMap((key) => existing.withTerm(key)));
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

function compare(draft: Draft, body: ConceptBody): Compared {
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
      return { kind: 'contradicts', by: { language: null, what: field, there: there.join('; '), brings } };
  }
  return { kind: adds || addsFields(draft.fields, body.fields) ? 'adds' : 'same' };
}

function addsFields(mine: ConceptBody['fields'], theirs: ConceptBody['fields']): boolean {
  return Object.entries(mine).some(
    ([field, values]) => !isCompanion(field) && values.some((value) => !theirs[field]?.includes(value)),
  );
}
