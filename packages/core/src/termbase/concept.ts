/** The concept: what a termbase is made of (after the levels of ISO 30042: concept, language, term). */
import type { LanguageTag } from '../language/tags.js';

/** Data category (by its name in the standard: "note", "partOfSpeech") → values. */
export type Fields = Readonly<Record<string, readonly string[]>>;

/** Where something came from: file, place in the file. */
export interface Origin {
  readonly file: string;
  readonly sheet?: string;
  /** From 1, as in the file. */
  readonly row?: number;
}

export interface Term {
  /** Unique within its concept and never given again: "t1", "t2". */
  readonly id: string;
  readonly text: string;
  readonly fields: Fields;
}

export interface LanguageSection {
  readonly language: LanguageTag;
  readonly fields: Fields;
  readonly terms: readonly Term[];
}

/** The content of a concept; its id is given by who stores it. */
export interface ConceptBody {
  readonly fields: Fields;
  readonly languages: readonly LanguageSection[];
  readonly origins: readonly Origin[];
}

declare const conceptBrand: unique symbol;
export type ConceptId = number & { readonly [conceptBrand]: true };

export interface Concept extends ConceptBody {
  readonly id: ConceptId;
}

export const NO_FIELDS: Fields = {};

/** The next free term id of a concept. */
export function nextTermId(body: ConceptBody): string {
  let highest = 0;
  for (const section of body.languages)
    for (const term of section.terms) highest = Math.max(highest, Number(term.id.slice(1)) || 0);
  return `t${highest + 1}`;
}

/** All terms with their languages, in order. */
export function* termsOf(body: ConceptBody): Generator<{ readonly language: LanguageTag; readonly term: Term }> {
  for (const section of body.languages) for (const term of section.terms) yield { language: section.language, term };
}

export function sectionOf(body: ConceptBody, language: string): LanguageSection | undefined {
  return body.languages.find((section) => section.language === language);
}
