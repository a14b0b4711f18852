/** The questions that held-back rows raise, in words for the margin and the query list. */
import { languageName, type LanguageTag } from '../language/tags.js';
import { fieldLabel } from '../termbase/categories.js';

export type Question =
  | { readonly kind: 'missing'; readonly languages: readonly LanguageTag[]; readonly given: string }
  | { readonly kind: 'extra cells'; readonly cells: number; readonly columns: number; readonly text: string }
  | { readonly kind: 'unreadable'; readonly text: string }
  /** Another row of the same concept is held back. */
  | { readonly kind: 'part'; readonly row: number }
  | { readonly kind: 'swapped'; readonly languages: readonly LanguageTag[] }
  | {
      readonly kind: 'contradicts';
      readonly concept: number;
      readonly language: LanguageTag | null;
      /** "term", or the field that differs. */
      readonly what: string;
      readonly there: string;
      readonly brings: string;
    };

export function questionText(question: Question, reader = 'en'): string {
  switch (question.kind) {
    case 'missing': {
      const names = question.languages.map((language) => languageName(language, reader));
      const said =
        names.length > 4
          ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} other languages`
          : names.join(' or ');
      return `What is “${question.given}” in ${said}?`;
    }
    case 'extra cells':
      return `This row has ${question.cells} cells where the table has ${question.columns} columns. Where does “${question.text}” belong?`;
    case 'unreadable':
      return `Some letters of “${question.text}” cannot be read. Which ones are they?`;
    case 'part':
      return `Belongs to the concept of row ${question.row}, which is held back.`;
    case 'swapped':
      return `Are ${question.languages.map((language) => languageName(language, reader)).join(' and ')} exchanged in this row?`;
    case 'contradicts': {
      const what =
        question.what === 'term' && question.language
          ? `in ${languageName(question.language, reader)}`
          : `as ${fieldLabel(question.what).toLowerCase()}`;
      return `The termbase has “${question.there}” ${what}, this row says “${question.brings}”. Which is right?`;
    }
  }
}
