/** All ways of pairing two texts within a band: the best one, and how probable each of its beads is among all. */
import type { Band } from './band.js';
import type { WeighedBead } from './bead.js';

/** A kind of bead with two sides: how many segments on either side, and the log of how frequent it is. */
export interface BeadKind {
  readonly sources: number;
  readonly targets: number;
  readonly prior: number;
}

/**
 * Segments without counterpart: a single one, as a kind of bead; or a gap of any length, where one that begins is rare
 * and one that goes on is not (the pair model with gaps of Durbin et al. 1998, Biological Sequence Analysis, ch. 4).
 * Logs of probabilities.
 */
export interface Gaps {
  readonly single: { readonly source: number; readonly target: number };
  readonly begins: number;
  readonly further: number;
  readonly end: number;
}

export interface BeadKinds {
  readonly pairs: readonly BeadKind[];
  readonly gaps: Gaps;
}

/** Log of how much likelier the passages are together than apart; both sides have at least one segment. */
export type Score = (i: number, a: number, j: number, b: number) => number;

/** The cells of a band one after another. */
export class Cells {
  private readonly offsets: Float64Array;
  constructor(readonly band: Band) {
    const rows = band.lowest.length;
    this.offsets = new Float64Array(rows + 1);
    for (let i = 0; i < rows; i++)
      this.offsets[i + 1] = this.offsets[i]! + Math.max(0, band.highest[i]! - band.lowest[i]! + 1);
  }
  get size(): number {
    return this.offsets.at(-1)!;
  }
  has(i: number, j: number): boolean {
    const row = i - this.band.from;
    return row >= 0 && row < this.band.lowest.length && j >= this.band.lowest[row]! && j <= this.band.highest[row]!;
  }
  at(i: number, j: number): number {
    const row = i - this.band.from;
    return this.offsets[row]! + j - this.band.lowest[row]!;
  }
}

/**
 * The best path and the probability of each of its beads (forward–backward, Baum 1972). In a gap on both sides the source
 * comes first. Cost: cells times kinds.
 */
export function weighedPath(band: Band, { pairs, gaps }: BeadKinds, score: Score): WeighedBead[] {
  const { from: firstRow, lowest, highest } = band;
  const n = firstRow + lowest.length - 1;
  const m = highest.at(-1)!;
  const start = lowest[0]!;
  const cells = new Cells(band);
  const empty = (): Float64Array => new Float64Array(cells.size).fill(-Infinity);
  // Log probability of all ways to a cell: that end with a pair, in a gap of the source, in one of the target.
  const [paired, inSource, inTarget] = [empty(), empty(), empty()];
  /** Of all ways to a cell after which a pair may come. */
  const ready = empty();
  paired[cells.at(firstRow, start)] = 0;
  // Each value of a pair is computed once, used by both directions, and forgotten row by row.
  const values = new Float32Array(cells.size * pairs.length).fill(-Infinity);
  const terms = new Float64Array(pairs.length);
  for (let i = firstRow; i <= n; i++)
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
      if (i > firstRow || j > start) paired[at] = logSum(terms);
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
  // Of all ways from a cell to the end, by how the way to it ended.
  const [afterPair, afterSource, afterTarget] = [empty(), empty(), empty()];
  const last = cells.at(n, m);
  const total = logAdd(paired[last]!, logAdd(inSource[last]!, inTarget[last]!));
  for (const after of [afterPair, afterSource, afterTarget]) after[last] = 0;
  const probabilityOfPair = (at: number, to: number, k: number): number =>
    Math.exp(ready[at]! + values[to * pairs.length + k]! + afterPair[to]! - total);
  const probabilityInSource = (at: number, to: number): number =>
    Math.exp(
      logAdd(
        ready[at]! + gaps.single.source + afterPair[to]!,
        logAdd(paired[at]! + gaps.begins, inSource[at]! + gaps.further) + afterSource[to]!,
      ) - total,
    );
  const probabilityInTarget = (at: number, to: number): number =>
    Math.exp(
      logAdd(
        ready[at]! + gaps.single.target + afterPair[to]!,
        logAdd(logAdd(paired[at]!, inSource[at]!) + gaps.begins, inTarget[at]! + gaps.further) + afterTarget[to]!,
      ) - total,
    );
  // Best expected number of right segments (posterior decoding): `gain` of the rest of the path, and how it goes on.
  const gain = empty();
  const next = new Int8Array(cells.size).fill(-1);
  gain[last] = 0;
  const [SOURCE, TARGET] = [pairs.length, pairs.length + 1];
  for (let i = n; i >= firstRow; i--)
    for (let j = highest[i - firstRow]!; j >= lowest[i - firstRow]!; j--) {
      const at = cells.at(i, j);
      if (at === last) continue;
      const choose = (kind: number, segments: number, probability: number, to: number): void => {
        const here = gain[to]! + segments * probability;
        if (here > gain[at]!) {
          gain[at] = here;
          next[at] = kind;
        }
      };
      for (let k = 0; k < pairs.length; k++) {
        terms[k] = -Infinity;
        const { sources: a, targets: b } = pairs[k]!;
        if (!cells.has(i + a, j + b)) continue;
        const to = cells.at(i + a, j + b);
        terms[k] = values[to * pairs.length + k]! + afterPair[to]!;
        if (terms[k]! > -Infinity) choose(k, a + b, probabilityOfPair(at, to, k), to);
      }
      let pair = logSum(terms);
      let [source, target] = [-Infinity, -Infinity];
      if (cells.has(i + 1, j)) {
        const to = cells.at(i + 1, j);
        source = afterSource[to]!;
        pair = logAdd(pair, afterPair[to]! + gaps.single.source);
        choose(SOURCE, 1, probabilityInSource(at, to), to);
      }
      if (cells.has(i, j + 1)) {
        const to = cells.at(i, j + 1);
        target = afterTarget[to]!;
        pair = logAdd(pair, afterPair[to]! + gaps.single.target);
        choose(TARGET, 1, probabilityInTarget(at, to), to);
      }
      afterPair[at] = logAdd(pair, logAdd(source, target) + gaps.begins);
      afterSource[at] = logAdd(pair + gaps.end, logAdd(source + gaps.further, target + gaps.begins));
      afterTarget[at] = logAdd(pair + gaps.end, target + gaps.further);
    }
  const beads: WeighedBead[] = [];
  for (let i = firstRow, j = start; i < n || j < m;) {
    const at = cells.at(i, j);
    const k = next[at]!;
    const [a, b] = k === SOURCE ? [1, 0] : k === TARGET ? [0, 1] : [pairs[k]!.sources, pairs[k]!.targets];
    const to = cells.at(i + a, j + b);
    const probability =
      k === SOURCE
        ? probabilityInSource(at, to)
        : k === TARGET
          ? probabilityInTarget(at, to)
          : probabilityOfPair(at, to, k);
    beads.push({
      source: { from: i, to: i + a },
      target: { from: j, to: j + b },
      sureness: Math.min(1, probability),
    });
    i += a;
    j += b;
  }
  return beads;
}

/** How the best way to a cell ended. */
const [PAIRED, IN_SOURCE, IN_TARGET] = [0, 1, 2];

/** The best path alone through a band, as its cuts from corner to corner: two bytes a cell, for wide bands. */
export function bestPath(band: Band, { pairs, gaps }: BeadKinds, scoreOfRow: (i: number) => Score): [number, number][] {
  const { from: firstRow, lowest, highest } = band;
  const n = lowest.length - 1;
  const cells = new Cells(band);
  // For each cell the pair before it, and by how it ended itself: how the way ended from which it was reached.
  const pairBefore = new Uint8Array(cells.size);
  const before = new Uint8Array(cells.size);
  const [SOURCE, TARGET] = [pairs.length, pairs.length + 1];
  const depth = Math.max(...pairs.map(({ sources }) => sources)) + 1;
  interface Row {
    readonly paired: Float64Array;
    readonly inSource: Float64Array;
    readonly inTarget: Float64Array;
    readonly ready: Float64Array;
  }
  const rows: Row[] = [];
  for (let row = 0; row <= n; row++) {
    const low = lowest[row]!;
    const high = highest[row]!;
    const width = Math.max(0, high - low + 1);
    const at = cells.at(firstRow + row, low);
    const empty = (): Float64Array => new Float64Array(width).fill(-Infinity);
    const here: Row = { paired: empty(), inSource: empty(), inTarget: empty(), ready: empty() };
    const { paired, inSource, inTarget, ready } = here;
    rows[row % depth] = here;
    if (row === 0) paired[0] = 0;
    for (let k = 0; k < pairs.length; k++) {
      const { sources: a, targets: b, prior } = pairs[k]!;
      if (a > row) continue;
      const from = rows[(row - a) % depth]!.ready;
      const fromLow = lowest[row - a]!;
      const i = firstRow + row - a;
      const score = scoreOfRow(i);
      const last = Math.min(high, fromLow + from.length - 1 + b);
      for (let j = Math.max(low, fromLow + b); j <= last; j++) {
        const value = from[j - b - fromLow]! + prior + score(i, a, j - b, b);
        if (value > paired[j - low]!) {
          paired[j - low] = value;
          pairBefore[at + j - low] = k;
        }
      }
    }
    if (row > 0) {
      const above = rows[(row - 1) % depth]!;
      const aboveLow = lowest[row - 1]!;
      const last = Math.min(high, aboveLow + above.paired.length - 1);
      for (let j = Math.max(low, aboveLow); j <= last; j++) {
        const single = above.ready[j - aboveLow]! + gaps.single.source;
        if (single > paired[j - low]!) {
          paired[j - low] = single;
          pairBefore[at + j - low] = SOURCE;
        }
        const opened = above.paired[j - aboveLow]! + gaps.begins;
        const further = above.inSource[j - aboveLow]! + gaps.further;
        inSource[j - low] = Math.max(opened, further);
        if (further > opened) before[at + j - low]! |= IN_SOURCE << 2;
      }
    }
    for (let j = low; j <= high; j++) {
      const x = j - low;
      if (x > 0) {
        const single = ready[x - 1]! + gaps.single.target;
        if (single > paired[x]!) {
          paired[x] = single;
          pairBefore[at + x] = TARGET;
        }
        const opened = paired[x - 1]! + gaps.begins;
        const turned = inSource[x - 1]! + gaps.begins;
        const further = inTarget[x - 1]! + gaps.further;
        const best = Math.max(opened, turned, further);
        inTarget[x] = best;
        before[at + x]! |= (best === further ? IN_TARGET : best === turned ? IN_SOURCE : PAIRED) << 4;
      }
      const best = Math.max(paired[x]!, inSource[x]! + gaps.end, inTarget[x]! + gaps.end);
      ready[x] = best;
      before[at + x]! |= best === paired[x]! ? PAIRED : best === inSource[x]! + gaps.end ? IN_SOURCE : IN_TARGET;
    }
  }
  const start = lowest[0]!;
  const path: [number, number][] = [[firstRow + n, highest[n]!]];
  const { paired, inSource, inTarget } = rows[n % depth]!;
  const ends = [paired.at(-1)!, inSource.at(-1)!, inTarget.at(-1)!];
  let state = ends.indexOf(Math.max(...ends));
  for (let [i, j] = path[0]!; i > firstRow || j > start;) {
    const at = cells.at(i, j);
    if (state === PAIRED) {
      const k = pairBefore[at]!;
      i -= k === SOURCE ? 1 : k === TARGET ? 0 : pairs[k]!.sources;
      j -= k === SOURCE ? 0 : k === TARGET ? 1 : pairs[k]!.targets;
      state = before[cells.at(i, j)]! & 3;
    } else if (state === IN_SOURCE) {
      i--;
      state = (before[at]! >> 2) & 3;
    } else {
      j--;
      state = (before[at]! >> 4) & 3;
    }
    path.push([i, j]);
  }
  return path.reverse();
}

/** What is less probable by this much, as a log, adds nothing that could be seen. */
const NEGLIGIBLE = 25;

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
