import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { BeadBody } from '../../api/types.js';
import { pairSays } from './pair-says.js';
import { isDoubtfulCut, kindsOf, narrowed, parted, pinTurned, shifted, widened } from './pairs.js';

const pair = (i: number, iEnd: number, j: number, jEnd: number): BeadBody => [i, iEnd, j, jEnd, 0.5, 0, 0];
const ends = (pairs: readonly BeadBody[] | null): string[] => (pairs ?? []).map((one) => one.slice(0, 4).join());
const THREE = [pair(0, 1, 0, 1), pair(1, 2, 1, 3), pair(2, 3, 3, 4)];

test('joined, split, shifted, parted, pinned', () => {
  expect(ends(widened(THREE, 0))).toEqual(['0,2,0,3', '2,3,3,4']);
  expect(ends(narrowed(THREE, 1))).toEqual(['0,1,0,1', '1,2,1,2', '2,2,2,3', '2,3,3,4']);
  expect(ends(shifted(THREE, 1, false))).toEqual(['0,1,0,1', '1,2,1,2', '2,3,2,4']);
  expect(ends(shifted(THREE, 0, true))).toEqual(['0,1,0,2', '1,2,2,3', '2,3,3,4']);
  expect(ends(parted(THREE, 0))).toEqual(['0,1,0,0', '1,1,0,1', '1,2,1,3', '2,3,3,4']);
  expect(pinTurned(THREE, 2)![2]![5]).toBe(1);
  expect(kindsOf(parted(THREE, 0)!)).toEqual([
    ['1–2', 1],
    ['1–1', 1],
    ['', 2],
  ]);
});

test('a pair whose cut alone is in doubt is told from one that may be none; pinning keeps what is known of it', () => {
  const cut: BeadBody = [0, 2, 0, 1, 0.5, 0, 0, 0.98];
  const whole: BeadBody = [0, 2, 0, 1, 0.5, 0, 0, 0.6];
  expect([cut, whole, pair(0, 1, 0, 1)].map(isDoubtfulCut)).toEqual([true, false, false]);
  const [pinned] = pinTurned([cut], 0)!;
  expect(pinned).toEqual([0, 2, 0, 1, 0.5, 1, 0, 0.98]);
  expect([cut, pinned!, whole].map((one) => pairSays(3, one))).toEqual([
    'Pair 3: belongs together; where it is cut, 50 % sure',
    'Pair 3: pinned',
    'Pair 3: 50 % sure',
  ]);
  expect(pinTurned([pinned!], 0)).toEqual([cut]);
});

test('what is not possible changes nothing', () => {
  expect(widened(THREE, 2)).toBeNull();
  expect(narrowed(THREE, 0)).toBeNull();
  expect(shifted(THREE, 2, true)).toBeNull();
  expect(parted(parted(THREE, 0)!, 0)).toBeNull();
  expect(pinTurned(THREE, 9)).toBeNull();
});

test('whatever is done, every segment stays in exactly one pair', () => {
  const acts = [
    widened,
    narrowed,
    parted,
    pinTurned,
    (p: readonly BeadBody[], k: number) => shifted(p, k, true),
    (p: readonly BeadBody[], k: number) => shifted(p, k, false),
  ];
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(acts.length - 1), fc.nat(12)), { maxLength: 60 }), (steps) => {
      let pairs: readonly BeadBody[] = Array.from({ length: 8 }, (_, k) => pair(k, k + 1, k, k + 1));
      for (const [act, at] of steps) pairs = acts[act]!(pairs, at) ?? pairs;
      const all = (from: 0 | 2): number[] =>
        pairs.flatMap((one) => Array.from({ length: one[from + 1]! - one[from]! }, (_, k) => one[from]! + k));
      expect(all(0)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
      expect(all(2)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    }),
  );
});
