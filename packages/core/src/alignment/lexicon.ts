/**
 * Which word of one language stands for which of the other, learned from the texts themselves: IBM Model 1 (Brown, Della
 * Pietra, Della Pietra & Mercer 1993, Computational Linguistics 19:2) in both directions that have to agree (Liang,
 * Taskar & Klein 2006), with absolute discounting so that what was seen together once proves nothing.
 */
import { Growing } from '../growing.js';
import { corpusOf, type Corpus, type Learning, type TrainingBead } from './corpus.js';
import type { Side } from './sides.js';
import { withShares, type Steps } from './steps.js';

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

const ITERATIONS = 5;
/** Occurrences given to "no counterpart" of each word. */
const NOTHING = 0.6;
/** Pairs less probable than this both ways are not worth their time. */
const LEAST = 0.002;

/** The lexicon that says only what is known before. */
export function lexiconOfPrior(source: Side, target: Side, prior: PriorPairs): Lexicon {
  const known = knownPairs(source, prior);
  const table = new Table(source, target, {
    rows: known.rows.slice(),
    targets: known.targets.slice(),
    known,
    counts: known.weights.slice(),
  });
  table.estimate(0);
  return table.lexicon();
}

/**
 * From the texts themselves, whose pairs are found at the same time: what stands in but one segment is of no use to them, and
 * absolute discounting (Ney, Essen & Kneser 1994) keeps down what was seen together by chance.
 */
const FROM_ITSELF: Learning = { isLearned: (side, word) => side.counts[word]! > 1, discount: 0.5 };

/**
 * The lexicon of beads, each counted by its weight; yields the share of the work that is done.
 * Cost: time, their words on one side times those on the other, some times; memory, different pairs of words, and pairs
 * that may stand for each other in each bead.
 */
export function* learnedLexicon(
  source: Side,
  target: Side,
  beads: readonly TrainingBead[],
  prior: PriorPairs,
  learning = FROM_ITSELF,
): Steps<Lexicon> {
  const ofRound = (round: number) => (share: number) => (round + share) / ITERATIONS;
  let corpus = corpusOf(source, target, beads, learning);
  yield ofRound(0)(0.1);
  const together = pairsTogether(source, target, corpus, knownPairs(source, prior));
  const table = new Table(source, target, yield* withShares(together, ofRound(0)));
  for (let round = 1; round < ITERATIONS; round++) {
    table.estimate(0);
    yield* withShares(table.expect(corpus), ofRound(round));
    if (round < ITERATIONS - 2) {
      table.forget((forward, backward) => forward * backward < HOPELESS);
      corpus = table.thinned(corpus);
    }
  }
  table.estimate(learning.discount);
  return table.lexicon();
}

/** Words whose pairs are gone through in one step. */
const STEP = 2000;
const endsStep = (word: number): boolean => word % STEP === STEP - 1;

/** Weight of "no counterpart" against the words of the other side, in the expectation. */
const NULL_SHARE = 0.02;
/** Pairs whose two probabilities together, by which they are counted, are less than this come to nothing. */
const HOPELESS = 1e-5;
/** How much more than of any other pair is thought of a known one before anything is read, for each time it counts as seen. */
const TRUST = 20;

/** Known pairs by source word. */
interface KnownPairs {
  readonly rows: Int32Array;
  readonly targets: Int32Array;
  /** How often each is taken as seen. */
  readonly weights: Float64Array;
}

/** Pairs of words by source word: in each row the known ones first. */
interface Pairs {
  readonly rows: Int32Array;
  readonly targets: Int32Array;
  readonly known: KnownPairs;
  /** How often a pair is expected to stand for each other, with what is known. */
  readonly counts: Float64Array;
}

/** Each known pair once: it may be known for several reasons. */
function knownPairs(side: Side, { source, target, weight }: PriorPairs): KnownPairs {
  const order = Array.from(source, (_, k) => k).sort((a, b) => source[a]! - source[b]! || target[a]! - target[b]!);
  const rows = new Int32Array(side.words.length + 1);
  const targets: number[] = [];
  const known: number[] = [];
  order.forEach((k, at) => {
    const before = order[at - 1];
    if (before !== undefined && source[before] === source[k] && target[before] === target[k])
      known[known.length - 1]! += weight[k]!;
    else {
      targets.push(target[k]!);
      known.push(weight[k]!);
      rows[source[k]! + 1]!++;
    }
  });
  for (let word = 0; word < side.words.length; word++) rows[word + 1]! += rows[word]!;
  return { rows, targets: Int32Array.from(targets), weights: Float64Array.from(known) };
}

/**
 * All pairs that stand together in a bead, and the known ones, first in each row; expected as if each word of a bead could
 * stand for any other of it, but rather for one that is known to.
 */
function* pairsTogether(source: Side, target: Side, corpus: Corpus, before: KnownPairs): Steps<Pairs> {
  const { weights, words, heights, beadStarts, beads, from, to } = corpus;
  const rows = new Int32Array(source.words.length + 1);
  const targets = new Growing(Int32Array);
  const counts = new Growing(Float64Array);
  const slots = new Int32Array(target.words.length);
  for (let word = 0; word < source.words.length; word++) {
    const first = targets.size;
    for (let k = before.rows[word]!; k < before.rows[word + 1]!; k++) {
      slots[before.targets[k]!] = targets.size;
      targets.push(before.targets[k]!);
      counts.push(before.weights[k]!);
    }
    const afterKnown = targets.size;
    for (let b = beadStarts[word]!; b < beadStarts[word + 1]!; b++) {
      const bead = beads[b]!;
      const height = heights[bead]!;
      const width = to[b]! - from[b]!;
      const usual = weights[bead]! / ((height + 1) * (width + 1));
      for (let p = from[b]!; p < to[b]!; p++) {
        const other = words[p]!;
        let slot = slots[other]!;
        if (slot < first || slot >= targets.size || targets.numbers[slot] !== other) {
          slot = slots[other] = targets.size;
          targets.push(other);
          counts.push(0);
        }
        if (slot >= afterKnown) counts.numbers[slot]! += usual;
        else {
          const trust = 1 + TRUST * before.weights[before.rows[word]! + slot - first]!;
          counts.numbers[slot]! += (weights[bead]! * trust * trust) / ((height + trust) * (width + trust));
        }
      }
    }
    rows[word + 1] = targets.size;
    if (endsStep(word)) yield word / source.words.length;
  }
  return { rows, targets: targets.all(), known: before, counts: counts.all() };
}

/** Pairs of words with what is thought of them so far. */
class Table {
  private readonly rows: Int32Array;
  private readonly targets: Int32Array;
  private readonly known: KnownPairs;
  private readonly counts: Float64Array;
  private readonly forward: Float64Array;
  private readonly backward: Float64Array;
  /** The place of each target word in the row in hand. */
  private readonly places: Int32Array;

  constructor(
    private readonly source: Side,
    private readonly target: Side,
    { rows, targets, known, counts }: Pairs,
  ) {
    this.rows = rows;
    this.targets = targets;
    this.known = known;
    this.counts = counts;
    this.forward = new Float64Array(counts.length);
    this.backward = new Float64Array(counts.length);
    this.places = new Int32Array(target.words.length);
  }

  /** How often each pair is expected to stand for each other in the beads, by what was thought of them up to now. */
  *expect({ weights, words, beadStarts, beads, from, to, places: some }: Corpus): Steps<void> {
    const { counts, forward, backward, places } = this;
    this.countKnown();
    // For each target word of each bead: all that its source words give it.
    const sums = new Float64Array(words.length).fill(NULL_SHARE);
    const size = this.source.words.length;
    for (let word = 0; word < size; word++) {
      if (endsStep(word)) yield word / size / 2;
      if (beadStarts[word] === beadStarts[word + 1]) continue;
      this.open(word);
      for (let b = beadStarts[word]!; b < beadStarts[word + 1]!; b++) {
        for (let at = from[b]!; at < to[b]!; at++) {
          const p = some ? some[at]! : at;
          sums[p]! += forward[places[words[p]!]!]!;
        }
      }
    }
    // From here on what each weighs: one by its sum, in the same room.
    const shares = sums;
    for (let p = 0; p < sums.length; p++) shares[p] = 1 / sums[p]!;
    for (let word = 0; word < size; word++) {
      if (endsStep(word)) yield 0.5 + word / size / 2;
      if (beadStarts[word] === beadStarts[word + 1]) continue;
      this.open(word);
      for (let b = beadStarts[word]!; b < beadStarts[word + 1]!; b++) {
        let sum = NULL_SHARE;
        for (let at = from[b]!; at < to[b]!; at++) sum += backward[places[words[some ? some[at]! : at]!]!]!;
        const share = weights[beads[b]!]! / sum;
        for (let at = from[b]!; at < to[b]!; at++) {
          const p = some ? some[at]! : at;
          const slot = places[words[p]!]!;
          counts[slot]! += share * forward[slot]! * backward[slot]! * shares[p]!;
        }
      }
    }
  }

  /** The corpus without the pairs that were forgotten. */
  thinned(corpus: Corpus): Corpus {
    const { words, beadStarts, beads, from, to, places: some } = corpus;
    const left = new Growing(Int32Array);
    const starts = new Int32Array(beads.length + 1);
    for (let word = 0; word < this.source.words.length; word++) {
      this.open(word);
      for (let b = beadStarts[word]!; b < beadStarts[word + 1]!; b++) {
        for (let at = from[b]!; at < to[b]!; at++) {
          const p = some ? some[at]! : at;
          const slot = this.places[words[p]!]!;
          // A place may be left from another row.
          if (slot >= this.rows[word]! && slot < this.rows[word + 1]! && this.targets[slot] === words[p]) left.push(p);
        }
        starts[b + 1] = left.size;
      }
    }
    return { ...corpus, from: starts.subarray(0, -1), to: starts.subarray(1), places: left.all() };
  }

  /** Probabilities from the counts, from each of which something is taken off. */
  estimate(discount: number): void {
    const { rows, targets, counts, forward, backward } = this;
    const byTarget = new Float64Array(this.target.words.length).fill(NOTHING);
    for (let slot = 0; slot < rows.at(-1)!; slot++) byTarget[targets[slot]!]! += counts[slot]!;
    for (let word = 0; word < this.source.words.length; word++) {
      const [from, to] = [rows[word]!, rows[word + 1]!];
      let ofWord = NOTHING;
      for (let slot = from; slot < to; slot++) ofWord += counts[slot]!;
      for (let slot = from; slot < to; slot++) {
        const count = Math.max(0, counts[slot]! - discount);
        forward[slot] = count / ofWord;
        backward[slot] = count / byTarget[targets[slot]!]!;
      }
    }
  }

  /** Pairs are taken out that say too little by their probabilities, but for the known ones if they are to be spared. */
  forget(saysLittle: (forward: number, backward: number) => boolean, sparesKnown = true): void {
    const { rows, targets, counts, forward, backward } = this;
    let kept = 0;
    for (let word = 0, from = 0; word < this.source.words.length; word++) {
      const to = rows[word + 1]!;
      const afterKnown = sparesKnown ? from + this.knownOf(word) : from;
      for (let slot = from; slot < to; slot++) {
        if (slot >= afterKnown && saysLittle(forward[slot]!, backward[slot]!)) continue;
        targets[kept] = targets[slot]!;
        counts[kept] = counts[slot]!;
        forward[kept] = forward[slot]!;
        backward[kept] = backward[slot]!;
        kept++;
      }
      from = to;
      rows[word + 1] = kept;
    }
  }

  /** Without pairs that say next to nothing. */
  lexicon(): Lexicon {
    this.forget((forward, backward) => forward < LEAST && backward < LEAST, false);
    const size = this.rows.at(-1)!;
    return {
      rows: this.rows,
      targets: this.targets.slice(0, size),
      forward: Float32Array.from(this.forward.subarray(0, size)),
      backward: Float32Array.from(this.backward.subarray(0, size)),
    };
  }

  private knownOf(word: number): number {
    return this.known.rows[word + 1]! - this.known.rows[word]!;
  }

  /** The counts of what is known, and none of all other pairs. */
  private countKnown(): void {
    const { counts, rows, known } = this;
    counts.fill(0);
    for (let word = 0; word < this.source.words.length; word++) {
      const first = known.rows[word]!;
      for (let k = 0; k < this.knownOf(word); k++) counts[rows[word]! + k] = known.weights[first + k]!;
    }
  }

  private open(word: number): void {
    for (let slot = this.rows[word]!; slot < this.rows[word + 1]!; slot++) this.places[this.targets[slot]!] = slot;
  }
}
