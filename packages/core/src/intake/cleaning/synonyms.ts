/**
 * Several terms in one cell. A separator is known by how its parts behave, so that "and/or", "km/h", "1,5 m" and
 * "Bonaire, Sint Eustatius and Saba" stay whole; which separators a file uses is found by agreement between columns.
 */
import { NO_FIELDS } from '../../termbase/concept.js';
import type { CleaningStep, Piece } from './piece.js';

/** In order of strength: a cell is cut at the strongest one it holds. */
export const SEPARATORS = ['\n', ';', '|', '•', '；', ' / ', '/', '、', ', '] as const;
export type Separator = (typeof SEPARATORS)[number];

/** Any character of a separator. */
const MAYBE = /[\n;|•；/、,]/;

export const synonymsStep: CleaningStep = {
  id: 'synonyms',
  apply(pieces, { separators }) {
    let changed = false;
    const result: Piece[] = [];
    if (separators.length === 0 || !pieces.some((piece) => MAYBE.test(piece.text))) return pieces;
    for (const piece of pieces) {
      const parts = splitTerms(piece.text, separators);
      if (parts.length === 1 && parts[0] === piece.text) result.push(piece);
      else {
        changed = true;
        parts.forEach((text, i) => result.push(i === 0 ? { ...piece, text } : { text, fields: NO_FIELDS }));
      }
    }
    return changed ? result : pieces;
  },
};

/** The terms in a cell: cut at the strongest of the given separators that fits; one if none does. Equal ones count once. */
export function splitTerms(text: string, separators: readonly string[]): string[] {
  for (const separator of SEPARATORS) {
    if (!separators.includes(separator)) continue;
    if (separator !== '\n' && !text.includes(separator.trim())) continue;
    const parts = cut(text, separator);
    if (parts.length > 1) return [...new Set(parts)];
  }
  return [text];
}

function cut(text: string, separator: Separator): string[] {
  switch (separator) {
    case '\n':
      return clean(text.split(/\r\n|\r|\n/));
    case ';':
    case '|':
    case '•':
    case '；':
    case '、':
      return outsideBrackets(text, separator);
    case ' / ':
      return clean(text.split(/\s+\/\s+/));
    case '/':
      return slashed(text);
    case ', ':
      return commas(text);
  }
}

function clean(parts: readonly string[]): string[] {
  return parts.map((part) => part.trim()).filter(Boolean);
}

function outsideBrackets(text: string, separator: string): string[] {
  if (!text.includes(separator)) return clean([text]);
  const parts: string[] = [];
  let depth = 0;
  let from = 0;
  for (let i = 0; i < text.length; i++) {
    const char = text[i]!;
    if ('([{（'.includes(char)) depth++;
    else if (')]}）'.includes(char)) depth = Math.max(0, depth - 1);
    else if (char === separator && depth === 0) {
      parts.push(text.slice(from, i));
      from = i + 1;
    }
  }
  return clean([...parts, text.slice(from)]);
}

const FUNCTION_WORDS = new Set(
  'and or und oder et ou y o e i lub oraz ja tai och eller en of og a és vagy nebo ali ili и или и/или with mit'.split(
    ' ',
  ),
);

/** A bare slash separates words of three letters and more; not units, abbreviations, numbers or "Ein-/Ausgabe". */
function slashed(text: string): string[] {
  const parts = text.split('/').map((part) => part.trim());
  if (parts.length < 2) return [text];
  const fits = parts.every(
    (part) =>
      /^[\p{L}\p{M}\s’'-]{3,}$/u.test(part) &&
      !part.startsWith('-') &&
      !part.endsWith('-') &&
      !(part === part.toUpperCase() && part !== part.toLowerCase()) &&
      !FUNCTION_WORDS.has(part.toLowerCase()) &&
      part.split(/\s+/).some((word) => word.length >= 4),
  );
  return fits ? parts : [text];
}

/** Commas separate terms unless the last part is joined on with "and": then it is one name or an enumeration. */
function commas(text: string): string[] {
  if (/\d,\d/.test(text)) return [text];
  const parts = outsideBrackets(text, ',');
  if (parts.length < 2) return [text];
  const last = parts.at(-1)!.split(/\s+/);
  if (last.slice(0, -1).some((word) => FUNCTION_WORDS.has(word.toLowerCase())) && parts.length > 1) return [text];
  return parts;
}

/** UTF-16 units: a longer cell is a text, no list of terms. */
const LONGEST_LIST = 5000;

/** What hardly stands within a term: a column may show the habit by itself. */
const PLAIN: ReadonlySet<Separator> = new Set(['\n', ';', '|', '•', '；', '、']);
/** Rows that show a habit. */
const HABIT = 3;
/** Words of a part, on average: more are sentences. */
const LONGEST_PART = 5;

/**
 * The separators that a file uses, from a sample of its rows (only the term cells): those that cut the cells of two columns
 * in three rows at least and most that they cut at all; those that no term has within it already where one column shows the
 * habit; and any whose parts stand elsewhere as terms of their own.
 */
export function separatorsUsed(rows: readonly (readonly string[])[]): Separator[] {
  const terms = new Set(rows.flatMap((cells) => cells.map(termKey)));
  const tallies = new Map<Separator, Tally>();
  for (const cells of rows) {
    const inRow = new Map<Separator, number>();
    for (const cell of cells) {
      const found = cell.length <= LONGEST_LIST ? strongest(cell) : null;
      if (!found) continue;
      const { separator, parts } = found;
      inRow.set(separator, (inRow.get(separator) ?? 0) + 1);
      const tally = tallies.get(separator) ?? { rows: 0, both: 0, parts: 0, words: 0, elsewhere: 0 };
      tallies.set(separator, tally);
      for (const part of parts) {
        tally.parts++;
        tally.words += part.split(/\s+/).length;
        if (terms.has(termKey(part))) tally.elsewhere++;
      }
    }
    for (const [separator, columns] of inRow) {
      tallies.get(separator)!.rows++;
      if (columns > 1) tallies.get(separator)!.both++;
    }
  }
  return SEPARATORS.filter((separator) => tallies.has(separator) && isHabit(separator, tallies.get(separator)!));
}

/** What cells show of the strongest separator that cuts them. */
interface Tally {
  rows: number;
  /** Rows in which it cuts two columns. */
  both: number;
  parts: number;
  /** Of all parts together. */
  words: number;
  /** Parts that are the whole of another cell. */
  elsewhere: number;
}

function isHabit(separator: Separator, { rows, both, parts, words, elsewhere }: Tally): boolean {
  // "lock, tidal" opposite one word is a way of writing, not a list: both sides have to show the habit.
  if (both >= HABIT && both >= rows * 0.5) return true;
  if (rows >= HABIT && PLAIN.has(separator) && words <= parts * LONGEST_PART) return true;
  return elsewhere >= HABIT && elsewhere >= parts * 0.3;
}

const termKey = (text: string): string => text.trim().toLowerCase();

function strongest(text: string): { readonly separator: Separator; readonly parts: readonly string[] } | null {
  if (!MAYBE.test(text)) return null;
  for (const separator of SEPARATORS) {
    const parts = cut(text, separator);
    if (parts.length > 1) return { separator, parts };
  }
  return null;
}
