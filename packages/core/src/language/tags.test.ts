import { describe, expect, test } from '@jest/globals';
import { canonicalTag, direction, fits, intlLocale, languageName, primaryLanguage } from './tags.js';

describe('canonicalTag', () => {
  test.each([
    ['DEU', 'de'],
    ['ger', 'de'],
    ['fin', 'fi'],
    ['fi_FI', 'fi-FI'],
    ['EN-us', 'en-US'],
    ['zh-hant-tw', 'zh-Hant-TW'],
    ['iw', 'he'],
    ['no', 'nb'],
    ['pt-br', 'pt-BR'],
    ['de_DE.UTF-8', 'de-DE'],
    ['x-client', 'x-client'],
  ])('%s is %s', (spelling, tag) => expect(canonicalTag(spelling)).toBe(tag));

  test.each(['', 'Deutsch!', 'qqz', '12', 'de--DE', 'a', 'toolonglanguage'])('“%s” is no tag', (text) =>
    expect(canonicalTag(text)).toBeNull(),
  );
});

/** RFC 4647, section 3.3.1, and its examples. */
test.each([
  ['de', 'de-DE', true],
  ['de-de', 'de-DE-1996', true],
  ['de-DE', 'de', false],
  ['de-de', 'de-Deva', false],
  ['*', 'fi', true],
])('basic filtering: %s and %s', (range, tag, expected) => expect(fits(range, tag)).toBe(expected));

test('names, parts and directions', () => {
  expect(languageName('pt-BR')).toBe('Portuguese (Brazil)');
  expect(languageName('und')).toBe('no language');
  expect(primaryLanguage('zh-Hant')).toBe('zh');
  expect(primaryLanguage('x-klient-1')).toBe('x-klient-1');
  expect(direction('ar')).toBe('rtl');
  expect(direction('he-IL')).toBe('rtl');
  expect(direction('ja')).toBe('ltr');
});

test.each(['de', 'pt-BR', 'sr-Latn', 'und', 'x-klient-1', 'xh'])('Intl takes what stands for “%s”', (tag) => {
  expect(() => new Intl.Segmenter(intlLocale(tag))).not.toThrow();
  expect('TOR'.toLocaleLowerCase(intlLocale(tag))).toBe('tor');
  expect(intlLocale(tag)).toBe(tag.startsWith('x-') ? 'und' : tag);
});
