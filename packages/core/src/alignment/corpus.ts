/** Beads as a lexicon is learned from them. */
import { Growing } from '../growing.js';
import type { Bead, Span } from './bead.js';
import type { Side } from './sides.js';

export interface TrainingBead extends Bead {
  readonly weight: number;
}

/** How a lexicon is learned. */
export interface Learning {
  /** Whether a word is to be learned. */
  readonly isLearned: (side: Side, word: number) => boolean;
  /** Taken off what each pair was seen. */
  readonly discount: number;
}

/** Beads as the words in them. Going through it word by word keeps all that belongs to a word close together. */
export interface Corpus {
  readonly weights: Float64Array;
  /** The target words of all beads, bead by bead; and how many source words each bead has. */
  readonly words: Int32Array;
  readonly heights: Int32Array;
  /** The beads of each source word. */
  readonly beadStarts: Int32Array;
  readonly beads: Int32Array;
  /** For each of those the words opposite: from where to where in `words`, or in `places`, which are some of `words`. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  readonly places: Int32Array | null;
}

export function corpusOf(source: Side, target: Side, beads: readonly TrainingBead[], learning: Learning): Corpus {
  const right = wordsByBead(
    target,
    beads.map((bead) => bead.target),
    learning,
  );
  const left = wordsByBead(
    source,
    beads.map((bead) => bead.source),
    learning,
  );
  const beadStarts = new Int32Array(source.words.length + 1);
  for (const word of left.words) beadStarts[word + 1]!++;
  for (let word = 0; word < source.words.length; word++) beadStarts[word + 1]! += beadStarts[word]!;
  const next = beadStarts.slice();
  const beadsOfWords = new Int32Array(left.words.length);
  for (let bead = 0; bead < beads.length; bead++)
    for (let k = left.starts[bead]!; k < left.starts[bead + 1]!; k++) beadsOfWords[next[left.words[k]!]!++] = bead;
  return {
    weights: Float64Array.from(beads, ({ weight }) => weight),
    words: right.words,
    heights: Int32Array.from(beads, (_, bead) => left.starts[bead + 1]! - left.starts[bead]!),
    beadStarts,
    beads: beadsOfWords,
    from: beadsOfWords.map((bead) => right.starts[bead]!),
    to: beadsOfWords.map((bead) => right.starts[bead + 1]!),
    places: null,
  };
}

/** The words of each span that are to be learned, each once in a span. */
function wordsByBead(
  side: Side,
  spans: readonly Span[],
  learning: Learning,
): { starts: Int32Array; words: Int32Array } {
  const starts = new Int32Array(spans.length + 1);
  const words = new Growing(Int32Array);
  spans.forEach(({ from, to }, bead) => {
    const begin = words.size;
    for (let k = side.starts[from]!; k < side.starts[to]!; k++) {
      const word = side.tokens[k]!;
      if (learning.isLearned(side, word) && (to - from === 1 || !words.has(word, begin))) words.push(word);
    }
    starts[bead + 1] = words.size;
  });
  return { starts, words: words.all() };
}
