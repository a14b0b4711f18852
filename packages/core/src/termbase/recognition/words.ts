/** Words of a running text with their places: letters, marks and digits that stand together (after UAX #29). */
import { isSpaceless } from '../../language/spaceless.js';

export interface Word {
  readonly text: string;
  /** In UTF-16 units; `end` is behind the last. */
  readonly start: number;
  readonly end: number;
}

/** An apostrophe stays inside "l’eau" only as a border: elided articles are words of their own. */
const WORD = /[\p{L}\p{M}\p{N}]+/gu;

export function wordsOf(text: string): Word[] {
  const words: Word[] = [];
  for (const found of text.matchAll(WORD))
    words.push({ text: found[0], start: found.index, end: found.index + found[0].length });
  return words;
}

/** What may stand between the words of a term in a text: one space, a hyphen, a line break, an apostrophe. */
export function isGap(text: string, from: number, to: number): boolean {
  const length = to - from;
  if (length === 1) {
    const code = text.charCodeAt(from);
    return code === 32 || code === 45 || code === 10 || code === 0xa0 || /[\s‐‑–'’./&]/u.test(text[from]!);
  }
  return length > 0 && length <= 4 && /^(?:\s+|\s*[-‐‑–&/]\s*)$/u.test(text.slice(from, to));
}

/** Whether a term is looked for by its characters: most of them are of a script without spaces. */
export function goesByCharacters(text: string): boolean {
  const letters = [...text].filter((char) => /\p{L}/u.test(char));
  return letters.length > 0 && letters.filter(isSpaceless).length * 2 >= letters.length;
}
