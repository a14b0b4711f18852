/**
 * Words that were parted at the end of a line, as printed and scanned texts have them, made whole again. Hyphenation cannot be
 * told from a hyphen that belongs there by the line alone (common practice); the rest of the text mostly can tell.
 */

/** A word from where it begins (so that a run of letters is looked at once), the sign that parts it, the end of the line; what follows stays for the next match. */
const PARTED =
  /(?<![\p{L}\p{M}])(\p{L}[\p{L}\p{M}]*)([-\u00AD\u2010¬])[ \t]*(?:\r\n|\n|\r)[ \t]*(?=(\p{L}[\p{L}\p{M}]*))/gu;
/** Signs that mean nothing but a parted word. */
const PARTING_ONLY = /[\u00AD¬]/;
/** "Ein- und Ausfahrt": what comes before them ends in a hyphen by itself. */
const LINKING = new Set(['und', 'oder', 'bis', 'sowie', 'and', 'or', 'och', 'eller', 'og']);
const WORD = /\p{L}[\p{L}\p{M}]*(?:[-\u2010]\p{L}[\p{L}\p{M}]*)*/gu;

/** Whether a line ends within a word, as far as its look tells: the next goes on in small letters. */
export const hasParted = (text: string): boolean =>
  /\p{Ll}[-\u00AD\u2010¬][ \t]*(?:\r\n|\n|\r)[ \t]*\p{Ll}/u.test(text);

/**
 * @param text with its line breaks
 * @returns the same with the parted words on the earlier line; a hyphen that the text has in the same words elsewhere, before
 *   a capital or before "and" stays. Linear
 */
export function closedHyphens(text: string): string {
  if (text.search(PARTED) < 0) return text;
  const times = new Map<string, number>();
  for (const [word] of text.matchAll(WORD)) times.set(keyOf(word), (times.get(keyOf(word)) ?? 0) + 1);
  const said = (word: string): number => times.get(keyOf(word)) ?? 0;
  return text.replace(PARTED, (_, begin: string, sign: string, end: string) => {
    if (PARTING_ONLY.test(sign) || said(begin + end) > said(`${begin}-${end}`)) return begin;
    if (LINKING.has(end.toLowerCase())) return `${begin}${sign} `;
    const isLarge = /^\p{Lu}/u.test(end) && /\p{Ll}$/u.test(begin);
    return isLarge || said(`${begin}-${end}`) > 0 ? begin + sign : begin;
  });
}

const keyOf = (word: string): string => word.toLowerCase().replaceAll('\u2010', '-');
