/** Real glossaries (country names of Debian's iso-codes) read as a client would send them: without a header. */
import type { Diagnostic } from '@fair-copy/core/diagnostic.js';
import { describe, expect, test } from '@jest/globals';
import { proposeReading } from '@fair-copy/core/intake/propose.js';
import { languagesOf } from '@fair-copy/core/intake/reading.js';
import { areClose } from '@fair-copy/core/language/close.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { countryNames } from './outside.js';

const LANGUAGES = 'de fr es pt it nl da sv nb fi et lv lt pl cs sk hu ro el ru uk tr ar he ja ko bg hr sl'.split(' ');
const names = countryNames(LANGUAGES);

function languagesFound(rows: readonly (readonly string[])[]): string[] {
  const reading = proposeReading({
    source: { kind: 'workbook', sheet: 'x', sheets: [] },
    rows: rows.map((cells, i) => ({ number: i + 1, cells })),
    hiddenColumns: [],
    notes: [],
  });
  expect(reading.headerRow.value).toBeNull();
  return languagesOf(reading).map(primaryLanguage);
}

describe('a list of two columns without a header', () => {
  const right = (count: number): number =>
    LANGUAGES.filter((language) => {
      const [en, other] = languagesFound(names[language]!.slice(0, count));
      return en === 'en' && other !== undefined && areClose(other, language);
    }).length;

  test('of 60 rows: the languages are right in at least 28 of 29', () => expect(right(60)).toBeGreaterThanOrEqual(28));
  test('of 12 rows: in at least 25 of 29', () => expect(right(12)).toBeGreaterThanOrEqual(25));
});

describe('a column that holds two languages', () => {
  const notes = (rows: readonly (readonly string[])[]): Diagnostic[] =>
    proposeReading({
      source: { kind: 'workbook', sheet: 'x', sheets: [] },
      rows: [['English', 'Other'], ...rows].map((cells, i) => ({ number: i + 1, cells })),
      hiddenColumns: [],
      notes: [],
    }).notes.flatMap((note) => (note.code === 'language-mixed' ? [note] : []));

  test('is said: half of its names are English', () => {
    const told = ['de', 'fr', 'es', 'fi', 'pl', 'hu', 'tr', 'ru', 'cs'].filter((language) => {
      const rows = names[language]!.map(([en, other], i) => [en, i < 90 ? other : en + ' (name)']);
      return notes(rows.slice(0, 180)).some((note) => note.details.otherLanguage === 'en');
    });
    expect(told.length).toBeGreaterThanOrEqual(8);
  });

  test('is not said of 29 languages that are not mixed, but once', () => {
    const wrong = LANGUAGES.filter((language) => notes(names[language]!).length > 0);
    expect(wrong.length).toBeLessThanOrEqual(1);
  });
});
