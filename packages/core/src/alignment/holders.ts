/**
 * Words of two texts that stand for each other because they are, or hold, words that are known to: "Dateieigenschaften" holds
 * what stands for "file" and for "properties", "tilit" what stands for "account". Word lists have the words by themselves.
 */
import type { KnownWords } from './known-words.js';
import { BEGINNING, type Side } from './sides.js';

/** A word of a text that holds a known word, and how much it is that word: 1 if it is nothing else. */
type Holder = readonly [word: number, share: number];

/** Texts of more segments teach what their words hold better than a list could say. */
const MOST_SEGMENTS = 4000;
/** A known word that more words of a text hold tells none of them from the others. */
const MOST_HOLDERS = 6;

/** Letters: of the shortest part, of one that says something by itself, of an ending. */
interface Lengths {
  readonly least: number;
  readonly telling: number;
  readonly ending: number;
}
const OF_LETTERS: Lengths = { least: 4, telling: 5, ending: 3 };
/** Of scripts whose signs are syllables or words. */
const OF_SYLLABLES: Lengths = { least: 2, telling: 2, ending: 3 };
const IS_SYLLABLE = /^[\p{sc=Hang}\p{sc=Han}\p{sc=Hira}\p{sc=Kana}]/u;
const IS_WORD = /^\p{L}/u;
const [INFLECTED, BEGINS, ENDS, ENDS_SHORTLY] = [0.6, 0.4, 0.6, 0.3];

/**
 * Words by their numbers in either text, with how surely they stand for each other: above 0, at most 1.
 * Cost: the known words, and the letters of the different words of texts of at most `MOST_SEGMENTS`.
 */
export function* knownPairsIn(
  source: Side,
  target: Side,
  words: KnownWords,
): Generator<readonly [source: number, target: number, sureness: number]> {
  const theirWords = new Set<string>();
  for (const others of words.values()) for (const [other] of others) theirWords.add(target.formOf(other));
  const withParts = source.size <= MOST_SEGMENTS && target.size <= MOST_SEGMENTS;
  const ours = holdersIn(source, new Set([...words.keys()].map(source.formOf)), withParts);
  const theirs = holdersIn(target, theirWords, withParts);
  for (const [word, others] of words)
    for (const [other, sureness] of others)
      for (const [s, a] of ours.get(source.formOf(word)) ?? [])
        for (const [t, b] of theirs.get(target.formOf(other)) ?? []) yield [s, t, sureness * a * b];
}

/** By known word, what holds it; where too many do, only what is it. */
function holdersIn(side: Side, known: ReadonlySet<string>, withParts: boolean): Map<string, readonly Holder[]> {
  const holders = new Map<string, Holder[]>();
  const add = (part: string, word: number, share: number): void => {
    if (!known.has(part)) return;
    const there = holders.get(part);
    if (there) there.push([word, share]);
    else holders.set(part, [[word, share]]);
  };
  side.words.forEach((word, number) => {
    add(word, number, 1);
    if (withParts && IS_WORD.test(word))
      for (const [part, share] of partsOf(side.wholes[number]!)) if (part !== word) add(part, number, share);
  });
  return new Map(
    [...holders].map(([part, all]) => [part, all.length > MOST_HOLDERS ? all.filter(([, share]) => share === 1) : all]),
  );
}

/** What a word can begin and end with, cut as words are compared, and how much of it that is. @param word folded, uncut */
export function* partsOf(word: string): Generator<readonly [part: string, share: number]> {
  const { least, telling, ending } = IS_SYLLABLE.test(word) ? OF_SYLLABLES : OF_LETTERS;
  for (let size = least; size < word.length && size <= BEGINNING; size++) {
    if (word.length - size <= ending) yield [word.slice(0, size), INFLECTED];
    else if (size >= telling) yield [word.slice(0, size), BEGINS];
  }
  for (let from = least - 1; word.length - from >= least; from++)
    yield [word.slice(from, from + BEGINNING), word.length - from >= telling ? ENDS : ENDS_SHORTLY];
}
