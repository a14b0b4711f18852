/** What a person does to the pairs of an alignment: pure changes, each giving a new list. */
import { isOnlyCutInDoubt } from '@fair-copy/core/alignment/bead.js';
import { composed } from '@fair-copy/core/text/composed.js';
import { sameNumbers } from '@fair-copy/core/alignment/numbers.js';
import type { BeadBody } from '../../api/types.js';

/** Both texts and what belongs together in them. */
export interface Sheet {
  readonly source: readonly string[];
  readonly target: readonly string[];
  readonly beads: readonly BeadBody[];
}

export type SideName = 'source' | 'target';

/** Below this a pair is shown as doubtful. */
export const DOUBT = 0.8;

export const sourcesOf = ([i, end]: BeadBody): number => end - i;
export const targetsOf = ([, , j, end]: BeadBody): number => end - j;
export const isPinned = (pair: BeadBody): boolean => pair[5] === 1;
export const isMoved = (pair: BeadBody): boolean => pair[6] === 1;
export const isDoubtful = (pair: BeadBody): boolean => pair[4] < DOUBT && !isPinned(pair);
/** It belongs together, and may have to be cut elsewhere. */
export const isDoubtfulCut = (pair: BeadBody): boolean =>
  isDoubtful(pair) && isOnlyCutInDoubt({ sureness: pair[4], together: pair[7] ?? 0 }, DOUBT);
export const hasBothSides = (pair: BeadBody): boolean => sourcesOf(pair) > 0 && targetsOf(pair) > 0;

export const FILTERS = ['all', 'doubtful', 'not 1–1', 'no counterpart', 'numbers', 'pinned', 'moved'] as const;
export type PairFilter = (typeof FILTERS)[number];

export const textOf = (segments: readonly string[], from: number, to: number): string =>
  segments.slice(from, to).join(' ');

export function passes(pair: BeadBody, filter: PairFilter, { source, target }: Omit<Sheet, 'beads'>): boolean {
  switch (filter) {
    case 'all':
      return true;
    case 'doubtful':
      return isDoubtful(pair);
    case 'not 1–1':
      return sourcesOf(pair) !== 1 || targetsOf(pair) !== 1;
    case 'no counterpart':
      return !hasBothSides(pair);
    case 'numbers':
      return hasBothSides(pair) && differsInNumbers(pair, source, target);
    case 'pinned':
      return isPinned(pair);
    case 'moved':
      return isMoved(pair);
  }
}

/** A pair whose texts change is a new object, so what was found of it holds as long as it is there. */
const compared = new WeakMap<BeadBody, boolean>();

function differsInNumbers(pair: BeadBody, source: readonly string[], target: readonly string[]): boolean {
  const known = compared.get(pair);
  if (known !== undefined) return known;
  const differs = !sameNumbers(textOf(source, pair[0], pair[1]), textOf(target, pair[2], pair[3]));
  compared.set(pair, differs);
  return differs;
}

/** What a person sets is sure, and stays when the rest is paired again. */
const set = (i: number, iEnd: number, j: number, jEnd: number): BeadBody => [i, iEnd, j, jEnd, 1, 1, 0];
const empty = (pair: BeadBody): boolean => sourcesOf(pair) === 0 && targetsOf(pair) === 0;

function replaced(pairs: readonly BeadBody[], at: number, count: number, by: readonly BeadBody[]): readonly BeadBody[] {
  return [...pairs.slice(0, at), ...by.filter((pair) => !empty(pair)), ...pairs.slice(at + count)];
}

/** Joined with the next pair; null where that does not follow on both sides. */
export function widened(pairs: readonly BeadBody[], at: number): readonly BeadBody[] | null {
  const [here, next] = [pairs[at], pairs[at + 1]];
  if (!here || !next || here[1] !== next[0] || here[3] !== next[2]) return null;
  return replaced(pairs, at, 2, [set(here[0], next[1], here[2], next[3])]);
}

/** The first segment of each side becomes a pair of its own; null where there is nothing to split. */
export function narrowed(pairs: readonly BeadBody[], at: number): readonly BeadBody[] | null {
  const here = pairs[at];
  if (!here || sourcesOf(here) + targetsOf(here) < 2 || (sourcesOf(here) <= 1 && targetsOf(here) <= 1)) return null;
  const [i, iEnd, j, jEnd] = here;
  const [iCut, jCut] = [Math.min(i + 1, iEnd), Math.min(j + 1, jEnd)];
  return replaced(pairs, at, 1, [set(i, iCut, j, jCut), set(iCut, iEnd, jCut, jEnd)]);
}

/** The lower rung on the target side goes down (the next pair gives its first segment) or up (this gives its last). */
export function shifted(pairs: readonly BeadBody[], at: number, down: boolean): readonly BeadBody[] | null {
  const [here, next] = [pairs[at], pairs[at + 1]];
  if (!here || !next || here[3] !== next[2]) return null;
  if (down ? targetsOf(next) === 0 : targetsOf(here) === 0) return null;
  const cut = here[3] + (down ? 1 : -1);
  return replaced(pairs, at, 2, [set(here[0], here[1], here[2], cut), set(next[0], next[1], cut, next[3])]);
}

export function pinTurned(pairs: readonly BeadBody[], at: number): readonly BeadBody[] | null {
  const here = pairs[at];
  if (!here) return null;
  return replaced(pairs, at, 1, [withPin(here, isPinned(here) ? 0 : 1)]);
}

/** Both sides are left without counterpart. */
export function parted(pairs: readonly BeadBody[], at: number): readonly BeadBody[] | null {
  const here = pairs[at];
  if (!here || !hasBothSides(here)) return null;
  const [i, iEnd, j, jEnd] = here;
  return replaced(pairs, at, 1, [set(i, iEnd, j, j), set(iEnd, iEnd, j, jEnd)]);
}

/**
 * A passage that stands elsewhere in the other text, linked by hand: the source of one pair with the target of another,
 * in whichever order they are named; what the two had opposite each is left without counterpart.
 */
export function linked(pairs: readonly BeadBody[], one: number, other: number): readonly BeadBody[] | null {
  const [first, second] = [pairs[one], pairs[other]];
  if (!first || !second || one === other) return null;
  const turned = sourcesOf(first) === 0 || (targetsOf(first) > 0 && targetsOf(second) === 0);
  const [left, right] = turned ? [second, first] : [first, second];
  if (sourcesOf(left) === 0 || targetsOf(right) === 0) return null;
  return pairs.flatMap((pair) => {
    if (pair === left) {
      const together: BeadBody = [pair[0], pair[1], right[2], right[3], 1, 1, 1];
      return [together, set(pair[1], pair[1], pair[2], pair[3])].filter((bead) => !empty(bead));
    }
    if (pair === right) return [set(pair[0], pair[1], pair[2], pair[2])].filter((bead) => !empty(bead));
    return [pair];
  });
}

/** Another text in place of a segment; null where nothing changes or nothing would be left. */
export function corrected(sheet: Sheet, side: SideName, at: number, said: string): Sheet | null {
  const text = composed(said).trim();
  if (text === '' || text === sheet[side][at]) return null;
  const beads = sheet.beads.map((pair) => (holds(pair, side, at) ? pinnedPair(pair) : pair));
  return { ...sheet, [side]: sheet[side].with(at, text), beads };
}

/** A segment in two, which stay in one pair; null at its ends. `said` is its text as it is now. */
export function cut(sheet: Sheet, side: SideName, at: number, said: string, offset: number): Sheet | null {
  const parts = [said.slice(0, offset), said.slice(offset)].map((part) => composed(part).trim());
  if (sheet[side][at] === undefined || parts.includes('')) return null;
  const from = side === 'source' ? 0 : 2;
  const beads = sheet.beads.map((pair): BeadBody => {
    if (pair[from + 1]! <= at) return pair;
    const moved = [...pair] as BeadBody;
    moved[from + 1]!++;
    if (pair[from]! > at) moved[from]!++;
    return holds(pair, side, at) ? pinnedPair(moved) : moved;
  });
  return { ...sheet, [side]: sheet[side].toSpliced(at, 1, ...parts), beads };
}

const holds = (pair: BeadBody, side: SideName, at: number): boolean =>
  side === 'source' ? pair[0] <= at && at < pair[1] : pair[2] <= at && at < pair[3];

function withPin(pair: BeadBody, pin: 0 | 1): BeadBody {
  const turned = [...pair] as BeadBody;
  turned[5] = pin;
  return turned;
}

const pinnedPair = (pair: BeadBody): BeadBody => withPin(pair, 1);

/** "1–1" → how many; segments without counterpart are counted one by one. */
export function kindsOf(pairs: readonly BeadBody[]): readonly (readonly [kind: string, count: number])[] {
  const kinds = new Map<string, number>();
  let alone = 0;
  for (const pair of pairs) {
    if (!hasBothSides(pair)) alone += sourcesOf(pair) + targetsOf(pair);
    else {
      const kind = `${sourcesOf(pair)}–${targetsOf(pair)}`;
      kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
    }
  }
  return [...[...kinds].sort((a, b) => b[1] - a[1]), ['', alone] as const];
}
