import { expect, test } from '@jest/globals';
import { reconciled, type Decided } from './kept-corrections.js';

test('texts stay in cells that are the same, verdicts in rows that are; what goes is named', () => {
  const before: Decided[] = [
    { row: 2, cells: ['Wehr', 'weir, dam'], decision: { cells: { 0: 'das Wehr', 1: 'weir' } } },
    { row: 3, cells: ['Tor', 'gate'], decision: { verdict: 'leave' as const } },
    { row: 4, cells: ['Poller', 'bollard, post'], decision: { verdict: 'take' as const } },
    { row: 9, cells: ['x', 'y'], decision: { cells: { 0: 'z' } } },
  ];
  const now: Record<number, string[]> = {
    2: ['Wehr', 'weir', 'dam'],
    3: ['Tor', 'gate'],
    4: ['Poller', 'bollard', 'post'],
  };
  before.push(
    { row: 5, cells: ['Ufer'], decision: { cells: { 1: 'bank' } } },
    { row: 6, cells: ['Kai', ''], decision: { cells: { 1: 'quay' } } },
  );
  Object.assign(now, { 5: ['Ufer', ''], 6: ['Kai;'] });
  const row = (number: number) => (now[number] ? { number, cells: now[number] } : null);
  expect(reconciled(before, row)).toEqual({
    kept: [
      { row: 2, decision: { cells: { 0: 'das Wehr' } } },
      { row: 3, decision: { verdict: 'leave' } },
      { row: 5, decision: { cells: { 1: 'bank' } } },
    ],
    dropped: [
      { row: 2, decision: { cells: { 1: 'weir' } } },
      { row: 4, decision: { verdict: 'take' } },
      { row: 9, decision: { cells: { 0: 'z' } } },
      { row: 6, decision: { cells: { 1: 'quay' } } },
    ],
  });
});
