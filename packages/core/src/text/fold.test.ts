import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { caselessKey, exactKey, foldForSearch, isSameButForCase } from './fold.js';

describe('foldForSearch', () => {
  test.each([
    ['Écluse', 'ecluse'],
    ['STRASSE', 'strasse'],
    ['Straße', 'strasse'],
    ['Łódź', 'lodz'],
    ['Ｋｉｌｎ', 'kiln'],
    ['  lock   gate ', 'lock gate'],
    ['Ångström', 'angstrom'],
    ['ガラス', 'ガラス'],
    ['ΛΌΓΟΣ', 'λογοσ'],
  ])('%s → %s', (text, folded) => expect(foldForSearch(text)).toBe(folded));

  test('a voiced kana is another letter', () => expect(foldForSearch('ガラス')).not.toBe(foldForSearch('カラス')));
});

test('the exact key knows composed and decomposed letters as one, and keeps case', () => {
  expect(exactKey('e\u0301cluse')).toBe('\u00e9cluse');
  expect(exactKey('lock \u00a0 gate')).toBe('lock gate');
  expect(exactKey('Lock')).not.toBe(exactKey('lock'));
  expect(caselessKey('Straße')).toBe(caselessKey('STRASSE'));
});

test('the short cut for texts that differ in their first letter says what the keys say', () => {
  const texts = [
    'Écluse',
    'e\u0301cluse',
    'Straße',
    'STRASSE',
    ' lock',
    'Lock  ',
    '7 K',
    '7 \u212a',
    '',
    'Σ',
    'ς',
    'x\u0301',
    'y\u0301',
  ];
  const some = fc.oneof(fc.constantFrom(...texts), fc.string({ unit: 'grapheme', maxLength: 4 }));
  fc.assert(
    fc.property(some, some, (a, b) => isSameButForCase(a, b) === (caselessKey(a) === caselessKey(b))),
    { numRuns: 2000 },
  );
});
