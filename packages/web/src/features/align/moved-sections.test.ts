import { expect, test } from '@jest/globals';
import type { BeadBody } from '../../api/types.js';
import { movedSections } from './moved-sections.js';

const pair = (i: number, j: number, moved: 0 | 1, targets = 1): BeadBody => [i, i + 1, j, j + targets, 0.9, 0, moved];

test('stretches of moved pairs that stand together in the translation too', () => {
  const pairs: BeadBody[] = [
    pair(0, 0, 0),
    // A section, with a segment that has no counterpart in it.
    ...[pair(1, 10, 1), pair(2, 11, 1), pair(3, 13, 1, 0), pair(4, 12, 1, 2)],
    // Another one right behind it, from elsewhere.
    ...[pair(5, 4, 1), pair(6, 5, 1), pair(7, 7, 1)],
    pair(8, 8, 0),
    // Two sentences that changed places are no section.
    ...[pair(9, 20, 1), pair(10, 19, 1)],
  ];
  expect([...movedSections(pairs)]).toEqual([
    [1, { pairs: 3, from: 10, to: 14 }],
    [5, { pairs: 3, from: 4, to: 8 }],
  ]);
  expect(movedSections([])).toEqual(new Map());
});
