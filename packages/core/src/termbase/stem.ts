/**
 * The unchangeable part of a term's words, for look-up where the forms cannot be worked out: written "ve|si" by whoever
 * edits the term, kept as a property of the term, never part of its text.
 */
import { NO_FIELDS, type Fields, type Term } from './concept.js';

/** Named like what belongs to a value, so that nothing shows or writes it as a field. */
export const STEM = 'term:stem';

/** The mark stands behind a letter: "tal|o", "kauppa|". */
const MARK = /(\p{L}\p{M}*)\|/gu;
/** How TBX keeps it: as a note of the term. */
const NOTE = 'stem: ';

/** A term as it is typed: its text, and the same with marks where there are any. */
export function unmarked(typed: string): { readonly text: string; readonly stem: string | null } {
  const text = typed.replace(MARK, '$1');
  return { text, stem: text === typed ? null : typed };
}

/** The text with its marks, as it is edited and as a recognizer reads it. */
export function markedText({ text, fields }: Pick<Term, 'text' | 'fields'>): string {
  return fields[STEM]?.[0] ?? text;
}

/** The fields of a term whose text was typed: with its marks, without those from before. */
export function withStem(fields: Fields, stem: string | null): Fields {
  const { [STEM]: before, ...others } = fields;
  if (stem !== null) return { ...others, [STEM]: [stem] };
  return before ? (Object.keys(others).length === 0 ? NO_FIELDS : others) : fields;
}

export function stemNote(stem: string): string {
  return NOTE + stem;
}

/** The marks that a note of a TBX file holds for this term, or null where it is a note like others. */
export function stemOfNote(note: string, text: string): string | null {
  if (!note.startsWith(NOTE)) return null;
  const stem = note.slice(NOTE.length);
  return stem !== text && unmarked(stem).text === text ? stem : null;
}
