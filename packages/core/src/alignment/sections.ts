/**
 * Sections that stand in another order in the other text: found as stretches that go together whatever their place (local
 * alignment, Smith & Waterman 1981, over pairs of segments instead of letters), the strongest first. If many of them cross,
 * the target is read in the order of the source, paired, and put back.
 */
import type { Alignment, Bead, Span, WeighedBead } from './bead.js';
import type { Score } from './lattice.js';

export interface Section {
  readonly source: Span;
  readonly target: Span;
  /** Log of how much likelier it is that they go together than apart. */
  readonly gain: number;
}

/** Logs of how frequent the ways on are: one to one, one to two, a segment without counterpart. */
const [ONE, TWO, ALONE] = [Math.log(0.9), Math.log(0.035), Math.log(0.06)];
/** What a stretch must gain beyond what the best of so many places has by chance. */
const MARGIN = 3;
const MOST = 80;
/** A stretch ends where it loses so much again: what lies behind that is another one, whatever it gains. */
const DROP = 25;

/**
 * Stretches that go together, none over another on either side; the strongest first.
 * Cost: cells, for each section that is found; a few bytes a cell.
 * @param score of rows 0 to n and columns 0 to m, with two segments on a side at most
 */
export function sectionsOf(n: number, m: number, score: Score): Section[] {
  const search = new LocalSearch(n, m, score);
  const least = Math.log(n + 1) + Math.log(m + 1) + MARGIN;
  const found: Section[] = [];
  while (found.length < MOST) {
    const best = search.best();
    if (!best || best.gain < least) break;
    found.push(best);
    search.without(best);
  }
  return found;
}

const [STOP, PAIR, ONE_TWO, TWO_ONE, SOURCE, TARGET] = [0, 1, 2, 3, 4, 5];

class LocalSearch {
  /** Of cell (i, j): of the pair that begins there, of one with two targets, of one with two sources. */
  private readonly pair: Float32Array;
  private readonly oneTwo: Float32Array;
  private readonly twoOne: Float32Array;
  private readonly takenSource: Uint8Array;
  private readonly takenTarget: Uint8Array;
  /** By cell: what the stretch that ends there has gained; of that, what it may lose yet. */
  private readonly sums: Float32Array;
  private readonly heights: Float32Array;
  private readonly ways: Uint8Array;

  constructor(
    private readonly n: number,
    private readonly m: number,
    score: Score,
  ) {
    const cells = n * m;
    this.pair = new Float32Array(cells);
    this.oneTwo = new Float32Array(cells);
    this.twoOne = new Float32Array(cells);
    for (let i = 0; i < n; i++)
      for (let j = 0; j < m; j++) {
        this.pair[i * m + j] = score(i, 1, j, 1) + ONE;
        if (j + 1 < m) this.oneTwo[i * m + j] = score(i, 1, j, 2) + TWO;
        if (i + 1 < n) this.twoOne[i * m + j] = score(i, 2, j, 1) + TWO;
      }
    this.takenSource = new Uint8Array(n);
    this.takenTarget = new Uint8Array(m);
    this.sums = new Float32Array((n + 1) * (m + 1));
    this.heights = new Float32Array((n + 1) * (m + 1));
    this.ways = new Uint8Array((n + 1) * (m + 1));
  }

  /** The strongest stretch of what is not taken; null: there is none. */
  best(): Section | null {
    const { n, m, sums, heights, ways, takenSource, takenTarget } = this;
    const width = m + 1;
    let [top, gain] = [0, 0];
    let sum: number;
    let height: number;
    let way: number;
    const take = (before: number, value: number, kind: number): void => {
      const left = heights[before]! + value;
      if (left <= 0 || sums[before]! + value <= sum) return;
      [sum, height, way] = [sums[before]! + value, Math.min(DROP, left), kind];
    };
    for (let i = 1; i <= n; i++)
      for (let j = 1; j <= m; j++) {
        const at = i * width + j;
        [sum, height, way] = [0, 0, STOP];
        if (takenSource[i - 1] === 0 && takenTarget[j - 1] === 0) {
          take(at - width - 1, this.pair[(i - 1) * m + j - 1]!, PAIR);
          if (j > 1 && takenTarget[j - 2] === 0) take(at - width - 2, this.oneTwo[(i - 1) * m + j - 2]!, ONE_TWO);
          if (i > 1 && takenSource[i - 2] === 0) take(at - 2 * width - 1, this.twoOne[(i - 2) * m + j - 1]!, TWO_ONE);
          take(at - width, ALONE, SOURCE);
          take(at - 1, ALONE, TARGET);
        }
        sums[at] = sum;
        heights[at] = height;
        ways[at] = way;
        if (sum > gain) [gain, top] = [sum, at];
      }
    return gain > 0 ? this.back(top, gain) : null;
  }

  /** From its end back to where it begins. */
  private back(top: number, gain: number): Section {
    const width = this.m + 1;
    const [endI, endJ] = [Math.floor(top / width), top % width];
    let [i, j] = [endI, endJ];
    for (let way = this.ways[top]!; way !== STOP; way = this.ways[i * width + j]!) {
      i -= way === TARGET ? 0 : way === TWO_ONE ? 2 : 1;
      j -= way === SOURCE ? 0 : way === ONE_TWO ? 2 : 1;
    }
    return { source: { from: i, to: endI }, target: { from: j, to: endJ }, gain };
  }

  without({ source, target }: Section): void {
    this.takenSource.fill(1, source.from, source.to);
    this.takenTarget.fill(1, target.from, target.to);
  }
}

/** The share of the shorter text that must cross the order of the rest, and the least number of segments that do. */
const CROSSING = { share: 0.08, segments: 6 };

/**
 * The target in the order of the source: for each place the number of the segment that stands there; null: it is in that
 * order, but for passages that are found without this.
 */
export function orderOf(sections: readonly Section[], n: number, m: number): readonly number[] | null {
  const bySource = [...sections].sort((a, b) => a.source.from - b.source.from);
  const inOrder = new Set(
    heaviestAscending(bySource.map(({ target, gain }) => ({ at: target.from, weight: gain }))).map((k) => bySource[k]!),
  );
  const size = ({ source, target }: Section): number => Math.min(source.to - source.from, target.to - target.from);
  const crossing = bySource.filter((one) => !inOrder.has(one)).reduce((sum, one) => sum + size(one), 0);
  if (crossing < Math.max(CROSSING.segments, CROSSING.share * Math.min(n, m))) return null;
  const pieces = piecesOf(bySource, m);
  return bySource.flatMap((section) => {
    const { from, to } = pieces.get(section)!;
    return Array.from({ length: to - from }, (_, k) => from + k);
  });
}

/**
 * What of the target goes with each section: what lies between two goes with the one behind it, as headings do, as far as
 * the source has as much before it; the rest with the one before.
 */
function piecesOf(bySource: readonly Section[], m: number): ReadonlyMap<Section, Span> {
  const before = new Map(
    bySource.map((section, k) => [section, section.source.from - (bySource[k - 1]?.source.to ?? 0)]),
  );
  const byTarget = [...bySource].sort((a, b) => a.target.from - b.target.from);
  const pieces = new Map<Section, Span>();
  let from = 0;
  byTarget.forEach((section, k) => {
    const next = byTarget[k + 1];
    const gap = (next?.target.from ?? m) - section.target.to;
    const to = next ? section.target.to + gap - Math.min(gap, before.get(next)!) : m;
    pieces.set(section, { from, to });
    from = to;
  });
  return pieces;
}

/** The numbers of an ascending chain of places with the greatest weight. O(size²). */
function heaviestAscending(places: readonly { readonly at: number; readonly weight: number }[]): number[] {
  const sums = new Float64Array(places.length);
  const before = new Int32Array(places.length).fill(-1);
  let last = -1;
  places.forEach(({ at, weight }, k) => {
    sums[k] = weight;
    for (let other = 0; other < k; other++)
      if (places[other]!.at < at && sums[other]! + weight > sums[k]!) {
        sums[k] = sums[other]! + weight;
        before[k] = other;
      }
    if (last < 0 || sums[k]! > sums[last]!) last = k;
  });
  const chain: number[] = [];
  for (let k = last; k >= 0; k = before[k]!) chain.push(k);
  return chain.reverse();
}

/** Beads that a person has fixed, by the places of the order; null: they do not go together with it. */
export function fixedIn(order: readonly number[], fixed: readonly Bead[]): readonly Bead[] | null {
  const places = new Map(order.map((j, place) => [j, place]));
  const result: Bead[] = [];
  let last = 0;
  for (const { source, target } of fixed) {
    const from = places.get(target.from);
    const to = from === undefined ? 0 : from + target.to - target.from;
    const isWhole = from !== undefined && to > from && order[to - 1] === target.to - 1;
    // What was fixed as without counterpart has no place in another order.
    if (!isWhole || source.to === source.from || from < last) return null;
    result.push({ source, target: { from, to } });
    last = to;
  }
  return result;
}

/** Back to the order of the target. @param paired what was paired in `order` */
export function putBack({ beads }: Alignment, order: readonly number[], n: number, m: number): Alignment {
  const placed = beads.flatMap((bead) => inPlace(bead, order));
  const pairs = placed
    .filter(({ source, target }) => source.to > source.from && target.to > target.from)
    .sort((a, b) => a.source.from - b.source.from);
  const chain = new Set(
    heaviestAscending(
      pairs.map(({ source, target }) => ({
        at: target.from,
        weight: source.to - source.from + target.to - target.from,
      })),
    ).map((k) => pairs[k]!),
  );
  const sureness = { source: new Float64Array(n).fill(0.5), target: new Float64Array(m).fill(0.5) };
  for (const { source, target, sureness: sure } of placed) {
    if (target.to === target.from) sureness.source.fill(sure, source.from, source.to);
    if (source.to === source.from) sureness.target.fill(sure, target.from, target.to);
  }
  return inSourceOrder(pairs, chain, sureness);
}

function inSourceOrder(
  pairs: readonly WeighedBead[],
  chain: ReadonlySet<WeighedBead>,
  sureness: { readonly source: Float64Array; readonly target: Float64Array },
): Alignment {
  const [n, m] = [sureness.source.length, sureness.target.length];
  const startsAt = new Map(pairs.map((bead) => [bead.source.from, bead]));
  const elsewhere = new Uint8Array(m);
  for (const bead of pairs) if (!chain.has(bead)) elsewhere.fill(1, bead.target.from, bead.target.to);
  const beads: WeighedBead[] = [];
  const moved: number[] = [];
  let j = 0;
  const targetsTo = (end: number, i: number): void => {
    for (; j < end; j++)
      if (elsewhere[j] === 0)
        beads.push({ source: { from: i, to: i }, target: { from: j, to: j + 1 }, sureness: sureness.target[j]! });
  };
  for (let i = 0; i < n;) {
    const bead = startsAt.get(i);
    if (!bead) {
      beads.push({ source: { from: i, to: i + 1 }, target: { from: j, to: j }, sureness: sureness.source[i]! });
      i++;
      continue;
    }
    if (chain.has(bead)) {
      targetsTo(bead.target.from, i);
      j = bead.target.to;
    } else moved.push(beads.length);
    beads.push(bead);
    i = bead.source.to;
  }
  targetsTo(m, n);
  return { beads, moved };
}

/** Target segments without counterpart between two pairs that still follow one another. */
const STILL_NEXT = 5;

/**
 * Where one section ends and another begins, segments that stand elsewhere as well may belong to either: their words say
 * as much for the one as for the other, and no neighbours speak for one of them. O(segments)
 * @param alignment of texts in which sections stand in another order
 * @param fixed beads that are as they are, by a person's word: no doubt of theirs
 */
export function doubtedAtSeams(
  { beads, moved }: Alignment,
  source: readonly string[],
  target: readonly string[],
  fixed: readonly Bead[],
): Alignment {
  const isFixed = new Set(fixed.map((bead) => bead.source.from));
  const [ofSource, ofTarget] = [repeatedIn(source), repeatedIn(target)];
  const pairs = beads.flatMap((bead, k) =>
    bead.source.to > bead.source.from && bead.target.to > bead.target.from ? [k] : [],
  );
  const isRepeated = (k: number): boolean => {
    const { source: s, target: t } = beads[k]!;
    if (isFixed.has(s.from)) return false;
    return s.to - s.from === 1 && t.to - t.from === 1 && ofSource.has(source[s.from]!) && ofTarget.has(target[t.from]!);
  };
  const doubted = new Set<number>();
  // What is in doubt was reached from another seam, and with it all that is repeated behind it.
  const isNew = (k: number): boolean => !doubted.has(k) && isRepeated(k);
  for (let at = 1; at < pairs.length; at++) {
    const between = beads[pairs[at]!]!.target.from - beads[pairs[at - 1]!]!.target.to;
    if (between >= 0 && between <= STILL_NEXT) continue;
    for (let back = at - 1; back >= 0 && isNew(pairs[back]!); back--) doubted.add(pairs[back]!);
    for (let on = at; on < pairs.length && isNew(pairs[on]!); on++) doubted.add(pairs[on]!);
  }
  return {
    beads: beads.map((bead, k) => (doubted.has(k) ? { ...bead, sureness: Math.min(bead.sureness, 0.5) } : bead)),
    moved,
  };
}

function repeatedIn(texts: readonly string[]): ReadonlySet<string> {
  const seen = new Set<string>();
  const again = new Set<string>();
  for (const text of texts) (seen.has(text) ? again : seen).add(text);
  return again;
}

/** A bead by the numbers of the target; where it reached over a seam, its longest part, and the rest by itself. */
function inPlace(bead: WeighedBead, order: readonly number[]): WeighedBead[] {
  const { from, to } = bead.target;
  if (from === to) return [{ ...bead, target: { from: 0, to: 0 } }];
  const runs: Span[] = [];
  for (let p = from; p < to; p++) {
    const at = order[p]!;
    const last = runs.at(-1);
    if (last?.to === at) runs[runs.length - 1] = { from: last.from, to: at + 1 };
    else runs.push({ from: at, to: at + 1 });
  }
  const [longest, ...others] = runs.sort((a, b) => b.to - b.from - (a.to - a.from));
  return [
    { ...bead, target: longest! },
    ...others.map((target) => ({ ...bead, source: { from: bead.source.to, to: bead.source.to }, target })),
  ];
}
