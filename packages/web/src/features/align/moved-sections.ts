/** Stretches of pairs that stand elsewhere in the other text together: sections that were put into another order. */
import type { BeadBody } from '../../api/types.js';
import { hasBothSides, isMoved } from './pairs.js';

export interface MovedSection {
  /** How many pairs with both sides. */
  readonly pairs: number;
  /** Its segments in the translation, from 0, the end left out. */
  readonly from: number;
  readonly to: number;
}

/** Pairs from which a stretch is a section: fewer are sentences that changed places. */
const LEAST = 3;
/** Segments of the translation that may lie between two pairs of a section. */
const GAP = 3;

/** By the number of the first pair of each. Linear. */
export function movedSections(pairs: readonly BeadBody[]): ReadonlyMap<number, MovedSection> {
  const found = new Map<number, MovedSection>();
  let first = -1;
  let section: { pairs: number; from: number; to: number } | null = null;
  const end = (): void => {
    if (section && section.pairs >= LEAST) found.set(first, section);
    section = null;
  };
  for (const [number, pair] of pairs.entries()) {
    // What has no counterpart may stand within one.
    if (!hasBothSides(pair)) continue;
    const [, , from, to] = pair;
    if (!isMoved(pair)) {
      end();
      continue;
    }
    if (section && from >= section.to && from - section.to <= GAP) {
      section.pairs++;
      section.to = to;
    } else {
      end();
      first = number;
      section = { pairs: 1, from, to };
    }
  }
  end();
  return found;
}
