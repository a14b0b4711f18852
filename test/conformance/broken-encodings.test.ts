/**
 * Texts whose UTF-8 was read as windows-1252 (as the Encoding Standard of WHATWG defines it, through the runtime's
 * TextDecoder): the names of all countries in the languages of CLDR (cldr-localenames-full).
 */
import { describe, expect, test } from '@jest/globals';
import iconv from 'iconv-lite';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { repaired } from '@fair-copy/core/intake/cleaning/encoding.js';

const FOLDER = new URL('../../node_modules/cldr-localenames-full/main/', import.meta.url);
const read = new TextDecoder('windows-1252');
const broken = (text: string): string => read.decode(new TextEncoder().encode(text));

function namesIn(locale: string): string[] {
  const file = new URL(`${locale}/territories.json`, FOLDER);
  if (!existsSync(file)) return [];
  const content = JSON.parse(readFileSync(file, 'utf8')) as {
    main: Record<string, { localeDisplayNames: { territories?: Record<string, string> } }>;
  };
  const names = new Set(Object.values(content.main[locale]!.localeDisplayNames.territories ?? {}));
  return [...names].filter((name) => /[^\x20-\x7e]/.test(name));
}

/** The languages for which Fair Copy has rules of segmentation, and others that clients ask for. */
const LANGUAGES = (
  'de fr es pt it nl da sv nb fi et lv lt pl cs sk hu ro el ru uk tr ar he ja zh ko ' +
  'fa ur ps ckb hi bn mr gu pa ta te ml kn th ka hy am az kk ky uz bg sr mk hr sl bs sq ca eu gl is ga cy id ms vi'
).split(' ');
/** What stays broken: an apostrophe like a letter behind a capital, or what Latin-1 has as well. */
const LEFT: Readonly<Record<string, number>> = { uz: 4, ko: 1 };

describe('names of countries, read wrongly, come back', () => {
  test.each(LANGUAGES)('%s', (locale) => {
    const names = namesIn(locale);
    const wrong = names.filter((name) => repaired(broken(name)) !== name);
    expect([wrong.length <= (LEFT[locale] ?? 0), wrong]).toEqual([true, wrong]);
  });

  test('and there are thousands of them', () =>
    expect(LANGUAGES.reduce((sum, locale) => sum + namesIn(locale).length, 0)).toBeGreaterThan(8000));
});

test('what was read rightly stays as it is, in every language of CLDR', () => {
  const changed: string[] = [];
  let names = 0;
  for (const locale of readdirSync(fileURLToPath(FOLDER)))
    for (const name of namesIn(locale)) {
      names++;
      if (repaired(name) !== name) changed.push(name);
    }
  expect(changed).toEqual([]);
  expect(names).toBeGreaterThan(30_000);
});

test.each([
  ['«CAFÉ»', 'a capital before a closing mark'],
  ['‹CAFFÈ›', 'the same with a single one'],
  ['“CAFÉ”', 'the same with quotation marks'],
  ['3×“lock”', 'a sign of multiplication'],
  ['Ø 12 mm', 'a diameter'],
  ['Ø±0,5', 'a tolerance'],
  ['±0,5 Â', 'a letter by itself'],
])('%s stays: %s', (text) => expect(repaired(text)).toBe(text));

// By iconv-lite, whose tables are those of Unicode and the Encoding Standard.
describe('read in another code page, or several times over', () => {
  const PAGES = ['windows-1250', 'windows-1251', 'windows-1254', 'cp437', 'cp850', 'cp866', 'macintosh', 'koi8-r'];
  const through = (text: string, page: string): string => iconv.decode(Buffer.from(text, 'utf8'), page);
  const names = ['de', 'fr', 'es', 'pl', 'cs', 'sv', 'pt', 'ru', 'uk', 'el'].flatMap((locale) => namesIn(locale));

  test.each(PAGES)('%s', (page) => {
    const whole = names
      .map((name) => [name, through(name, page)] as const)
      .filter(([, text]) => !text.includes('\uFFFD'));
    const back = whole.filter(([name, text]) => repaired(text) === name);
    const wrong = whole.filter(([name, text]) => repaired(text) !== name && repaired(text) !== text);
    expect(back.length / whole.length).toBeGreaterThan(0.97);
    expect(wrong.length / whole.length).toBeLessThan(0.01);
  });

  test('twice', () => {
    const twice = names.map((name) => [name, broken(broken(name))] as const);
    expect(twice.filter(([name, text]) => repaired(text) === name).length / twice.length).toBeGreaterThan(0.97);
  });

  test.each(['Рёв', 'Гёте', '╔══╗', '├── src', '√2', 'ČSŽ', 'É»', 'ΑΒΓ', 'Ğ'])('%s stays', (text) =>
    expect(repaired(text)).toBe(text),
  );
});

test('once put right it is right', () => {
  for (const locale of ['de', 'ar', 'he', 'ja', 'hi', 'ro'])
    for (const name of namesIn(locale)) {
      const once = repaired(broken(name));
      expect(repaired(once)).toBe(once);
    }
});
