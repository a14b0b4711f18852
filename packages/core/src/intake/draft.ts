/** An entry as Intake makes it from a row, before it is a concept. */
import type { LanguageTag } from '../language/tags.js';
import { NO_FIELDS, type ConceptBody, type Fields, type LanguageSection, type Origin } from '../termbase/concept.js';
import { exactKey } from '../text/fold.js';

export interface DraftTerm {
  readonly text: string;
  readonly notes: readonly string[];
}

export interface Draft {
  readonly languages: readonly { readonly language: LanguageTag; readonly terms: readonly DraftTerm[] }[];
  readonly notes: readonly string[];
}

/** "de\0Schleuse" for each term: what decides whether two entries say the same. */
export function draftKeys(draft: Draft): string[] {
  return draft.languages.flatMap(({ language, terms }) => terms.map((term) => `${language}\0${exactKey(term.text)}`));
}

/** The concept of a draft, with its origin. */
export function conceptOf(draft: Draft, origin: Origin): ConceptBody {
  let next = 1;
  const languages: LanguageSection[] = draft.languages.map(({ language, terms }) => ({
    language,
    fields: NO_FIELDS,
    terms: terms.map((term) => ({ id: `t${next++}`, text: term.text, fields: noteField(term.notes) })),
  }));
  return { fields: noteField(draft.notes), languages, origins: [origin] };
}

function noteField(notes: readonly string[]): Fields {
  return notes.length ? { note: notes } : NO_FIELDS;
}
