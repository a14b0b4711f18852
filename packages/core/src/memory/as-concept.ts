/**
 * A unit as the checks look at concepts: each variant is a term, called by its place among the variants. Its codes stay
 * in the text, one character each: what is a space before a code is none at the end.
 */
import type { LanguageTag } from '../language/tags.js';
import { NO_FIELDS, type Concept, type ConceptId, type Term } from '../termbase/concept.js';
import type { Unit } from './unit.js';

export function conceptOfUnit(id: number, { variants }: Unit): Concept {
  const languages = new Map<LanguageTag, Term[]>();
  variants.forEach(({ language, text }, place) => {
    const term: Term = { id: String(place), text, fields: NO_FIELDS };
    const there = languages.get(language);
    if (there) there.push(term);
    else languages.set(language, [term]);
  });
  return {
    id: id as ConceptId,
    fields: NO_FIELDS,
    languages: [...languages].map(([language, terms]) => ({ language, fields: NO_FIELDS, terms })),
    origins: [],
  };
}
