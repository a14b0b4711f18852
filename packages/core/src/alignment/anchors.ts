/**
 * Points that two long texts certainly have in common, so that only a strip between them has to be looked at: rare words
 * that translate each other, of which the heaviest chain that never goes back is kept (longest increasing subsequence,
 * Fredman 1975, with weights).
 */
import type { Cut } from './band.js';
import { lengthOf, type Span, type WeighedBead } from './bead.js';
import type { Lexicon } from './lexicon.js';
import type { Side } from './sides.js';

/** A word that stands in more segments than this says little about where it belongs. */
const RARE = 8;
/** How sure a translation must be: probability one way times the other. */
const SURE = 0.15;
/** A point is believed if so many others of the chain lie nearby … */
const SUPPORT = 3;
/** … which is this many segments away at most, and off its diagonal by a third of that. */
const NEARBY = 60;

interface Point {
  readonly i: number;
  readonly j: number;
  weight: number;
}

/** Points in ascending order on both sides. Cost: occurrences of rare words, times log. */
export function anchorsOf(source: Side, target: Side, lexicon: Lexicon): readonly Cut[] {
  const chain = supported(heaviestChain(commonPoints(source, target, lexicon), target.size));
  return chain.map(({ i, j }) => [i, j]);
}

/** Beads on either side of a cut that must be sure for the cut to be taken as known. */
const SURE_AROUND = 6;
const SURE_BEAD = 0.9;

/** Cuts of an alignment in whose neighbourhood everything is sure, with the anchors that lie between them. */
export function guideOf(beads: readonly WeighedBead[], anchors: readonly Cut[]): readonly Cut[] {
  const guide: Cut[] = [];
  let run = 0;
  let next = 0;
  beads.forEach((bead, k) => {
    const isSure = lengthOf(bead.source) > 0 && lengthOf(bead.target) > 0 && bead.sureness > SURE_BEAD;
    run = isSure ? run + 1 : 0;
    if (run < 2 * SURE_AROUND) return;
    const { source, target } = beads[k - SURE_AROUND]!;
    const cut: Cut = [source.to, target.to];
    const [lastI, lastJ] = guide.at(-1) ?? [0, 0];
    for (; next < anchors.length && anchors[next]![0] < cut[0]; next++) {
      const [i, j] = anchors[next]!;
      if (i > lastI && j > lastJ && j < cut[1]) guide.push(anchors[next]!);
    }
    guide.push(cut);
  });
  const [lastI, lastJ] = guide.at(-1) ?? [0, 0];
  return [...guide, ...anchors.slice(next).filter(([i, j]) => i > lastI && j > lastJ)];
}

/** The anchors inside a rectangle, with its corners. */
export function pathThrough(anchors: readonly Cut[], sources: Span, targets: Span): readonly Cut[] {
  const path: Cut[] = [[sources.from, targets.from]];
  for (const [i, j] of anchors) {
    const [lastI, lastJ] = path.at(-1)!;
    if (i > lastI && j > lastJ && i < sources.to && j < targets.to) path.push([i, j]);
  }
  path.push([sources.to, targets.to]);
  return path;
}

/** Segments that share a rare word, with how much they share; in the order of the source, then of the target. */
function commonPoints(source: Side, target: Side, lexicon: Lexicon): Point[] {
  const places = placesOf(target);
  const points: Point[] = [];
  const found = new Map<number, Point>();
  for (let i = 0; i < source.size; i++) {
    found.clear();
    for (let k = source.starts[i]!; k < source.starts[i + 1]!; k++) {
      const word = source.tokens[k]!;
      const count = source.counts[word]!;
      if (count > RARE) continue;
      for (let slot = lexicon.rows[word]!; slot < lexicon.rows[word + 1]!; slot++) {
        const other = lexicon.targets[slot]!;
        const sure = lexicon.forward[slot]! * lexicon.backward[slot]!;
        if (sure < SURE || target.counts[other]! > RARE) continue;
        const weight = sure / (count * target.counts[other]!);
        for (const j of places(other)) {
          const point = found.get(j);
          if (point) point.weight += weight;
          else {
            const made = { i, j, weight };
            found.set(j, made);
          }
        }
      }
    }
    points.push(...[...found.values()].sort((a, b) => a.j - b.j));
  }
  return points;
}

/** In which segments a rare word stands. */
function placesOf(side: Side): (word: number) => readonly number[] {
  const places = new Map<number, number[]>();
  for (let j = 0; j < side.size; j++)
    for (let k = side.starts[j]!; k < side.starts[j + 1]!; k++) {
      const word = side.tokens[k]!;
      if (side.counts[word]! > RARE) continue;
      const list = places.get(word);
      if (list) list.push(j);
      else places.set(word, [j]);
    }
  return (word) => places.get(word) ?? [];
}

/** The chain strictly ascending on both sides with the greatest sum of weights. */
function heaviestChain(points: readonly Point[], size: number): Point[] {
  // A Fenwick tree over target segments: the heaviest chain that ends before each.
  const best = new Float64Array(size + 2);
  const holder = new Int32Array(size + 2).fill(-1);
  const sums = new Float64Array(points.length);
  const before = new Int32Array(points.length).fill(-1);
  for (let from = 0; from < points.length;) {
    let to = from;
    while (to < points.length && points[to]!.i === points[from]!.i) to++;
    for (let k = from; k < to; k++) {
      const { j, weight } = points[k]!;
      sums[k] = weight;
      for (let at = j; at > 0; at -= at & -at)
        if (holder[at]! >= 0 && best[at]! + weight > sums[k]!) {
          sums[k] = best[at]! + weight;
          before[k] = holder[at]!;
        }
    }
    for (let k = from; k < to; k++)
      for (let at = points[k]!.j + 1; at <= size; at += at & -at)
        if (sums[k]! > best[at]!) {
          best[at] = sums[k]!;
          holder[at] = k;
        }
    from = to;
  }
  let last = -1;
  for (let k = 0; k < points.length; k++) if (last < 0 || sums[k]! > sums[last]!) last = k;
  const chain: Point[] = [];
  for (let k = last; k >= 0; k = before[k]!) chain.push(points[k]!);
  return chain.reverse();
}

/** Points that have others near their diagonal: what stands alone may be chance. */
function supported(chain: readonly Point[]): Point[] {
  return chain.filter((point, k) => {
    let support = 0;
    for (const step of [-1, 1])
      for (let other = k + step; ; other += step) {
        const near = chain[other];
        if (!near || Math.abs(near.i - point.i) > NEARBY) break;
        if (Math.abs(near.j - point.j - (near.i - point.i)) <= NEARBY / 3 && ++support >= SUPPORT) return true;
      }
    return false;
  });
}
