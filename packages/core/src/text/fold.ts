/** Forms of a text by which texts are compared: never shown, only stored and matched. */
import { nfc, normalized } from './normal.js';

const MARKS = /\p{M}+/gu;
/** Letters that no Unicode decomposition takes apart but that people search for without their stroke. */
const STROKES: Readonly<Record<string, string>> = {
  ø: 'o',
  đ: 'd',
  ł: 'l',
  ħ: 'h',
  ŧ: 't',
  ı: 'i',
  æ: 'ae',
  œ: 'oe',
  þ: 'th',
  ð: 'd',
};
const STROKE = /[øđłħŧıæœþð]/g;

/**
 * For look-up: case, accents and width do not count, white space is collapsed. "Écluse" and "ecluse" are one.
 * Kana keep their voicing marks (they make another word).
 */
export function foldForSearch(text: string): string {
  if (isPlain(text)) return text.toLowerCase();
  let folded = normalized(text, 'NFKD').toLowerCase();
  folded = /[\p{sc=Kana}\p{sc=Hira}]/u.test(folded) ? nfc(folded) : nfc(folded.replace(MARKS, ''));
  return folded
    .replace(/ß/g, 'ss')
    .replace(/ς/g, 'σ')
    .replace(STROKE, (letter) => STROKES[letter]!)
    .replace(/\s+/g, ' ')
    .trim();
}

/** For saying "the same term": Unicode NFC, white space collapsed; case counts. */
export function exactKey(text: string): string {
  if (isPlain(text)) return text;
  return nfc(text).replace(/\s+/gu, ' ').trim();
}

/** For saying "the same but for capitals": the exact key with case folded (German ß = ss, Greek final sigma). */
export function caselessKey(text: string): string {
  return exactKey(text).toLowerCase().replace(/ß/g, 'ss').replace(/ς/g, 'σ');
}

/** Whether two texts have the same caseless key. Most pairs differ in their first letter: then no key is made. */
export function isSameButForCase(a: string, b: string): boolean {
  const [first, other] = [firstLetter(a), firstLetter(b)];
  if (first !== 0 && other !== 0 && first !== other) return false;
  return caselessKey(a) === caselessKey(b);
}

/** The small ASCII letter or the digit that a text begins with; 0: it begins with something else. */
function firstLetter(text: string): number {
  const code = text.charCodeAt(0);
  if (code >= 0x61 && code <= 0x7a) return code;
  if (code >= 0x41 && code <= 0x5a) return code + 32;
  return code >= 0x30 && code <= 0x39 ? code : 0;
}

/** ASCII without runs of white space: most terms, and worth a short cut. */
function isPlain(text: string): boolean {
  let space = true;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (code > 126 || code < 32) return false;
    if (code === 32) {
      if (space) return false;
      space = true;
    } else space = false;
  }
  return text.length === 0 || !space;
}
