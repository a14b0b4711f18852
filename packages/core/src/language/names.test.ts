import { describe, expect, test } from '@jest/globals';
import { languagesNamed } from './names.js';

describe('languagesNamed', () => {
  test.each([
    ['Finnish', 'fi'],
    ['suomi', 'fi'],
    ['fi', 'fi'],
    ['FIN', 'fi'],
    ['fi-FI', 'fi-FI'],
    ['English (United Kingdom)', 'en-GB'],
    ['Englisch (USA)', 'en-US'],
    ['Portugiesisch (Brasilien)', 'pt-BR'],
    ['Deutsch', 'de'],
    ['Niemiecki', 'de'],
    ['français', 'fr'],
    ['日本語', 'ja'],
    ['英語', 'en'],
    ['中文', 'zh'],
    ['русский', 'ru'],
    ['EN_us', 'en-US'],
    ['[de]', 'de'],
    ['German:', 'de'],
    ['English (en)', 'en'],
    ['UK', 'en-GB'],
    ['JP', 'ja'],
    ['CZ', 'cs'],
    ['Simplified Chinese', 'zh-Hans'],
    ['Norsk', 'nb'],
  ])('%s means %s', (text, tag) => expect(languagesNamed(text)[0]?.tag).toBe(tag));

  test.each(['lock gate', 'Bemerkung', '', '2026-03-01', 'Schleuse'])('%s names no language', (text) =>
    expect(languagesNamed(text)).toEqual([]),
  );

  test('what a country code may also mean is offered second', () => {
    expect(languagesNamed('UK').map((l) => l.tag)).toEqual(['en-GB', 'uk']);
  });
});
