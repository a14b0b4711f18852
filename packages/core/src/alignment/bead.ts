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
}

export interface Alignment {
  /** In the order of the source; what stands only on the target side comes where the target has it. Each segment once. */
  readonly beads: readonly WeighedBead[];
  /** Indexes into `beads` of those that do not follow the order of their neighbours, ascending. */
  readonly moved: readonly number[];
}

export const lengthOf = (span: Span): number => span.to - span.from;
