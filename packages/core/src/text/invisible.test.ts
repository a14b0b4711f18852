import { expect, test } from '@jest/globals';
import { hasInvisible, nameOfInvisible, withoutInvisible } from './invisible.js';

test('what cannot be seen goes', () => {
  expect(withoutInvisible('Ufer\u00adbe\u200bfestigung\ufeff')).toBe('Uferbefestigung');
  expect(hasInvisible('Ufer')).toBe(false);
  expect(nameOfInvisible('Ufer\u00adbefestigung')).toBe('soft hyphen');
  expect(nameOfInvisible('a\u202ab')).toBe('U+202A');
});

test('joiners stay where the script needs them', () => {
  expect(withoutInvisible('می\u200cخواهم')).toBe('می\u200cخواهم');
  expect(withoutInvisible('lo\u200cck')).toBe('lock');
});

test('asking twice gives the same answer', () => {
  expect(hasInvisible('a\u200cb')).toBe(true);
  expect(hasInvisible('a\u200cb')).toBe(true);
});
