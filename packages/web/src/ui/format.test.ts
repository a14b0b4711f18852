import { expect, test } from '@jest/globals';
import { m } from '../messages/index.js';
import { count, number, size } from './format.js';
import { termbaseTexts } from '../features/termbase/messages.js';

test('counts know one and many', () => {
  expect(count(1, 'entry', 'entries')).toBe('1 entry');
  expect(count(0, 'entry', 'entries')).toBe('0 entries');
  expect(count(1131, 'entry', 'entries')).toBe(`${number(1131)} entries`);
});

test.each([
  [0, '0 B'],
  [821, '821 B'],
  [9700, '9.7 kB'],
  [370_000_000, '370 MB'],
  [2_000_000_000, '2 GB'],
])('%i bytes are %s', (bytes, text) => expect(size(bytes)).toBe(text.replace(' ', '\u00a0')));

test('sentences with numbers', () => {
  expect(termbaseTexts.outFile.left(1)).toBe('1 concept has too little in these languages and is not in the file.');
  expect(m.work.remaining(40)).toBe('about 40 s left');
  expect(m.work.remaining(150)).toBe('about 3 min left');
});
