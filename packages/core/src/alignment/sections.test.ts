/** Sections in another order: the strongest stretch against all ways written out, and texts that are put back in order. */
import { describe, expect, test } from '@jest/globals';
import { align } from './align.js';
import type { Alignment, Span } from './bead.js';
import type { Score } from './lattice.js';
import { doubtedAtSeams, fixedIn, orderOf, putBack, sectionsOf } from './sections.js';

/** Numbers from 0 up to 1, the same each time (mulberry32). */
function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const WAYS = [
  [1, 1, Math.log(0.9)],
  [1, 2, Math.log(0.035)],
  [2, 1, Math.log(0.035)],
  [1, 0, Math.log(0.06)],
  [0, 1, Math.log(0.06)],
] as const;

/** The most that any stretch gains, all of them written out. */
function mostOf(n: number, m: number, score: Score): number {
  const from = (i: number, j: number): number =>
    Math.max(
      0,
      ...WAYS.filter(([a, b]) => i + a <= n && j + b <= m).map(
        ([a, b, log]) => log + (a > 0 && b > 0 ? score(i, a, j, b) : 0) + from(i + a, j + b),
      ),
    );
  let most = 0;
  for (let i = 0; i < n; i++) for (let j = 0; j < m; j++) most = Math.max(most, from(i, j));
  return most;
}

describe('the strongest stretch', () => {
  test.each(Array.from({ length: 30 }, (_, k) => k))('is that of all ways, seed %i', (seed) => {
    const random = randomFrom(seed);
    const [n, m] = [3 + Math.floor(random() * 3), 3 + Math.floor(random() * 3)];
    // Losses stay small: a stretch that falls deep is two.
    const values = Array.from({ length: n * m * 4 }, () => random() * 9 - 1.5);
    const score: Score = (i, a, j, b) => values[(i * m + j) * 4 + (a - 1) * 2 + (b - 1)]!;
    const [first] = sectionsOf(n, m, score);
    const most = mostOf(n, m, score);
    if (first) expect(first.gain).toBeCloseTo(most, 3);
    else expect(most).toBeLessThan(Math.log(n + 1) + Math.log(m + 1) + 3);
  });

  test('ends where it loses much, though more is gained behind: those are two', () => {
    // Two runs of pairs on one diagonal, with fifteen segments between them that have nothing in common.
    const isPair = (i: number, j: number): boolean => i === j && (i < 10 || i >= 25);
    const score: Score = (i, a, j, b) => (a + b === 2 && isPair(i, j) ? 5 : -6);
    const found = sectionsOf(35, 35, score).map(({ source, target }) => [source, target]);
    expect(found).toEqual([
      [
        { from: 0, to: 10 },
        { from: 0, to: 10 },
      ],
      [
        { from: 25, to: 35 },
        { from: 25, to: 35 },
      ],
    ]);
  });
});

const section = (s: number, t: number, size: number) => ({
  source: { from: s, to: s + size },
  target: { from: t, to: t + size },
  gain: size * 5,
});

describe('the order of sections', () => {
  test('is none where they follow one another, or where few cross', () => {
    expect(orderOf([section(0, 0, 20), section(20, 20, 20)], 40, 40)).toBeNull();
    expect(orderOf([section(0, 4, 90), section(90, 0, 4)], 100, 100)).toBeNull();
  });

  test('takes what stands before a section along with it, as far as the source has as much there', () => {
    // Each section has a heading of one segment that was not found with it.
    const order = orderOf([section(1, 12, 10), section(12, 1, 10)], 22, 22);
    expect(order).toEqual([...range(11, 22), ...range(0, 11)]);
  });

  test('what is paired in it is put back, each segment once; a pair over a seam keeps its longer part', () => {
    const bead = (s: readonly [number, number], t: readonly [number, number]) => ({
      source: { from: s[0], to: s[1] },
      target: { from: t[0], to: t[1] },
      sureness: 0.9,
    });
    const paired: Alignment = {
      beads: [bead([0, 1], [0, 1]), bead([1, 2], [1, 4]), bead([2, 3], [4, 4]), bead([3, 4], [4, 5])],
      moved: [],
    };
    // The target is read as 3 4 | 0 1 2: the second pair reaches over the seam.
    const { beads, moved } = putBack(paired, [3, 4, 0, 1, 2], 4, 5);
    expect(beads.map(({ source, target }) => [source.from, source.to, target.from, target.to])).toEqual([
      [0, 1, 3, 4],
      [1, 2, 0, 2],
      [2, 3, 2, 2],
      [3, 4, 2, 3],
      [4, 4, 4, 5],
    ]);
    expect(moved).toEqual([0]);
  });
});

test('what stands elsewhere as well is in doubt beside a seam of two sections, and nowhere else', () => {
  const source = ['Open.', 'a', 'Press.', 'Open.', 'b', 'Press.', 'c'];
  const target = ['Öffnen.', 'B', 'Drücken.', 'C', 'Öffnen.', 'A', 'Drücken.'];
  const pair = (i: number, j: number) => ({ source: one(i), target: one(j), sureness: 1 });
  // The second section comes first in the target: of the first, “Press.” stands at the seam, of the second, “Open.” does.
  const beads = [pair(0, 4), pair(1, 5), pair(2, 6), pair(3, 0), pair(4, 1), pair(5, 2), pair(6, 3)];
  const surenessOf = (fixed: readonly { source: Span; target: Span }[]): number[] => {
    const doubted = doubtedAtSeams({ beads, moved: [0, 1, 2] }, source, target, fixed);
    expect(doubted.moved).toEqual([0, 1, 2]);
    return doubted.beads.map(({ sureness }) => sureness);
  };
  expect(surenessOf([])).toEqual([1, 1, 0.5, 0.5, 1, 1, 1]);
  // What a person has fixed is not in doubt.
  expect(surenessOf([beads[3]!])).toEqual([1, 1, 0.5, 1, 1, 1, 1]);
});

const range = (from: number, to: number): number[] => Array.from({ length: to - from }, (_, k) => from + k);

const one = (at: number) => ({ from: at, to: at + 1 });

test('what a person has fixed keeps its place in the order, or the order is none', () => {
  const order = [3, 4, 0, 1, 2];
  const fixed = [
    { source: one(0), target: { from: 3, to: 5 } },
    { source: one(2), target: one(1) },
  ];
  expect(fixedIn(order, fixed)).toEqual([
    { source: one(0), target: { from: 0, to: 2 } },
    { source: one(2), target: one(3) },
  ]);
  expect(fixedIn(order, [{ source: one(0), target: { from: 2, to: 4 } }])).toBeNull();
  expect(fixedIn(order, [{ source: one(0), target: { from: 1, to: 1 } }])).toBeNull();
  expect(fixedIn(order, fixed.map(({ target }, k) => ({ source: one(k), target })).toReversed())).toBeNull();
});

describe('a manual whose chapters were rearranged', () => {
  // Invented: each chapter has words of its own on both sides, numbers among them.
  const random = randomFrom(5);
  const word = (letters: string): string =>
    Array.from({ length: 4 + Math.floor(random() * 6) }, () => letters[Math.floor(random() * letters.length)]).join('');
  const chapters = Array.from({ length: 6 }, (_, c) =>
    Array.from({ length: 30 }, (_unused, k) => {
      const size = 2 + Math.floor(random() * 12);
      const numbers = k % 3 === 0 ? ` ${c * 100 + k}` : '';
      const text = (letters: string): string => Array.from({ length: size }, () => word(letters)).join(' ') + numbers;
      return [text('bdgklmnaeiou'), text('cfhprstaeiou')] as const;
    }),
  );
  const order = [3, 0, 5, 2, 4, 1];
  const source = chapters.flat().map(([text]) => text);
  const target = order.flatMap((c) => chapters[c]!.map(([, text]) => text));
  const all = (spans: readonly { from: number; to: number }[]) => spans.flatMap(({ from, to }) => range(from, to));
  // The chapter that comes first in the target is the fourth of the source: this pair is in the order of both texts.
  const pinned = { source: one(95), target: one(5) };

  test.each([
    ['by itself', []],
    ['around a pair that a person has fixed', [pinned]],
  ])('is paired chapter by chapter, %s', (_, fixed) => {
    const work = align(source, target, { sourceLanguage: 'en', targetLanguage: 'de', fixed });
    let step = work.next();
    while (!step.done) step = work.next();
    const { beads, moved } = step.value;
    for (const bead of fixed) expect(beads).toContainEqual({ ...bead, sureness: 1 });
    const right = beads.filter(
      ({ source: s, target: t }) =>
        s.to - s.from === 1 && t.to - t.from === 1 && target[t.from] === chapters.flat()[s.from]![1],
    );
    expect(right.length).toBeGreaterThan(170);
    expect(moved.length).toBeGreaterThan(80);
    expect(all(beads.map((bead) => bead.source))).toEqual(range(0, 180));
    expect(all(beads.map((bead) => bead.target)).toSorted((a, b) => a - b)).toEqual(range(0, 180));
  });
});
