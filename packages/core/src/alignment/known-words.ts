/**
 * Words that are known to translate each other before two texts are read: learned, as from the texts themselves, from
 * phrases that say the same in both languages (lists that ship with the application, the client's memories). A list of
 * buttons or a letter teaches next to nothing; the names of things are known all the same.
 */
import type { Learning } from './corpus.js';
import { learnedLexicon, type PriorPairs } from './lexicon.js';
import { ended } from './steps.js';
import { sideOf } from './sides.js';

/** Phrases or segments that say the same in two languages, each at the same index. */
export interface Phrases {
  readonly source: readonly string[];
  readonly target: readonly string[];
}

/**
 * By word of the source (as `sideOf` has it) what stands for it, each with how surely: geometric mean of the probabilities
 * in both directions, above 0, at most 1.
 */
export type KnownWords = ReadonlyMap<string, readonly (readonly [word: string, sureness: number])[]>;

const NOTHING_BEFORE: PriorPairs = {
  source: new Int32Array(0),
  target: new Int32Array(0),
  weight: new Float32Array(0),
};
/** Less sure pairs are mostly words of the same phrase. */
const LEAST = 0.1;
const IS_WORD = /^\p{L}/u;
/** The phrases are known to say the same: what was seen together once counts. */
const FROM_PHRASES: Learning = { isLearned: (side, word) => IS_WORD.test(side.words[word]!), discount: 0 };

/** Cost: some 0.3 s for 10,000 phrases of a few words. @param sourceLanguage @param targetLanguage BCP 47 */
export function knownWords({ source, target }: Phrases, sourceLanguage: string, targetLanguage: string): KnownWords {
  const left = sideOf(source, sourceLanguage);
  const right = sideOf(target, targetLanguage);
  const beads = source.map((_, k) => {
    const span = { from: k, to: k + 1 };
    return { source: span, target: span, weight: 1 };
  });
  const { rows, targets, forward, backward } = ended(learnedLexicon(left, right, beads, NOTHING_BEFORE, FROM_PHRASES));
  const known = new Map<string, (readonly [string, number])[]>();
  left.words.forEach((word, s) => {
    const others: (readonly [string, number])[] = [];
    for (let slot = rows[s]!; slot < rows[s + 1]!; slot++) {
      const other = right.words[targets[slot]!]!;
      const sureness = Math.sqrt(forward[slot]! * backward[slot]!);
      if (sureness > LEAST) others.push([other, sureness]);
    }
    if (others.length > 0) known.set(word, others);
  });
  return known;
}
