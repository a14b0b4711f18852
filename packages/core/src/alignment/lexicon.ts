/**
 * Which word of one language stands for which of the other, learned from the texts themselves: IBM Model 1 (Brown, Della
 * Pietra, Della Pietra & Mercer 1993, Computational Linguistics 19:2) in both directions that have to agree (Liang,
 * Taskar & Klein 2006), with absolute discounting so that what was seen together once proves nothing.
 */
import type { Bead } from './bead.js';
import type { Side } from './vocabulary.js';

/** A sparse table of pairs of words, ordered by the source word. */
export interface Lexicon {
  /** Where the pairs of each source word begin; one more than there are words. */
  readonly rows: Int32Array;
  readonly targets: Int32Array;
  /** Probability of the target word given the source word, and the other way round. */
  readonly forward: Float32Array;
  readonly backward: Float32Array;
}

/** What is known before the texts are read: pairs of words and how often they are taken as seen. */
export interface PriorPairs {
  readonly source: Int32Array;
  readonly target: Int32Array;
  readonly weight: Float32Array;
}

export interface TrainingBead extends Bead {
  readonly weight: number;
}

const ITERATIONS = 5;
/** Taken off what each pair was seen (absolute discounting, Ney, Essen & Kneser 1994). */
const DISCOUNT = 0.5;
/** Occurrences given to "no counterpart" of each word. */
const NOTHING = 0.6;
/** Pairs less probable than this both ways are not worth their time. */
const LEAST = 0.002;

/** The lexicon that says only what is known before. */
export function lexiconOfPrior(source: Side, target: Side, prior: PriorPairs): Lexicon {
  const pairs = new PairTable(prior.source.length);
  const counts = Float64Array.from(weightsOf(prior, pairs));
  const forward = new Float64Array(pairs.size);
  const backward = new Float64Array(pairs.size);
  probabilities(source, target, pairs, counts, 0, forward, backward);
  return asTable(source, pairs, forward, backward);
}

/** The lexicon of beads, each counted by its weight. Cost: their words on one side times those on the other, five times. */
export function learnedLexicon(source: Side, target: Side, beads: readonly TrainingBead[], prior: PriorPairs): Lexicon {
  const pairs = new PairTable(1 << 16);
  const known = weightsOf(prior, pairs);
  const corpus = corpusOf(source, target, beads, pairs);
  const size = pairs.size;
  const forward = new Float64Array(size).fill(1);
  const backward = new Float64Array(size).fill(1);
  for (let slot = 0; slot < known.length; slot++) {
    forward[slot] = backward[slot] = 1 + 20 * known[slot]!;
  }
  const counts = new Float64Array(size);
  for (let round = 0; round < ITERATIONS; round++) {
    counts.fill(0);
    expectedCounts(corpus, forward, backward, counts, round === 0 ? 1 : NULL_SHARE);
    for (let slot = 0; slot < known.length; slot++) counts[slot]! += known[slot]!;
    probabilities(source, target, pairs, counts, round < ITERATIONS - 1 ? 0 : DISCOUNT, forward, backward);
  }
  return asTable(source, pairs, forward, backward);
}

/** The known pairs as the first of a table, with their weights; a pair may be known for several reasons. */
function weightsOf({ source, target, weight }: PriorPairs, pairs: PairTable): number[] {
  const weights: number[] = [];
  for (let k = 0; k < source.length; k++) {
    const slot = pairs.add(source[k]!, target[k]!);
    weights[slot] = (weights[slot] ?? 0) + weight[k]!;
  }
  return weights;
}

/** Weight of "no counterpart" against the words of the other side, in the expectation. */
const NULL_SHARE = 0.02;

interface Corpus {
  readonly weights: Float64Array;
  /** For each bead how many words on either side, then its slots row by row, in `slots`. */
  readonly shape: Int32Array;
  readonly slots: Int32Array;
}

function corpusOf(source: Side, target: Side, beads: readonly TrainingBead[], pairs: PairTable): Corpus {
  const shape = new Int32Array(beads.length * 2);
  const slots = new Growing();
  const left: number[] = [];
  const right: number[] = [];
  for (let k = 0; k < beads.length; k++) {
    const bead = beads[k]!;
    frequent(source, bead.source.from, bead.source.to, left);
    frequent(target, bead.target.from, bead.target.to, right);
    shape[2 * k] = left.length;
    shape[2 * k + 1] = right.length;
    for (const s of left) for (const t of right) slots.push(pairs.add(s, t));
  }
  return { weights: Float64Array.from(beads, ({ weight }) => weight), shape, slots: slots.all() };
}

/** The words of some segments that come more than once in the text, each once. */
function frequent(side: Side, from: number, to: number, into: number[]): void {
  into.length = 0;
  for (let k = side.starts[from]!; k < side.starts[to]!; k++) {
    const word = side.tokens[k]!;
    if (side.counts[word]! > 1 && (to - from === 1 || !into.includes(word))) into.push(word);
  }
}

function expectedCounts(
  { weights, shape, slots }: Corpus,
  forward: Float64Array,
  backward: Float64Array,
  counts: Float64Array,
  nothing: number,
): void {
  let at = 0;
  const sums = new Float64Array(4096);
  for (let k = 0; k < weights.length; k++) {
    const height = shape[2 * k]!;
    const width = shape[2 * k + 1]!;
    const weight = weights[k]!;
    sums.fill(nothing, 0, width);
    for (let row = 0, slot = at; row < height; row++)
      for (let column = 0; column < width; column++, slot++) sums[column]! += forward[slots[slot]!]!;
    for (let row = 0, slot = at; row < height; row++) {
      let sum = nothing;
      for (let column = 0; column < width; column++) sum += backward[slots[slot + column]!]!;
      for (let column = 0; column < width; column++, slot++) {
        const pair = slots[slot]!;
        counts[pair]! += (weight * forward[pair]! * backward[pair]!) / (sums[column]! * sum);
      }
    }
    at += height * width;
  }
}

function probabilities(
  source: Side,
  target: Side,
  pairs: PairTable,
  counts: Float64Array,
  discount: number,
  forward: Float64Array,
  backward: Float64Array,
): void {
  const bySource = new Float64Array(source.words.length).fill(NOTHING);
  const byTarget = new Float64Array(target.words.length).fill(NOTHING);
  for (let slot = 0; slot < pairs.size; slot++) {
    bySource[pairs.sources[slot]!]! += counts[slot]!;
    byTarget[pairs.targets[slot]!]! += counts[slot]!;
  }
  for (let slot = 0; slot < pairs.size; slot++) {
    const count = Math.max(0, counts[slot]! - discount);
    forward[slot] = count / bySource[pairs.sources[slot]!]!;
    backward[slot] = count / byTarget[pairs.targets[slot]!]!;
  }
}

/** Ordered by source word, without pairs that say next to nothing. */
function asTable(source: Side, pairs: PairTable, forward: Float64Array, backward: Float64Array): Lexicon {
  const rows = new Int32Array(source.words.length + 1);
  const keep = (slot: number): boolean => forward[slot]! >= LEAST || backward[slot]! >= LEAST;
  for (let slot = 0; slot < pairs.size; slot++) if (keep(slot)) rows[pairs.sources[slot]! + 1]!++;
  for (let word = 0; word < source.words.length; word++) rows[word + 1]! += rows[word]!;
  const next = rows.slice();
  const total = rows[source.words.length]!;
  const lexicon = {
    rows,
    targets: new Int32Array(total),
    forward: new Float32Array(total),
    backward: new Float32Array(total),
  };
  for (let slot = 0; slot < pairs.size; slot++) {
    if (!keep(slot)) continue;
    const at = next[pairs.sources[slot]!]!++;
    lexicon.targets[at] = pairs.targets[slot]!;
    lexicon.forward[at] = forward[slot]!;
    lexicon.backward[at] = backward[slot]!;
  }
  return lexicon;
}

/** Pairs of word numbers, each once, in the order in which they came. Open addressing over typed arrays. */
class PairTable {
  size = 0;
  sources: Int32Array;
  targets: Int32Array;
  private table: Int32Array;

  constructor(expected: number) {
    let room = 1024;
    while (room < expected * 2) room *= 2;
    this.table = new Int32Array(room).fill(-1);
    this.sources = new Int32Array(room / 2);
    this.targets = new Int32Array(room / 2);
  }

  add(source: number, target: number): number {
    const mask = this.table.length - 1;
    let at = (Math.imul(source, 0x9e3779b1) ^ Math.imul(target, 0x85ebca6b)) >>> 0;
    at = (at ^ (at >>> 15)) & mask;
    for (;;) {
      const slot = this.table[at]!;
      if (slot < 0) break;
      if (this.sources[slot] === source && this.targets[slot] === target) return slot;
      at = (at + 1) & mask;
    }
    if (this.size === this.sources.length) {
      this.grow();
      return this.add(source, target);
    }
    const slot = this.size++;
    this.table[at] = slot;
    this.sources[slot] = source;
    this.targets[slot] = target;
    return slot;
  }

  private grow(): void {
    const { sources, targets, size } = this;
    this.table = new Int32Array(this.table.length * 2).fill(-1);
    this.sources = new Int32Array(sources.length * 2);
    this.targets = new Int32Array(targets.length * 2);
    this.size = 0;
    for (let slot = 0; slot < size; slot++) this.add(sources[slot]!, targets[slot]!);
  }
}

class Growing {
  private numbers = new Int32Array(1 << 16);
  private size = 0;
  push(number: number): void {
    if (this.size === this.numbers.length) {
      const more = new Int32Array(this.size * 2);
      more.set(this.numbers);
      this.numbers = more;
    }
    this.numbers[this.size++] = number;
  }
  all(): Int32Array {
    return this.numbers.subarray(0, this.size);
  }
}
