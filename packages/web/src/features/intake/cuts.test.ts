import { expect, test } from '@jest/globals';
import { added, moved, removed } from './cuts.js';

test('the beginning of a column moves between its neighbours', () => {
  expect(moved([10, 20], 0, 12, 40)).toEqual([12, 20]);
  expect(moved([10, 20], 0, 30, 40)).toEqual([19, 20]);
  expect(moved([10, 20], 0, -3, 40)).toEqual([1, 20]);
  expect(moved([10, 20], 1, 90, 40)).toEqual([10, 39]);
});

test('one more column stands in the widest; one is taken away', () => {
  expect(added([10, 20], 60)).toEqual([10, 20, 40]);
  expect(added([], 40)).toEqual([20]);
  expect(added([1], 2)).toEqual([1]);
  expect(removed([10, 20, 30], 1)).toEqual([10, 30]);
});
