/** What is counted and checked of the pairs of an alignment. */
import type { Bead } from '@fair-copy/core/alignment/bead.js';
import { ApiError } from '../errors.js';
import type { BeadBody, PairTally } from '@fair-copy/api/alignments.js';

/** Below this a pair counts as doubtful. */
export const DOUBT = 0.8;

export const NO_PAIRS: PairTally = { pairs: 0, doubtful: 0, doubtfulPairs: 0, pinned: 0, alone: 0 };

export const hasBothSides = ([i, iEnd, j, jEnd]: BeadBody): boolean => i < iEnd && j < jEnd;

/** Whether a pair goes out where only those at least this sure are wanted. */
export const isSure = ([, , , , sureness, pin]: BeadBody, sure: number): boolean => sureness >= sure || pin === 1;

export function tallyOf(beads: readonly BeadBody[]): PairTally {
  const tally = { ...NO_PAIRS };
  for (const bead of beads) {
    const [i, iEnd, j, jEnd, sureness, pin] = bead;
    if (hasBothSides(bead)) tally.pairs++;
    else tally.alone += iEnd - i + jEnd - j;
    if (pin === 1) tally.pinned++;
    else if (sureness < DOUBT) {
      tally.doubtful++;
      if (hasBothSides(bead)) tally.doubtfulPairs++;
    }
  }
  return tally;
}

export const beadOf = ([i, iEnd, j, jEnd]: BeadBody): Bead => ({
  source: { from: i, to: iEnd },
  target: { from: j, to: jEnd },
});

export interface Pins {
  /** In the order of both sides. */
  readonly fixed: readonly Bead[];
  /** Linked with a passage that stands elsewhere. */
  readonly crossing: readonly Bead[];
}

export const NO_PINS: Pins = { fixed: [], crossing: [] };

/** What a person has set; a bead that crosses others without being linked by hand is paired anew. */
export function pinsOf(beads: readonly BeadBody[]): Pins {
  const fixed: Bead[] = [];
  const crossing: Bead[] = [];
  let [lastI, lastJ] = [0, 0];
  for (const bead of [...beads].sort((a, b) => a[0] - b[0] || a[2] - b[2])) {
    const [i, iEnd, j, jEnd, , pin, moved] = bead;
    if (pin === 0) continue;
    if (moved === 1) crossing.push(beadOf(bead));
    else if (i >= lastI && j >= lastJ) {
      fixed.push(beadOf(bead));
      [lastI, lastJ] = [iEnd, jEnd];
    }
  }
  return { fixed, crossing };
}

/** Throws unless every segment of both sides is in exactly one bead. */
export function requireWhole(beads: readonly BeadBody[], sources: number, targets: number): void {
  const seen = [new Uint8Array(sources), new Uint8Array(targets)] as const;
  const mark = (side: Uint8Array, from: number, to: number): boolean => {
    if (from > to || to > side.length) return false;
    for (let k = from; k < to; k++) if (side[k]!++ > 0) return false;
    return true;
  };
  const fits = beads.every(([i, iEnd, j, jEnd]) => mark(seen[0], i, iEnd) && mark(seen[1], j, jEnd));
  if (!fits || seen.some((side) => side.includes(0)))
    throw new ApiError('invalid-request', { what: 'each segment must be in exactly one pair' });
}
