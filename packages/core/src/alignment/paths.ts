/** The ways through two texts that are looked at: a rough one first, then a fine one around what is known. */
import { pathThrough } from './anchors.js';
import { bandAround, fullBand, type Band, type Cut } from './band.js';
import { lengthOf, type WeighedBead } from './bead.js';
import { bestPath } from './best-path.js';
import { largest, simplest } from './kinds.js';
import { LARGEST, scoreOf, type Known } from './known.js';
import type { Score } from './lattice.js';
import { cutsOf, type Rectangle } from './rectangles.js';
import type { Side } from './sides.js';
import type { Steps } from './steps.js';
import { weighedPath } from './weighed-path.js';
import { WordEvidence } from './word-evidence.js';

/** Every way in which cells are considered at first may be looked at: texts of up to about 1,700 segments. */
const ALL_CELLS = 3_000_000;
/** Cuts on either side of the best path that are weighed against it: in the last pass, with all kinds of beads; before. */
const NEAR = 8;
const NEAR_AT_FIRST = 6;
/** The same where for so many beads before and after nothing was in doubt. */
const NEAR_QUIET = 3;
const QUIET = { around: 6, sureness: 0.99 };
/** Cuts on either side of a straight line between two anchors: at least; where they are far apart; and cells in all. */
const NARROWEST = 30;
const WIDE = 40;
const WIDE_CELLS = 2_000_000;
/** Anchors so near to one another say where the path is, this exactly. */
const DENSE = 8;
const NEAR_ANCHORS = 10;
/** Rows of a wide band whose evidence is held at the same time. */
const BLOCK = 2000;
/** Beads of a long text that are weighed at a time. */
const PIECE = 20_000;
/** The next piece begins so many beads before the end of one, or up to twice as many: what follows there has its say. */
const SEAM = 200;
/** Beads on either side of a cut that say how sure it is. */
const AROUND_SEAM = 6;

/** Yields the share of the part that is done. */
export function roughPath(known: Known, part: Rectangle, anchors: readonly Cut[]): Steps<readonly Cut[]> {
  const { room, words, kinds } = known;
  const { from: begin, to: end } = part.source;
  const band = wideBand(part, anchors);
  let evidence: WordEvidence | null = null;
  let from = -1;
  let score: Score = () => 0;
  return bestPath(band, simplest(kinds), (i) => {
    // Rows up to two before the one in hand are asked for; a block overlaps the one before by as many.
    if (evidence === null || i < from || i + 2 > Math.min(from + BLOCK, end)) {
      from = Math.max(begin, i - 2);
      evidence = new WordEvidence(room, words, band, from, Math.min(end, from + BLOCK), 2, 2);
      score = scoreOf(evidence, known);
    }
    return score;
  });
}

export const needsAnchors = (left: Side, right: Side): boolean => (left.size + 1) * (right.size + 1) > ALL_CELLS;

function wideBand({ source, target }: Rectangle, anchors: readonly Cut[]): Band {
  if ((source.to - source.from + 1) * (target.to - target.from + 1) <= ALL_CELLS) return fullBand(source, target);
  return bandAround(pathThrough(anchors, source, target), (sources, targets) => {
    const gap = Math.max(sources, targets);
    if (gap <= DENSE) return NEAR_ANCHORS;
    return Math.round(Math.max(NARROWEST, Math.min(gap / 2, Math.max(WIDE, WIDE_CELLS / gap))));
  });
}

const isPair = ({ source, target }: WeighedBead): boolean => lengthOf(source) > 0 && lengthOf(target) > 0;

export const isQuiet = (bead: WeighedBead): boolean => isPair(bead) && bead.sureness > QUIET.sureness;

/** How far around each bead of a path other ways are looked at. */
function nearOf(beads: readonly WeighedBead[]): (bead: number) => number {
  const loud = new Uint8Array(beads.length);
  beads.forEach((bead, k) => {
    if (!isQuiet(bead)) loud.fill(1, Math.max(0, k - QUIET.around), k + QUIET.around + 1);
  });
  return (bead) => (loud[bead] === 0 ? NEAR_QUIET : NEAR);
}

/**
 * The beads before the last pass: those of up to two segments a side around a rough path. A long one in pieces, so that
 * the room that is taken is that of a piece: each goes on behind where the next begins, which is its surest cut there.
 * Yields the share of the path that is done.
 */
export function* firstBeads(known: Known, path: readonly Cut[], cutsAtOnce = PIECE): Steps<readonly WeighedBead[]> {
  const beads: WeighedBead[] = [];
  let piece = path.slice(0, cutsAtOnce);
  for (let next = piece.length; ;) {
    const found = finePath(known, piece, () => NEAR_AT_FIRST, 2);
    const kept = next === path.length ? found.length : surestCut(found);
    for (let k = 0; k < kept; k++) beads.push(found[k]!);
    if (kept === found.length) return beads;
    yield next / path.length;
    const { source, target } = found[kept]!;
    const begin: Cut = [source.from, target.from];
    const ahead = piece.filter(([i, j]) => i >= begin[0] && j >= begin[1] && i + j > begin[0] + begin[1]);
    piece = [begin, ...ahead, ...path.slice(next, next + cutsAtOnce)];
    next = Math.min(path.length, next + cutsAtOnce);
  }
}

/** Of the cuts near the end of a piece, but not behind its seam, the one whose beads on either side are surest. */
function surestCut(beads: readonly WeighedBead[]): number {
  let best = -1;
  let sureness = -1;
  for (let k = Math.max(1, beads.length - 2 * SEAM); k <= beads.length - SEAM; k++) {
    let least = 1;
    for (let near = k - AROUND_SEAM; near < k + AROUND_SEAM; near++) {
      const bead = beads[near];
      if (bead) least = Math.min(least, isPair(bead) ? bead.sureness : 0);
    }
    if (least >= sureness) [best, sureness] = [k, least];
  }
  return best;
}

function finePath(
  known: Known,
  path: readonly Cut[],
  nearOfBead: (bead: number) => number,
  most: number,
  saysTogether = false,
): WeighedBead[] {
  const { room, words, kinds } = known;
  const band = bandAround(path, (_, __, bead) => nearOfBead(bead));
  const [from] = path[0]!;
  const evidence = new WordEvidence(room, words, band, from, path.at(-1)![0], most, most);
  return weighedPath(band, largest(kinds, most), scoreOf(evidence, known), saysTogether);
}

/**
 * All kinds of beads around those of a part that are known. A long one in pieces: where for some beads nothing was in doubt all
 * ways go through one cut, so that each side of it can be weighed by itself, and the room that is taken is that of a piece.
 * Yields the share of the part that is done.
 * @param isHopeless next to nothing of it belongs together
 */
export function* refined(
  known: Known,
  before: readonly WeighedBead[],
  part: Rectangle,
  isHopeless: boolean,
): Steps<WeighedBead[]> {
  const path = cutsOf(before, part);
  const near = isHopeless ? () => NEAR_QUIET : nearOf(before);
  const most = isHopeless ? 2 : LARGEST;
  const beads: WeighedBead[] = [];
  for (let from = 0; from < path.length - 1;) {
    let to = Math.min(from + PIECE, path.length - 1);
    while (to < path.length - 1 && (isHopeless || near(to) !== NEAR_QUIET)) to++;
    const first = from;
    // Not by spreading: a piece may have more beads than a call may have arguments.
    const cuts = path.slice(from, to + 1);
    for (const bead of finePath(known, cuts, (bead) => near(first + bead), most, true)) beads.push(bead);
    from = to;
    yield from / (path.length - 1);
  }
  return beads;
}
