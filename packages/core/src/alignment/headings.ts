/**
 * The heading of a moved section goes with it. In the order of the texts a heading pairs as well with the heading of the
 * next section as with its own: "tools | test run" instead of "test run | test run", while its own stands elsewhere. Once
 * the section is found, both ways can be told apart.
 */
import { lengthOf, type WeighedBead } from './bead.js';
import type { PassageScore } from './moves.js';

export interface WithHeadings {
  /** The pairs in order, some of them with another segment than before. */
  readonly beads: readonly WeighedBead[];
  readonly moved: readonly WeighedBead[];
}

/**
 * @param beads an alignment in order
 * @param passages moved passages, of segments without counterpart in `beads`
 */
export function withHeadings(
  beads: readonly WeighedBead[],
  passages: readonly (readonly WeighedBead[])[],
  score: PassageScore,
): WithHeadings {
  const all = [...beads];
  const moved = passages.flat();
  for (const [first] of passages) {
    for (const gapOn of ['source', 'target'] as const) {
      const heading = headingOf(all, moved, first!, gapOn, score);
      if (heading) moved.push(heading);
    }
  }
  return { beads: all, moved };
}

type Side = 'source' | 'target';

/**
 * A pair right before a gap that begins with the passage is replaced by one right before the gap's end, if its segment
 * goes better with the one before the passage on the other side.
 * @param beads changed in place
 * @returns the pair of headings
 */
function headingOf(
  beads: WeighedBead[],
  moved: readonly WeighedBead[],
  first: WeighedBead,
  gapOn: Side,
  score: PassageScore,
): WeighedBead | null {
  const across: Side = gapOn === 'source' ? 'target' : 'source';
  const start = first[gapOn].from;
  const opposite = first[across].from - 1;
  const gap = beads.findIndex((bead) => isAlone(bead, gapOn) && bead[gapOn].from === start);
  const pair = beads[gap - 1];
  if (!pair || !isPair(pair) || pair[gapOn].to !== start || pair[across].to !== beads[gap]![across].from) return null;
  if (!beads.some((bead) => isAlone(bead, across) && bead[across].from === opposite)) return null;
  if (moved.some((bead) => bead[across].from <= opposite && opposite < bead[across].to)) return null;
  let last = gap;
  while (isNext(beads[last]!, beads[last + 1], gapOn)) last++;
  const end = beads[last]![gapOn].from;
  if (moved.some((bead) => bead[gapOn].from <= end && end < bead[gapOn].to)) return null;

  const bead = (own: number, other: number, sureness: number): WeighedBead => {
    const [ofGap, ofOther] = [span(own), span(other)];
    return gapOn === 'source'
      ? { source: ofGap, target: ofOther, sureness }
      : { source: ofOther, target: ofGap, sureness };
  };
  const at = (own: number, other: number): number => {
    const { source, target } = bead(own, other, 1);
    return score(source, target)(source.from, 1, target.from, 1);
  };
  const other = pair[across].from;
  const gain = at(start - 1, opposite) + at(end, other) - at(start - 1, other);
  if (gain <= 0) return null;
  const sureness = 1 / (1 + Math.exp(-gain));
  for (let k = last; k >= gap; k--) {
    const here = beads[k - 1]!;
    beads[k] = { ...beads[k]!, [gapOn]: span(here[gapOn].from), [across]: { from: other, to: other } };
  }
  // What was the pair is without counterpart now, and so is all of the gap but its last.
  beads.splice(gap - 1, last - gap + 2, ...beads.slice(gap, last + 1), bead(end, other, sureness));
  return bead(start - 1, opposite, sureness);
}

const span = (at: number) => ({ from: at, to: at + 1 });
const isPair = ({ source, target }: WeighedBead): boolean => lengthOf(source) === 1 && lengthOf(target) === 1;
const isAlone = (bead: WeighedBead, on: Side): boolean =>
  lengthOf(bead[on]) === 1 && lengthOf(bead[on === 'source' ? 'target' : 'source']) === 0;
const isNext = (bead: WeighedBead, next: WeighedBead | undefined, on: Side): boolean =>
  next !== undefined && isAlone(next, on) && next.source.from === bead.source.to && next.target.from === bead.target.to;
