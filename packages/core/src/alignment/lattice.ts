/** All ways of pairing two texts within a band: the best one, and how probable each of its beads is among all. */
import type { Band } from './band.js';
import type { WeighedBead } from './bead.js';

/** A kind of bead: how many segments on either side, and the log of how frequent it is. */
export interface BeadKind {
  readonly sources: number;
  readonly targets: number;
  readonly prior: number;
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

/** The best path and the probability of each of its beads (forward–backward, Baum 1972). Cost: cells times kinds. */
export function weighedPath(band: Band, kinds: readonly BeadKind[], score: Score): WeighedBead[] {
  const { from: firstRow, lowest, highest } = band;
  const n = firstRow + lowest.length - 1;
  const m = highest.at(-1)!;
  const start = lowest[0]!;
  const cells = new Cells(band);
  const before = new Float64Array(cells.size).fill(-Infinity);
  before[cells.at(firstRow, start)] = 0;
  // Each value of a bead is computed once, used by both directions, and forgotten row by row.
  const values = new Float32Array(cells.size * kinds.length).fill(-Infinity);
  const terms = new Float64Array(kinds.length);
  for (let i = firstRow; i <= n; i++)
    for (let j = lowest[i - firstRow]!; j <= highest[i - firstRow]!; j++) {
      const at = cells.at(i, j);
      let best = before[at]!;
      for (let k = 0; k < kinds.length; k++) {
        terms[k] = -Infinity;
        const { sources: a, targets: b, prior } = kinds[k]!;
        if (!cells.has(i - a, j - b)) continue;
        const from = before[cells.at(i - a, j - b)]!;
        if (from === -Infinity) continue;
        const value = prior + (a > 0 && b > 0 ? score(i - a, a, j - b, b) : 0);
        values[at * kinds.length + k] = value;
        const term = from + value;
        terms[k] = term;
        if (term > best) best = term;
      }
      if (best === -Infinity) continue;
      if (i === firstRow && j === start) continue;
      let sum = 0;
      for (let k = 0; k < kinds.length; k++) if (terms[k]! > best - 40) sum += Math.exp(terms[k]! - best);
      before[at] = best + Math.log(sum);
    }
  const after = new Float64Array(cells.size).fill(-Infinity);
  after[cells.at(n, m)] = 0;
  const total = before[cells.at(n, m)]!;
  // Best expected number of right beads (posterior decoding): `gain` of the rest of the path, and how it goes on.
  const gain = new Float64Array(cells.size).fill(-Infinity);
  const next = new Int8Array(cells.size).fill(-1);
  gain[cells.at(n, m)] = 0;
  for (let i = n; i >= firstRow; i--)
    for (let j = highest[i - firstRow]!; j >= lowest[i - firstRow]!; j--) {
      const at = cells.at(i, j);
      if (before[at] === -Infinity || (i === n && j === m)) continue;
      let best = -Infinity;
      for (let k = 0; k < kinds.length; k++) {
        terms[k] = -Infinity;
        const { sources: a, targets: b } = kinds[k]!;
        if (!cells.has(i + a, j + b)) continue;
        const to = cells.at(i + a, j + b);
        const term = values[to * kinds.length + k]! + after[to]!;
        if (term === -Infinity) continue;
        terms[k] = term;
        if (term > best) best = term;
      }
      if (best === -Infinity) continue;
      let sum = 0;
      for (let k = 0; k < kinds.length; k++) {
        const term = terms[k]!;
        if (term <= best - 40) continue;
        sum += Math.exp(term - best);
        const { sources: a, targets: b } = kinds[k]!;
        const to = cells.at(i + a, j + b);
        const probability = Math.exp(before[at]! + term - total);
        const here = gain[to]! + (a + b) * probability;
        if (here > gain[at]!) {
          gain[at] = here;
          next[at] = k;
        }
      }
      after[at] = best + Math.log(sum);
    }
  const beads: WeighedBead[] = [];
  for (let i = firstRow, j = start; i < n || j < m;) {
    const at = cells.at(i, j);
    const k = next[at]!;
    const { sources: a, targets: b } = kinds[k]!;
    const to = cells.at(i + a, j + b);
    const sureness = Math.min(1, Math.exp(before[at]! + values[to * kinds.length + k]! + after[to]! - total));
    beads.push({ source: { from: i, to: i + a }, target: { from: j, to: j + b }, sureness });
    i += a;
    j += b;
  }
  return beads;
}

/** The best path alone through a band, as its cuts from corner to corner: one byte a cell, for wide bands. */
export function bestPath(band: Band, kinds: readonly BeadKind[], scoreOfRow: (i: number) => Score): [number, number][] {
  const { from: firstRow, lowest, highest } = band;
  const n = lowest.length - 1;
  const cells = new Cells(band);
  const back = new Int8Array(cells.size).fill(-1);
  const depth = Math.max(...kinds.map(({ sources }) => sources)) + 1;
  const rows: Float64Array[] = [];
  for (let row = 0; row <= n; row++) {
    const low = lowest[row]!;
    const high = highest[row]!;
    const best = new Float64Array(Math.max(0, high - low + 1)).fill(-Infinity);
    const at = cells.at(firstRow + row, low);
    rows[row % depth] = best;
    if (row === 0) best[0] = 0;
    for (let k = 0; k < kinds.length; k++) {
      const { sources: a, targets: b, prior } = kinds[k]!;
      if (a === 0 || a > row) continue;
      const from = rows[(row - a) % depth]!;
      const fromLow = lowest[row - a]!;
      const i = firstRow + row - a;
      const score = b > 0 ? scoreOfRow(i) : null;
      const last = Math.min(high, fromLow + from.length - 1 + b);
      for (let j = Math.max(low, fromLow + b); j <= last; j++) {
        const value = from[j - b - fromLow]! + prior + (score ? score(i, a, j - b, b) : 0);
        if (value > best[j - low]!) {
          best[j - low] = value;
          back[at + j - low] = k;
        }
      }
    }
    for (let k = 0; k < kinds.length; k++) {
      const { sources: a, targets: b, prior } = kinds[k]!;
      if (a !== 0) continue;
      for (let j = low + b; j <= high; j++) {
        const value = best[j - b - low]! + prior;
        if (value > best[j - low]!) {
          best[j - low] = value;
          back[at + j - low] = k;
        }
      }
    }
  }
  const start = lowest[0]!;
  const path: [number, number][] = [[firstRow + n, highest[n]!]];
  for (let [i, j] = path[0]!; i > firstRow || j > start;) {
    const { sources: a, targets: b } = kinds[back[cells.at(i, j)]!]!;
    i -= a;
    j -= b;
    path.push([i, j]);
  }
  return path.reverse();
}
