import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { equalHashes } from './equal-hashes.js';
import { hashOfTexts } from './hash.js';

const byFirst = (groups: Iterable<readonly number[]>): (readonly number[])[] =>
  [...groups].sort((a, b) => a[0]! - b[0]!);

test('gives the places of all equal values, as comparing each with each does', () => {
  const value = fc.oneof(
    fc.integer({ min: 0, max: 5 }),
    fc.maxSafeNat(),
    fc.constantFrom(0, Number.MAX_SAFE_INTEGER, 2 ** 52, hashOfTexts(['lock'])),
  );
  fc.assert(
    fc.property(fc.array(value, { maxLength: 60 }), (values) => {
      const groups = values.map((one) => values.flatMap((other, i) => (other === one ? [i] : [])));
      const wanted = groups.filter((group, i) => group.length > 1 && group[0] === i);
      return JSON.stringify(byFirst(equalHashes(Float64Array.from(values)))) === JSON.stringify(wanted);
    }),
  );
});

test('looks at the first so many only', () => {
  expect([...equalHashes(Float64Array.of(7, 8, 7, 8), 3)]).toEqual([[0, 2]]);
  expect([...equalHashes(new Float64Array(0))]).toEqual([]);
});
