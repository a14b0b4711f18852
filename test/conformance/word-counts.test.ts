/**
 * Words of the GNOME manuals (Debian, gnome-user-docs), paragraph by paragraph, beside ICU's own word breaks (PyICU). Both
 * rest on UAX #29 and ICU's dictionaries, in versions of their own, which differ in two characters.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { wordCount } from '@fair-copy/core/counts/count.js';
import { python } from './outside.js';

const HELP = '/usr/share/help';
const LANGUAGES = [
  'C',
  'cs',
  'de',
  'el',
  'es',
  'fi',
  'fr',
  'hu',
  'it',
  'ja',
  'ko',
  'nl',
  'pl',
  'pt_BR',
  'ru',
  'sv',
  'tr',
];
LANGUAGES.push('uk', 'zh_CN');
/**
 * Versions of ICU differ in two characters: since Unicode 15.1 a colon between letters ends a word, but in Finnish and Swedish
 * (UAX #29), and ICU 72 alone (CLDR 42) takes "@" for a letter.
 */
const OF_VERSIONS = /[\p{L}\p{N}]:[\p{L}\p{N}]|\S@\S/u;

/** The texts of all paragraphs, without their markup. */
function paragraphs(language: string): string[] {
  const folder = `${HELP}/${language}/gnome-help`;
  return readdirSync(folder)
    .filter((name) => name.endsWith('.page'))
    .flatMap((name) => readFileSync(`${folder}/${name}`, 'utf8').match(/<(p|title|desc)\b[^>]*>[^]*?<\/\1>/g) ?? [])
    .map((text) =>
      text
        .replace(/<[^>]*>/g, '')
        .replace(/&[#\w]+;/g, ' ')
        .replace(/\s+/g, ' ')
        .trim(),
    )
    .filter(Boolean);
}

test('a million words in nineteen languages are counted as ICU counts them', () => {
  const apart: (readonly [language: string, text: string, ours: number, theirs: number])[] = [];
  let all = 0;
  for (const folder of LANGUAGES) {
    const language = folder === 'C' ? 'en' : folder.replace('_', '-');
    const texts = paragraphs(folder);
    const asked = texts.map((text) => [language, text]);
    for (const [i, theirs] of python<number[]>('word_breaks.py', asked).entries()) {
      const text = texts[i]!;
      const ours = wordCount(text, language);
      all += theirs;
      if (ours !== theirs && !OF_VERSIONS.test(text)) apart.push([language, text, ours, theirs]);
    }
  }
  expect(all).toBeGreaterThan(1_000_000);
  expect(apart).toEqual([]);
});
