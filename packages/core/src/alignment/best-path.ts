/** The best way alone of pairing two texts within a band. */
import type { Band } from './band.js';
import { Cells, type BeadKinds, type Score } from './lattice.js';
import type { Steps } from './steps.js';

/** Rows of a band in one step. */
const STEP = 2000;

/**
 * The best path alone through a band, as its cuts from corner to corner: two bytes a cell, for wide bands.
 * @param scoreOfRow asked for row after row
 */
export function* bestPath(band: Band, kinds: BeadKinds, scoreOfRow: (i: number) => Score): Steps<[number, number][]> {
  const search = new Search(band, kinds);
  const rows = band.lowest.length;
  for (let row = 0; row < rows; row++) {
    search.row(row, scoreOfRow);
    if (row % STEP === STEP - 1) yield row / rows;
  }
  return search.path();
}

/** How the best way to a cell ended. */
const [PAIRED, IN_SOURCE, IN_TARGET] = [0, 1, 2];

/** Log probability of the best way to each cell of a row, by how it ends; `ready`: the best of the three. */
interface Row {
  readonly low: number;
  readonly high: number;
  /** Of the first cell of the row among all. */
  readonly at: number;
  readonly paired: Float64Array;
  readonly inSource: Float64Array;
  readonly inTarget: Float64Array;
  readonly ready: Float64Array;
}

class Search {
  private readonly cells: Cells;
  /** For each cell the pair before it. */
  private readonly pairBefore: Uint8Array;
  /** For each cell, and each way to end there: how the way ended from which it was reached; two bits each. */
  private readonly before: Uint8Array;
  private readonly SOURCE: number;
  private readonly TARGET: number;
  /** The rows that the next one can be reached from, in turn. */
  private readonly rows: Row[] = [];
  private readonly depth: number;

  constructor(
    private readonly band: Band,
    private readonly kinds: BeadKinds,
  ) {
    const { pairs } = kinds;
    this.cells = new Cells(band);
    this.pairBefore = new Uint8Array(this.cells.size);
    this.before = new Uint8Array(this.cells.size);
    [this.SOURCE, this.TARGET] = [pairs.length, pairs.length + 1];
    this.depth = Math.max(...pairs.map(({ sources }) => sources)) + 1;
  }

  row(row: number, scoreOfRow: (i: number) => Score): void {
    const here = this.emptyRow(row);
    this.rows[row % this.depth] = here;
    if (row === 0) here.paired[0] = 0;
    this.pairs(row, here, scoreOfRow);
    if (row > 0) this.gapOfSource(this.rows[(row - 1) % this.depth]!, here);
    this.gapOfTarget(here);
  }

  private emptyRow(row: number): Row {
    const low = this.band.lowest[row]!;
    const high = this.band.highest[row]!;
    const empty = (): Float64Array => new Float64Array(Math.max(0, high - low + 1)).fill(-Infinity);
    const at = this.cells.at(this.band.from + row, low);
    return { low, high, at, paired: empty(), inSource: empty(), inTarget: empty(), ready: empty() };
  }

  private pairs(row: number, { low, high, at, paired }: Row, scoreOfRow: (i: number) => Score): void {
    const { pairBefore } = this;
    const { pairs } = this.kinds;
    for (let k = 0; k < pairs.length; k++) {
      const { sources: a, targets: b, prior } = pairs[k]!;
      if (a > row) continue;
      const { ready: from, low: fromLow } = this.rows[(row - a) % this.depth]!;
      const i = this.band.from + row - a;
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
  }

  /** A segment of the source alone: reached from the row above. */
  private gapOfSource(above: Row, { low, high, at, paired, inSource }: Row): void {
    const { gaps } = this.kinds;
    const last = Math.min(high, above.low + above.paired.length - 1);
    for (let j = Math.max(low, above.low); j <= last; j++) {
      const single = above.ready[j - above.low]! + gaps.single.source;
      if (single > paired[j - low]!) {
        paired[j - low] = single;
        this.pairBefore[at + j - low] = this.SOURCE;
      }
      const opened = above.paired[j - above.low]! + gaps.begins;
      const further = above.inSource[j - above.low]! + gaps.further;
      inSource[j - low] = Math.max(opened, further);
      if (further > opened) this.before[at + j - low]! |= IN_SOURCE << 2;
    }
  }

  /** A segment of the target alone: reached from the cell before; then the best of all ways to the cell. */
  private gapOfTarget({ low, high, at, paired, inSource, inTarget, ready }: Row): void {
    const { gaps } = this.kinds;
    for (let x = 0; x <= high - low; x++) {
      if (x > 0) {
        const single = ready[x - 1]! + gaps.single.target;
        if (single > paired[x]!) {
          paired[x] = single;
          this.pairBefore[at + x] = this.TARGET;
        }
        const opened = paired[x - 1]! + gaps.begins;
        const turned = inSource[x - 1]! + gaps.begins;
        const further = inTarget[x - 1]! + gaps.further;
        const best = Math.max(opened, turned, further);
        inTarget[x] = best;
        this.before[at + x]! |= (best === further ? IN_TARGET : best === turned ? IN_SOURCE : PAIRED) << 4;
      }
      const best = Math.max(paired[x]!, inSource[x]! + gaps.end, inTarget[x]! + gaps.end);
      ready[x] = best;
      this.before[at + x]! |= best === paired[x]! ? PAIRED : best === inSource[x]! + gaps.end ? IN_SOURCE : IN_TARGET;
    }
  }

  /** After the last row: back from its corner. */
  path(): [number, number][] {
    const { cells, pairBefore, before } = this;
    const { pairs } = this.kinds;
    const { from: firstRow, lowest, highest } = this.band;
    const n = lowest.length - 1;
    const start = lowest[0]!;
    const path: [number, number][] = [[firstRow + n, highest[n]!]];
    const { paired, inSource, inTarget } = this.rows[n % this.depth]!;
    const ends = [paired.at(-1)!, inSource.at(-1)!, inTarget.at(-1)!];
    let state = ends.indexOf(Math.max(...ends));
    for (let [i, j] = path[0]!; i > firstRow || j > start;) {
      const at = cells.at(i, j);
      if (state === PAIRED) {
        const k = pairBefore[at]!;
        i -= k === this.SOURCE ? 1 : k === this.TARGET ? 0 : pairs[k]!.sources;
        j -= k === this.SOURCE ? 0 : k === this.TARGET ? 1 : pairs[k]!.targets;
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
}
