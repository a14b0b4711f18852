/** A text against its own revision: what became of each of its segments. */
import { exactKey } from '../text/fold.js';
import { lengthOf, type Alignment, type WeighedBead } from './bead.js';

/** Proof-readers' classes; a bead of several segments on both sides is "changed". */
export type Fate = 'unchanged' | 'changed' | 'added' | 'deleted' | 'moved' | 'moved+changed' | 'split' | 'merged';

/** One for each bead of the alignment, in its order. */
export function fatesOf(source: readonly string[], target: readonly string[], { beads, moved }: Alignment): Fate[] {
  const elsewhere = new Set(moved);
  return beads.map((bead, k) => fateOf(source, target, bead, elsewhere.has(k)));
}

function fateOf(source: readonly string[], target: readonly string[], bead: WeighedBead, moved: boolean): Fate {
  const [before, after] = [lengthOf(bead.source), lengthOf(bead.target)];
  if (before === 0) return 'added';
  if (after === 0) return 'deleted';
  const same =
    before === 1 && after === 1 && exactKey(source[bead.source.from]!) === exactKey(target[bead.target.from]!);
  if (moved) return same ? 'moved' : 'moved+changed';
  if (same) return 'unchanged';
  if (before === 1 && after > 1) return 'split';
  if (before > 1 && after === 1) return 'merged';
  return 'changed';
}
