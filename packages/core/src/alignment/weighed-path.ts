/** All ways of pairing two texts within a band: the best one, and how probable each of its beads is among all. */
import type { Band } from './band.js';
import type { WeighedBead } from './bead.js';
import { Cells, type BeadKinds, type Score } from './lattice.js';

/**
 * The best path and the probability of each of its beads (forward–backward, Baum 1972). In a gap on both sides the source
 * comes first. Cost: cells times kinds.
 * @param saysTogether whether it is asked how probable it is that segments belong together, however they are cut
 */
export function weighedPath(band: Band, kinds: BeadKinds, score: Score, saysTogether = false): WeighedBead[] {
  const ways = new Ways(band, kinds, saysTogether);
  ways.begun(score);
  ways.ended();
  return ways.best();
}

class Ways {
  private readonly cells: Cells;
  /** Log probability of all ways to a cell: that end with a pair, in a gap of the source, in one of the target. */
  private readonly paired: Float64Array;
  private readonly inSource: Float64Array;
  private readonly inTarget: Float64Array;
  /** Of all ways to a cell after which a pair may come. */
  private readonly ready: Float64Array;
  /** Of each kind of pair that ends at a cell: computed once, used by both directions. */
  private readonly values: Float32Array;
  /** Of all ways from a cell to the end, by how the way to it ended. Only of the few rows that are needed at a time. */
  private readonly afterPair: Float64Array;
  private readonly afterSource: Float64Array;
  private readonly afterTarget: Float64Array;
  /** Of all ways from corner to corner. */
  private total = 0;
  /** The most right segments to be expected of the rest of the way (posterior decoding). Of the same rows. */
  private readonly gain: Float64Array;
  /** How the way goes on from a cell, and how probable that is. */
  private readonly next: Int8Array;
  private readonly sureness: Float64Array;
  /** By row: where its cut 0 would stand among those of the rows that are needed at a time. */
  private readonly bases: Int32Array;
  /** By the cut before two segments: how probable it is that both are in one bead. Null: nobody asks. */
  private readonly together: Float32Array | null;
  private readonly SOURCE: number;
  private readonly TARGET: number;

  constructor(
    private readonly band: Band,
    private readonly kinds: BeadKinds,
    saysTogether: boolean,
  ) {
    this.cells = new Cells(band);
    const { size } = this.cells;
    this.together = saysTogether ? new Float32Array(size) : null;
    const empty = (): Float64Array => new Float64Array(size).fill(-Infinity);
    [this.paired, this.inSource, this.inTarget, this.ready] = [empty(), empty(), empty(), empty()];
    this.values = new Float32Array(size * kinds.pairs.length).fill(-Infinity);
    const rows = 1 + kinds.pairs.reduce((most, { sources }) => Math.max(most, sources), 1);
    const width = band.lowest.reduce((most, from, row) => Math.max(most, band.highest[row]! - from + 1), 1);
    const ofRows = (): Float64Array => new Float64Array(rows * width);
    this.bases = band.lowest.map((from, row) => (row % rows) * width - from);
    [this.afterPair, this.afterSource, this.afterTarget, this.gain] = [ofRows(), ofRows(), ofRows(), ofRows()];
    this.next = new Int8Array(size).fill(-1);
    this.sureness = new Float64Array(size);
    [this.SOURCE, this.TARGET] = [kinds.pairs.length, kinds.pairs.length + 1];
  }

  /** From the first corner on: how probable all ways to each cell are. */
  begun(score: Score): void {
    const { cells, paired, inSource, inTarget, ready, values } = this;
    const { pairs, gaps } = this.kinds;
    const { from: firstRow, lowest, highest } = this.band;
    const terms = new Float64Array(pairs.length);
    const start = cells.at(firstRow, lowest[0]!);
    paired[start] = 0;
    for (let i = firstRow; i < firstRow + lowest.length; i++)
      for (let j = lowest[i - firstRow]!; j <= highest[i - firstRow]!; j++) {
        const at = cells.at(i, j);
        for (let k = 0; k < pairs.length; k++) {
          terms[k] = -Infinity;
          const { sources: a, targets: b, prior } = pairs[k]!;
          if (!cells.has(i - a, j - b)) continue;
          const from = ready[cells.at(i - a, j - b)]!;
          if (from === -Infinity) continue;
          const value = prior + score(i - a, a, j - b, b);
          values[at * pairs.length + k] = value;
          terms[k] = from + value;
        }
        if (at !== start) paired[at] = logSum(terms);
        if (cells.has(i - 1, j)) {
          const from = cells.at(i - 1, j);
          paired[at] = logAdd(paired[at]!, ready[from]! + gaps.single.source);
          inSource[at] = logAdd(paired[from]! + gaps.begins, inSource[from]! + gaps.further);
        }
        if (cells.has(i, j - 1)) {
          const from = cells.at(i, j - 1);
          paired[at] = logAdd(paired[at]!, ready[from]! + gaps.single.target);
          inTarget[at] = logAdd(logAdd(paired[from]!, inSource[from]!) + gaps.begins, inTarget[from]! + gaps.further);
        }
        ready[at] = logAdd(paired[at]!, logAdd(inSource[at]!, inTarget[at]!) + gaps.end);
      }
  }

  /** From the last corner back: how probable all ways on are, and which of them promises most. After `begun`. */
  ended(): void {
    const { cells, afterPair, afterSource, afterTarget, values } = this;
    const { pairs, gaps } = this.kinds;
    const { from: firstRow, lowest, highest } = this.band;
    const terms = new Float64Array(pairs.length);
    const last = cells.size - 1;
    this.total = logAdd(this.paired[last]!, logAdd(this.inSource[last]!, this.inTarget[last]!));
    for (let i = firstRow + lowest.length - 1; i >= firstRow; i--)
      for (let j = highest[i - firstRow]!; j >= lowest[i - firstRow]!; j--) {
        const at = cells.at(i, j);
        const here = this.placeOf(i, j);
        if (at === last) {
          for (const all of [afterPair, afterSource, afterTarget, this.gain]) all[here] = 0;
          continue;
        }
        this.gain[here] = -Infinity;
        for (let k = 0; k < pairs.length; k++) {
          terms[k] = -Infinity;
          const { sources: a, targets: b } = pairs[k]!;
          if (!cells.has(i + a, j + b)) continue;
          const to = cells.at(i + a, j + b);
          const there = this.placeOf(i + a, j + b);
          terms[k] = values[to * pairs.length + k]! + afterPair[there]!;
          if (terms[k]! === -Infinity) continue;
          const probability = this.offer(at, here, k, a + b, to, there);
          if (this.together && probability > NOTICED) this.noteTogether(i, a, j, b, probability);
        }
        let pair = logSum(terms);
        let [source, target] = [-Infinity, -Infinity];
        if (cells.has(i + 1, j)) {
          const to = cells.at(i + 1, j);
          const there = this.placeOf(i + 1, j);
          source = afterSource[there]!;
          pair = logAdd(pair, afterPair[there]! + gaps.single.source);
          this.offer(at, here, this.SOURCE, 1, to, there);
        }
        if (cells.has(i, j + 1)) {
          const to = cells.at(i, j + 1);
          const there = this.placeOf(i, j + 1);
          target = afterTarget[there]!;
          pair = logAdd(pair, afterPair[there]! + gaps.single.target);
          this.offer(at, here, this.TARGET, 1, to, there);
        }
        afterPair[here] = logAdd(pair, logAdd(source, target) + gaps.begins);
        afterSource[here] = logAdd(pair + gaps.end, logAdd(source + gaps.further, target + gaps.begins));
        afterTarget[here] = logAdd(pair + gaps.end, target + gaps.further);
      }
  }

  /** Where a cell stands among those of the rows that are needed at a time. */
  private placeOf(i: number, j: number): number {
    return this.bases[i - this.band.from]! + j;
  }

  /**
   * A way to go on from a cell: taken if it promises more than those offered before.
   * @param here @param there where both cells stand among the rows that are needed
   * @returns how probable it is
   */
  private offer(at: number, here: number, kind: number, segments: number, to: number, there: number): number {
    const probability = this.probability(at, kind, to, there);
    const gain = this.gain[there]! + segments * probability;
    if (gain > this.gain[here]!) {
      this.gain[here] = gain;
      this.next[at] = kind;
      this.sureness[at] = probability;
    }
    return probability;
  }

  private noteTogether(i: number, a: number, j: number, b: number, probability: number): void {
    for (let s = i; s < i + a; s++)
      for (let t = j; t < j + b; t++) if (this.cells.has(s, t)) this.together![this.cells.at(s, t)]! += probability;
  }

  /** Of the segments of a bead those that belong together most probably say how far it is right. */
  private togetherIn(i: number, a: number, j: number, b: number): number {
    let most = 0;
    for (let s = i; s < i + a; s++)
      for (let t = j; t < j + b; t++)
        if (this.cells.has(s, t)) most = Math.max(most, this.together![this.cells.at(s, t)]!);
    return Math.min(1, most);
  }

  /** How probable it is, 0 to 1, that a way goes from one cell to the other by this kind of step. */
  private probability(at: number, kind: number, to: number, there: number): number {
    const { paired, inSource, inTarget, ready } = this;
    const { pairs, gaps } = this.kinds;
    const afterPair = this.afterPair[there]!;
    if (kind < pairs.length)
      return Math.exp(ready[at]! + this.values[to * pairs.length + kind]! + afterPair - this.total);
    const source = kind === this.SOURCE;
    const alone = ready[at]! + (source ? gaps.single.source : gaps.single.target) + afterPair;
    const inGap = source
      ? logAdd(paired[at]! + gaps.begins, inSource[at]! + gaps.further) + this.afterSource[there]!
      : logAdd(logAdd(paired[at]!, inSource[at]!) + gaps.begins, inTarget[at]! + gaps.further) +
        this.afterTarget[there]!;
    return Math.exp(logAdd(alone, inGap) - this.total);
  }

  /** The way that promises most, from the first corner. After `ended`. */
  best(): WeighedBead[] {
    const { cells } = this;
    const { pairs } = this.kinds;
    const { from: firstRow, lowest, highest } = this.band;
    const [n, m] = [firstRow + lowest.length - 1, highest.at(-1)!];
    const beads: WeighedBead[] = [];
    for (let i = firstRow, j = lowest[0]!; i < n || j < m;) {
      const at = cells.at(i, j);
      const kind = this.next[at]!;
      const [a, b] =
        kind === this.SOURCE ? [1, 0] : kind === this.TARGET ? [0, 1] : [pairs[kind]!.sources, pairs[kind]!.targets];
      beads.push({
        source: { from: i, to: i + a },
        target: { from: j, to: j + b },
        sureness: Math.min(1, this.sureness[at]!),
        ...(this.together && a > 0 && b > 0 && { together: this.togetherIn(i, a, j, b) }),
      });
      i += a;
      j += b;
    }
    return beads;
  }
}

/** What is less probable by this much, as a log, adds nothing that could be seen. */
const NEGLIGIBLE = 25;

/** A bead that is less probable says nothing of what belongs together. */
const NOTICED = 0.005;

/** log(eᵃ + eᵇ). */
function logAdd(a: number, b: number): number {
  // Written so that two impossible ones stay impossible.
  if (a > b) return b > a - NEGLIGIBLE ? a + Math.log1p(Math.exp(b - a)) : a;
  return a > b - NEGLIGIBLE ? b + Math.log1p(Math.exp(a - b)) : b;
}

function logSum(terms: Float64Array): number {
  let best = -Infinity;
  for (const term of terms) if (term > best) best = term;
  if (best === -Infinity) return best;
  let sum = 0;
  for (const term of terms) if (term > best - NEGLIGIBLE) sum += Math.exp(term - best);
  return best + Math.log(sum);
}
