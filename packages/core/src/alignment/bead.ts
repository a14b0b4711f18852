/** What an alignment is made of. All positions are indexes of segments, from 0. */

/** Segments `from` up to, but without, `to`. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** The smallest pieces of two texts that correspond; one side may be empty, never both. */
export interface Bead {
  readonly source: Span;
  readonly target: Span;
}

export interface WeighedBead extends Bead {
  /** How probable it is that exactly these segments belong together: 0 to 1. */
  readonly sureness: number;
  /**
   * How probable it is at least that something of the one passage belongs to something of the other, 0 to 1: where it is high
   * and the sureness is not, only the cut is in doubt. Left out where nobody asked for it, and without a counterpart.
   */
  readonly together?: number;
}

export interface Alignment {
  /** In the order of the source; what stands only on the target side comes where the target has it. Each segment once. */
  readonly beads: readonly WeighedBead[];
  /** Indexes into `beads` of those that do not follow the order of their neighbours, ascending. */
  readonly moved: readonly number[];
}

export const lengthOf = (span: Span): number => span.to - span.from;

/** From so high a probability on that something of both passages belongs together, only the cut can be in doubt. */
const TOGETHER = 0.95;

/** Whether a pair that is less sure than `sure` is so only in where it is cut. */
export const isOnlyCutInDoubt = (
  { sureness, together = 0 }: Pick<WeighedBead, 'sureness' | 'together'>,
  sure: number,
) => sureness < sure && together >= TOGETHER;
