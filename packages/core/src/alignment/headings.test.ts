import { describe, expect, test } from '@jest/globals';
import type { WeighedBead } from './bead.js';
import { withHeadings } from './headings.js';
import type { PassageScore } from './moves.js';

const bead = (source: readonly [number, number], target: readonly [number, number], sureness = 0.9): WeighedBead => ({
  source: { from: source[0], to: source[1] },
  target: { from: target[0], to: target[1] },
  sureness,
});
const pair = (i: number, j: number) => bead([i, i + 1], [j, j + 1]);
const onlySource = (i: number, j: number) => bead([i, i + 1], [j, j]);
const onlyTarget = (i: number, j: number) => bead([i, i], [j, j + 1]);

/** A score that knows which single segments belong together. */
const knowing =
  (...together: readonly (readonly [number, number])[]): PassageScore =>
  () =>
  (i, a, j, b) =>
    a === 1 && b === 1 && together.some(([s, t]) => s === i && t === j) ? 4 : -1;

const short = ({ source, target }: WeighedBead): string =>
  `${source.from}${source.to > source.from ? '' : '-'}|${target.from}${target.to > target.from ? '' : '-'}`;

/**
 * Source: 0, heading 1, section 2 3, heading 4, 5. Target: 0, heading 1, text 2, heading 3, section 4 5. In order the
 * heading 1 was paired with the heading 1, though it belongs to 3, and 4 to 1.
 */
const IN_ORDER = [
  pair(0, 0),
  pair(1, 1),
  onlySource(2, 2),
  onlySource(3, 2),
  onlySource(4, 2),
  pair(5, 2),
  onlyTarget(6, 3),
  onlyTarget(6, 4),
  onlyTarget(6, 5),
];
const SECTION = [pair(2, 4), pair(3, 5)];

describe('headings of moved sections', () => {
  test('go with their sections, where the texts say so', () => {
    const { beads, moved } = withHeadings(IN_ORDER, [SECTION], knowing([1, 3], [4, 1]));
    expect(moved.map(short)).toEqual(['2|4', '3|5', '1|3']);
    expect(beads.map(short)).toEqual(['0|0', '1|1-', '2|1-', '3|1-', '4|1', '5|2', '6-|3', '6-|4', '6-|5']);
    expect(beads.find((one) => short(one) === '4|1')!.sureness).toBeCloseTo(1 / (1 + Math.exp(-9)), 6);
  });

  test('on the other side as well', () => {
    const turned = IN_ORDER.map(({ source, target, sureness }) => ({ source: target, target: source, sureness }));
    const section = SECTION.map(({ source, target, sureness }) => ({ source: target, target: source, sureness }));
    const { beads, moved } = withHeadings(turned, [section], knowing([3, 1], [1, 4]));
    expect(moved.map(short)).toEqual(['4|2', '5|3', '3|1']);
    expect(beads.map(short)).toContain('1|4');
  });

  test.each<[string, readonly WeighedBead[], readonly WeighedBead[], PassageScore]>([
    ['they are pairs as they stand', IN_ORDER, SECTION, knowing([1, 1])],
    ['nothing says anything', IN_ORDER, SECTION, () => () => 0],
    [
      'the segment before the passage has a counterpart',
      [...IN_ORDER.slice(0, 5), bead([5, 6], [2, 4]), ...IN_ORDER.slice(7)],
      SECTION,
      knowing([1, 3], [4, 1]),
    ],
    ['the gap ends with the passage', IN_ORDER, [...SECTION, pair(4, 6)], knowing([1, 3], [4, 1])],
    [
      'what stands before the gap is no single pair',
      [pair(0, 0), bead([1, 2], [1, 3]), ...IN_ORDER.slice(2)],
      SECTION,
      knowing([1, 3], [4, 1]),
    ],
  ])('stay if %s', (_, beads, section, score) => {
    const found = withHeadings(beads, [section], score);
    expect(found.moved).toEqual(section);
    expect(found.beads).toEqual(beads);
  });

  test('what is given is not changed', () => {
    const before = JSON.stringify(IN_ORDER);
    withHeadings(IN_ORDER, [SECTION], knowing([1, 3], [4, 1]));
    expect(JSON.stringify(IN_ORDER)).toBe(before);
  });
});
