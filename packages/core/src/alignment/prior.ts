/** Pairs of words that are likely before anything is read: equal words and numbers, words of equal beginning, terms, known words. */
import type { PriorPairs } from './lexicon.js';
import { knownPairsIn } from './holders.js';
import { WHOLE_MARK, type Side } from './sides.js';
import type { KnownWords } from './known-words.js';

/** How often an equal word is taken as seen together, by how much its equality says. */
const EQUAL = { number: 4, long: 3, short: 1, sign: 1.5, whole: 4 };
/** Letters that two words of different languages must share at their beginning to be taken for relatives. */
const RELATED = 5;
const RELATIVE_WEIGHT = 0.7;
/** Beginnings that more words than this have are no sign of anything. */
const MOST_RELATIVES = 4;
const TERM_WEIGHT = 3;
const KNOWN_WEIGHT = 6;

/**
 * @param terms pairs of terms as lists of words of `source.words` and `target.words`, from the client's termbase
 * @param words what is known of the two languages
 */
export function priorPairs(
  source: Side,
  target: Side,
  terms: readonly (readonly [source: readonly string[], target: readonly string[]])[],
  words: KnownWords,
): PriorPairs {
  const sources: number[] = [];
  const targets: number[] = [];
  const weights: number[] = [];
  const add = (s: number, t: number, weight: number): void => {
    sources.push(s);
    targets.push(t);
    weights.push(weight);
  };
  const numbers = new Map(target.words.map((word, number) => [word, number]));
  const beginnings = beginningsOf(target.words);
  const ownBeginnings = beginningsOf(source.words);
  source.words.forEach((word, s) => {
    const t = numbers.get(word);
    if (t !== undefined) add(s, t, equalWeight(word));
    const start = beginningOf(word);
    if (start === null || ownBeginnings.get(start)!.length > MOST_RELATIVES) return;
    const relatives = beginnings.get(start);
    if (!relatives || relatives.length > MOST_RELATIVES) return;
    for (const relative of relatives) if (relative !== t) add(s, relative, RELATIVE_WEIGHT);
  });
  for (const [s, t, sureness] of knownPairsIn(source, target, words)) add(s, t, KNOWN_WEIGHT * sureness);
  const sourceNumbers = new Map(source.words.map((word, number) => [word, number]));
  for (const [left, right] of terms) {
    const weight = TERM_WEIGHT / Math.max(left.length, right.length);
    for (const a of left)
      for (const b of right) {
        const s = sourceNumbers.get(source.formOf(a));
        const t = numbers.get(target.formOf(b));
        if (s !== undefined && t !== undefined) add(s, t, weight);
      }
  }
  return { source: Int32Array.from(sources), target: Int32Array.from(targets), weight: Float32Array.from(weights) };
}

function equalWeight(word: string): number {
  if (word.startsWith(WHOLE_MARK)) return EQUAL.whole;
  if (/^\p{N}/u.test(word)) return EQUAL.number;
  if (/^\p{L}/u.test(word)) return word.length > 3 ? EQUAL.long : EQUAL.short;
  return EQUAL.sign;
}

function beginningOf(word: string): string | null {
  return word.length >= RELATED && /^\p{L}/u.test(word) ? word.slice(0, RELATED) : null;
}

function beginningsOf(words: readonly string[]): Map<string, number[]> {
  const beginnings = new Map<string, number[]>();
  words.forEach((word, number) => {
    const start = beginningOf(word);
    if (start === null) return;
    const list = beginnings.get(start);
    if (list) list.push(number);
    else beginnings.set(start, [number]);
  });
  return beginnings;
}
