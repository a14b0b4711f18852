/** The cells in which two texts may be paired, and what a way through them costs. */
import type { Band } from './band.js';

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
