import { expect, test } from '@jest/globals';
import { hasInvisible, firstInvisible, withoutInvisible } from './invisible.js';

test('what cannot be seen goes', () => {
  expect(withoutInvisible('Ufer\u00adbe\u200bfestigung\ufeff')).toBe('Uferbefestigung');
  expect(hasInvisible('Ufer')).toBe(false);
  expect(firstInvisible('Ufer\u00adbefestigung')).toBe(0xad);
  expect(firstInvisible('a\u202ab')).toBe(0x202a);
});

test('joiners stay where the script needs them', () => {
  expect(withoutInvisible('می\u200cخواهم')).toBe('می\u200cخواهم');
  expect(withoutInvisible('lo\u200cck')).toBe('lock');
});

test('asking twice gives the same answer', () => {
  expect(hasInvisible('a\u200cb')).toBe(true);
  expect(hasInvisible('a\u200cb')).toBe(true);
});
