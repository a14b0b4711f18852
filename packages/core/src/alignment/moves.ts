/**
 * Passages that stand elsewhere in the other text: what is left over on both sides is tried against each other, whatever
 * its order, run by run.
 */
import { fullBand } from './band.js';
import { lengthOf, type Bead, type Span as Run, type WeighedBead } from './bead.js';
import { simplest } from './kinds.js';
import { bestPath } from './best-path.js';
import type { BeadKinds, Score } from './lattice.js';
import { weighedPath } from './weighed-path.js';
import type { Lexicon } from './lexicon.js';
import { ended } from './steps.js';
import type { Side } from './sides.js';

/** Run pairs that are looked at closely for each run, those with the most in common. */
const MOST_CANDIDATES = 6;
/** A word that stands in more runs than this says little about which belong together. */
const COMMON = 60;
/** Longer runs are looked at in pieces. */
const LONGEST = 120;
/** Cells of run pairs that are looked at in all, for each segment; and at least. */
const CELLS = { each: 6, least: 300_000 };

/** Evidence for passages of a rectangle, wherever it lies; `most`: segments on one side of a bead, if fewer than usual. */
export type PassageScore = (sources: Run, targets: Run, most?: number) => Score;

/**
 * @param beads an alignment in order
 * @returns passages of beads whose segments were without counterpart, each with its sureness; the strongest first
 */
export function movedPassages(
  source: Side,
  target: Side,
  beads: readonly WeighedBead[],
  lexicon: Lexicon,
  kinds: BeadKinds,
  scoreOf: PassageScore,
): WeighedBead[][] {
  const lefts = runsOf(beads, 'source');
  const rights = runsOf(beads, 'target');
  if (lefts.length === 0 || rights.length === 0) return [];
  const found: { gain: number; beads: WeighedBead[] }[] = [];
  const chance = Math.log(1 + segments(lefts)) + Math.log(1 + segments(rights));
  for (const [left, right] of candidates(source, target, lexicon, lefts, rights)) {
    if (!isWorthwhile(left, right, kinds, chance, scoreOf)) continue;
    const score = scoreOf(left, right);
    for (const passage of passagesOf(weighedPath(fullBand(left, right), kinds, score))) {
      const gain = gainOf(passage, score) - chance;
      if (gain > 0) found.push({ gain, beads: passage });
    }
  }
  return withoutOverlap(found);
}

/** Rectangles of more cells than this are first looked at with the simplest kinds of beads. */
const SMALL = 400;
/** The share of what chance explains that a passage must then score. */
const PROMISING = 0.7;

/** Whether the best path of simple beads holds a passage that may be none of chance: most runs have nothing in common. */
function isWorthwhile(left: Run, right: Run, kinds: BeadKinds, chance: number, scoreOf: PassageScore): boolean {
  if ((left.to - left.from) * (right.to - right.from) <= SMALL) return true;
  const score = scoreOf(left, right, 2);
  const path = ended(bestPath(fullBand(left, right), simplest(kinds), () => score));
  const beads = path.slice(1).map(([i, j], k) => {
    const [fromI, fromJ] = path[k]!;
    return { source: { from: fromI, to: i }, target: { from: fromJ, to: j } };
  });
  for (const passage of passagesOf(beads)) if (gainOf(passage, score) > PROMISING * chance) return true;
  return false;
}

/** Log of how much likelier a passage's beads are together than apart. */
function gainOf(passage: readonly Bead[], score: Score): number {
  let gain = 0;
  for (const { source: s, target: t } of passage) gain += score(s.from, lengthOf(s), t.from, lengthOf(t));
  return gain;
}

/** Beads with two sides that follow one another without a gap. */
function* passagesOf<T extends Bead>(path: readonly T[]): Generator<T[]> {
  let passage: T[] = [];
  for (const bead of path) {
    if (bead.source.to > bead.source.from && bead.target.to > bead.target.from) passage.push(bead);
    else if (passage.length > 0) {
      yield passage;
      passage = [];
    }
  }
  if (passage.length > 0) yield passage;
}

/** The strongest first; what a stronger one has taken is left out of the weaker ones. */
function withoutOverlap(found: { gain: number; beads: WeighedBead[] }[]): WeighedBead[][] {
  const usedSource = new Set<number>();
  const usedTarget = new Set<number>();
  const result: WeighedBead[][] = [];
  for (const { gain, beads } of found.sort((a, b) => b.gain - a.gain)) {
    const free = beads.every(
      ({ source, target }) => isFree(usedSource, source.from, source.to) && isFree(usedTarget, target.from, target.to),
    );
    if (!free) continue;
    const sure = 1 / (1 + Math.exp(-gain));
    for (const bead of beads) {
      for (let i = bead.source.from; i < bead.source.to; i++) usedSource.add(i);
      for (let j = bead.target.from; j < bead.target.to; j++) usedTarget.add(j);
    }
    result.push(beads.map((bead) => lessSure(bead, sure)));
  }
  return result;
}

const lessSure = ({ together, ...bead }: WeighedBead, share: number): WeighedBead => ({
  ...bead,
  sureness: bead.sureness * share,
  ...(together !== undefined && { together: together * share }),
});

function isFree(used: ReadonlySet<number>, from: number, to: number): boolean {
  for (let k = from; k < to; k++) if (used.has(k)) return false;
  return true;
}

const segments = (runs: readonly Run[]): number => runs.reduce((sum, { from, to }) => sum + to - from, 0);

/** Segments without counterpart that follow one another; pairs of the other side do not part them. */
function runsOf(beads: readonly WeighedBead[], side: 'source' | 'target'): Run[] {
  const other = side === 'source' ? 'target' : 'source';
  const runs: Run[] = [];
  for (const bead of beads) {
    if (bead[other].to > bead[other].from) continue;
    const { from, to } = bead[side];
    const last = runs.at(-1);
    if (last && last.to === from && last.to - last.from < LONGEST) runs[runs.length - 1] = { from: last.from, to };
    else runs.push({ from, to });
  }
  return runs;
}

/**
 * For each run on the left those on the right with which it has the most in common, by the lexicon. In texts of which
 * little belongs together only the likeliest of all are tried.
 */
function candidates(
  source: Side,
  target: Side,
  lexicon: Lexicon,
  lefts: readonly Run[],
  rights: readonly Run[],
): readonly (readonly [Run, Run])[] {
  const found: { readonly pair: readonly [Run, Run]; readonly common: number }[] = [];
  const runsWith = new Map<number, number[]>();
  rights.forEach(({ from, to }, number) => {
    for (const word of new Set(target.tokens.subarray(target.starts[from]!, target.starts[to]!))) {
      const list = runsWith.get(word);
      if (list) list.push(number);
      else runsWith.set(word, [number]);
    }
  });
  const common = new Float64Array(rights.length);
  for (const left of lefts) {
    common.fill(0);
    for (const word of new Set(source.tokens.subarray(source.starts[left.from]!, source.starts[left.to]!)))
      for (let slot = lexicon.rows[word]!; slot < lexicon.rows[word + 1]!; slot++) {
        const list = runsWith.get(lexicon.targets[slot]!);
        if (list && list.length <= COMMON)
          for (const number of list) common[number]! += lexicon.forward[slot]! / list.length;
      }
    const best = rights
      .map((_, number) => number)
      .filter((number) => common[number]! > 0)
      .sort((a, b) => common[b]! - common[a]!)
      .slice(0, MOST_CANDIDATES);
    for (const number of best) found.push({ pair: [left, rights[number]!], common: common[number]! });
  }
  let cells = Math.max(CELLS.least, CELLS.each * (source.size + target.size));
  return found
    .sort((a, b) => b.common - a.common)
    .filter(({ pair: [left, right] }) => {
      cells -= (left.to - left.from) * (right.to - right.from);
      return cells >= 0;
    })
    .map(({ pair }) => pair);
}
