/** What checks look at: concepts with their terms, and units with their texts. */
import type { LanguageTag } from '../language/tags.js';
import type { Unit } from '../memory/unit.js';
import type { Concept } from '../termbase/concept.js';

/** A text of an item, and where in it that stands. */
export interface Text {
  readonly language: LanguageTag;
  /** The id of the term, or which of the variants, from 0. */
  readonly place: string | number;
  readonly text: string;
}

/** How checks that know only of texts look at items of one kind. */
export interface LookedAt<T> {
  id(item: T): number;
  texts(item: T): readonly Text[];
}

export const CONCEPTS: LookedAt<Concept> = {
  id: (concept) => concept.id,
  texts: ({ languages }) =>
    languages.flatMap(({ language, terms }) => terms.map(({ id, text }) => ({ language, place: id, text }))),
};

export interface UnitInMemory extends Unit {
  readonly id: number;
}

/** Codes stay in the texts, one character each: what is a space before a code is none at the end. */
export const UNITS: LookedAt<UnitInMemory> = {
  id: (unit) => unit.id,
  texts: ({ variants }) => variants.map(({ language, text }, place) => ({ language, place, text })),
};

export function byLanguage(texts: readonly Text[]): Map<LanguageTag, readonly Text[]> {
  const found = new Map<LanguageTag, Text[]>();
  for (const text of texts) {
    const there = found.get(text.language);
    if (there) there.push(text);
    else found.set(text.language, [text]);
  }
  return found;
}
