/**
 * Texts whose UTF-8 was read as windows-1252 (as the Encoding Standard of WHATWG defines it, through the runtime's
 * TextDecoder): the names of all countries in the languages of CLDR (cldr-localenames-full).
 */
import { describe, expect, test } from '@jest/globals';
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

test('once put right it is right', () => {
  for (const locale of ['de', 'ar', 'he', 'ja', 'hi', 'ro'])
    for (const name of namesIn(locale)) {
      const once = repaired(broken(name));
      expect(repaired(once)).toBe(once);
    }
});
