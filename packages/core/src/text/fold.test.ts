import { describe, expect, test } from '@jest/globals';
import { caselessKey, exactKey, foldForSearch } from './fold.js';

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
