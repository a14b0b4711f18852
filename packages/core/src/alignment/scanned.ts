/**
 * Texts damaged by scanning: letters taken for others that look alike, words run together or broken up. Where a text is full
 * of that, words are compared by what they look like, and what was run together or broken up is put right by the words that
 * the text has elsewhere. Only for comparing: the texts stay as they are.
 *
 * Letters that look alike: Unicode's confusables (UTS #39) for m and rn, l and 1 and I, O and 0; e and c, h and b, i and l,
 * и and н, ш and щ, and those of Chinese and Japanese by common practice of correcting scanned texts.
 */
import { foldForSearch } from '../text/fold.js';

const ALIKE: readonly (readonly [RegExp, string])[] = [
  [/rn/g, 'm'],
  [/[1i|ı]/g, 'l'],
  [/[0о]/g, 'o'],
  [/e/g, 'c'],
  [/h/g, 'b'],
  [/vv/g, 'w'],
  [/н/g, 'и'],
  [/щ/g, 'ш'],
  [/曰/g, '日'],
  [/囗/g, '口'],
  [/力/g, 'カ'],
];

/** How a folded word looks. Cost: its length. */
export function lookOf(word: string): string {
  let look = word;
  for (const [letters, other] of ALIKE) look = look.replace(letters, other);
  return look;
}

/** A word, with figures in it, as scanning makes them of letters; or a number. */
const RUN = /[\p{L}\p{M}\p{N}]+/gu;
const HAS_LETTER = /\p{L}/u;
const lookOfRun = (run: string): string => (HAS_LETTER.test(run) ? lookOf(run) : run);
/** Scripts that part words by spaces. */
const SPACED = /^[\p{sc=Latn}\p{sc=Cyrl}\p{sc=Grek}\p{sc=Hang}\p{sc=Arab}\p{sc=Hebr}\p{M}\p{N}]+$/u;

/** Segments that show what a text is like. */
const SAMPLE = 2000;
/** Words that stand but once in a text; of those the share that look like others of it, from which on it is a scanned one. */
const SCANNED = { words: 20, share: 0.12 };
/** Words that tell: of letters only, as codes of parts (E12, C12) look alike without being the same, and not of a few. */
const TELLING = /^\p{L}{4,}$/u;
/** Letters of a part of what was run together, at least. */
const LEAST_PART = 2;
/** Letters of what was run together, at most. */
const MOST = 40;

/** Whether a text is full of what scanning does. Cost: its length, of the first segments. */
export function isScanned(segments: readonly string[]): boolean {
  const counts = countsOf(segments.slice(0, SAMPLE), (word) => word);
  const looks = new Map<string, number>();
  for (const [word] of counts) looks.set(lookOf(word), (looks.get(lookOf(word)) ?? 0) + 1);
  let [once, alike] = [0, 0];
  for (const [word, count] of counts) {
    if (count > 1 || !TELLING.test(word)) continue;
    once++;
    if (looks.get(lookOf(word))! > 1) alike++;
  }
  return once >= SCANNED.words && alike > SCANNED.share * once;
}

/** Gives the texts of a scanned text as they are to be compared: by how words look, parted and joined as elsewhere. */
export function readable(segments: readonly string[]): (text: string) => string {
  const counts = countsOf(segments, lookOfRun);
  const countOf = (word: string): number => counts.get(word) ?? 0;
  const parts = (word: string): string => {
    let [most, result] = [0, word];
    for (let at = LEAST_PART; at <= word.length - LEAST_PART; at++) {
      const [one, other] = [word.slice(0, at), word.slice(at)];
      const least = Math.min(countOf(one), countOf(other));
      if (least > Math.max(most, 1)) [most, result] = [least, `${one} ${other}`];
    }
    return result;
  };
  return (text) => {
    const folded = foldForSearch(text).replace(RUN, lookOfRun);
    const joined = folded.replace(/(?<!\p{L})(\p{L}+) (?=(\p{L}+))/gu, (found: string, one: string, other: string) =>
      countOf(one) < 2 && countOf(one + other) > 1 ? one : found,
    );
    return joined.replace(RUN, (word) =>
      word.length > MOST || countOf(word) > 1 || !SPACED.test(word) ? word : parts(word),
    );
  };
}

function countsOf(segments: readonly string[], form: (word: string) => string): Map<string, number> {
  const counts = new Map<string, number>();
  for (const text of segments)
    for (const [word] of foldForSearch(text).matchAll(RUN)) counts.set(form(word), (counts.get(form(word)) ?? 0) + 1);
  return counts;
}
