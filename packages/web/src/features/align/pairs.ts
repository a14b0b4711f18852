/** What a person does to the pairs of an alignment: pure changes, each giving a new list. */
import type { BeadBody } from '../../api/types.js';

/** Below this a pair is shown as doubtful. */
export const DOUBT = 0.8;

export const sourcesOf = ([i, end]: BeadBody): number => end - i;
export const targetsOf = ([, , j, end]: BeadBody): number => end - j;
export const isPinned = (pair: BeadBody): boolean => pair[5] === 1;
export const isMoved = (pair: BeadBody): boolean => pair[6] === 1;
export const isDoubtful = (pair: BeadBody): boolean => pair[4] < DOUBT && !isPinned(pair);
export const hasBothSides = (pair: BeadBody): boolean => sourcesOf(pair) > 0 && targetsOf(pair) > 0;

export type PairFilter = 'all' | 'doubtful' | 'not 1–1' | 'no counterpart' | 'pinned' | 'moved';

export const FILTERS: readonly PairFilter[] = ['all', 'doubtful', 'not 1–1', 'no counterpart', 'pinned', 'moved'];

export function passes(pair: BeadBody, filter: PairFilter): boolean {
  switch (filter) {
    case 'all':
      return true;
    case 'doubtful':
      return isDoubtful(pair);
    case 'not 1–1':
      return sourcesOf(pair) !== 1 || targetsOf(pair) !== 1;
    case 'no counterpart':
      return !hasBothSides(pair);
    case 'pinned':
      return isPinned(pair);
    case 'moved':
      return isMoved(pair);
  }
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
  const [i, iEnd, j, jEnd, sureness, pin, moved] = here;
  return replaced(pairs, at, 1, [[i, iEnd, j, jEnd, sureness, pin === 1 ? 0 : 1, moved]]);
}

/** Both sides are left without counterpart. */
export function parted(pairs: readonly BeadBody[], at: number): readonly BeadBody[] | null {
  const here = pairs[at];
  if (!here || !hasBothSides(here)) return null;
  const [i, iEnd, j, jEnd] = here;
  return replaced(pairs, at, 1, [set(i, iEnd, j, j), set(iEnd, iEnd, j, jEnd)]);
}

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
