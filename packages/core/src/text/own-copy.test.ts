import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ownCopy } from './own-copy.js';

test('says the same, whatever it says: halves of characters, controls, quotation marks', () => {
  expect(ownCopy('')).toBe('');
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 0xffff }), { maxLength: 40 }), (codes) => {
      const text = String.fromCharCode(...codes);
      expect(ownCopy(text)).toBe(text);
    }),
  );
});
