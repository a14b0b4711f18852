/** Where codes stand in a text. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CODE, codePlaces, plainPlace, withoutCodes } from './inline-codes.js';

test('codes put back at their places give the text again', () => {
  expect(codePlaces(`Open ${CODE}the gate${CODE}.`)).toEqual([5, 13]);
  expect(codePlaces('Open the gate.')).toEqual([]);
  fc.assert(
    fc.property(fc.array(fc.constantFrom('a', '😀', ' ', CODE)), (chars) => {
      const text = chars.join('');
      const plain = withoutCodes(text);
      const places = codePlaces(text);
      const back = places.map((at, k) => plain.slice(places[k - 1] ?? 0, at) + CODE).join('');
      expect(back + plain.slice(places.at(-1) ?? 0)).toBe(text);
    }),
  );
});

test('a place behind codes is as many characters further to the front as there are codes before it', () => {
  const text = `Open ${CODE}the gate${CODE}.`;
  expect([0, 5, 6, 9, text.length].map((at) => plainPlace(text, at))).toEqual([0, 5, 5, 8, 14]);
});
