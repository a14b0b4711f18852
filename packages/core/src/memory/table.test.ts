import { expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import { NO_CODES } from '../text/inline-codes.js';
import { tmxHead } from '../formats/tmx/write-units.js';
import { UnitColumns } from './table.js';
import type { Unit } from './unit.js';

test('every attribute stands in a table, however many kinds there are', () => {
  const units = Array.from({ length: 500 }, (_, i): Unit => ({
    props: [
      { type: `x-${i}`, text: `value ${i}` },
      { type: 'client', text: 'Brennick' },
    ],
    variants: [{ language: 'en' as LanguageTag, text: `text ${i}`, codes: NO_CODES }],
  }));
  const columns = new UnitColumns();
  for (const unit of units) columns.see(unit);
  const header = columns.header();
  expect(header.length).toBeLessThan(100);
  for (const [i, unit] of units.entries()) {
    const row = columns.row(unit);
    expect(row).toHaveLength(header.length);
    const at = header.indexOf(`x-${i}`);
    expect(at >= 0 ? row[at] : row.at(-1)).toBe(at >= 0 ? `value ${i}` : `x-${i}: value ${i}`);
  }
});

test('the dates and the encoding of a TMX header are written back; this file is a change of that one', () => {
  const header = {
    other: '',
    attributes: { creationdate: '20190101T000000Z', creationid: 'mara', 'o-encoding': 'iso-8859-1' },
  };
  const head = tmxHead({ languages: null, sourceLanguage: 'en', version: '1', date: '20261129T000000Z', header });
  expect(head).toContain('creationdate="20190101T000000Z"');
  expect(head).toContain('creationid="mara"');
  expect(head).toContain('o-encoding="iso-8859-1"');
  expect(head).toContain('changedate="20261129T000000Z"');
});
