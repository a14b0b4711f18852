import { because } from '@fair-copy/core/guess.js';
import { describe, expect, test } from '@jest/globals';
import type { ColumnReading, Role } from '@fair-copy/core/intake/reading.js';
import { rowGrid } from './columns.js';
import { resourceName } from '../../ui/resource-name.js';
import { visible } from './visible.js';

describe('the name proposed for a termbase', () => {
  test.each([
    ['brennick_terms-2026.xlsx', null, [], 'brennick terms 2026'],
    ['glossary.txt', null, ['Glossary'], 'glossary 2'],
    ['glossary.txt', null, ['glossary', 'glossary 2'], 'glossary 3'],
    ['terms.xlsx', 'Brücken', [], 'terms Brücken'],
    ['terms.xlsx', 'Tabelle1', [], 'terms'],
    ['v1.2 terms.csv', null, [], 'v1.2 terms'],
  ])('%s, sheet %s, beside %j: %s', (file, sheet, taken, name) => expect(resourceName(file, sheet, taken)).toBe(name));
});

test.each([
  ['Pegel  ', 'Pegel··'],
  ['lock\u00a0gate', 'lock⍽gate'],
  ['Ufer\u00adbau', 'Ufer¤bau'],
  ['a\r\nb\tc', 'a↵b⇥c'],
  ['two  spaces', 'two··spaces'],
  ['one space', 'one space'],
])('white space made visible: %j is %s', (text, shown) => expect(visible(text)).toBe(shown));

test('the rows have one grid, whatever stands in them', () => {
  const column = (value: Role): ColumnReading => ({
    index: 0,
    header: '',
    role: { value, sureness: 1, reason: because('chosen') },
  });
  const { template, minWidth } = rowGrid([
    column({ kind: 'ignored' }),
    column({ kind: 'term', language: 'de' as never }),
    column({ kind: 'field', field: 'note', level: 'concept', language: null }),
  ]);
  expect(template).toBe('52px minmax(84px, 1fr) minmax(170px, 3fr) minmax(130px, 2fr) 250px');
  expect(minWidth).toBe(52 + 84 + 170 + 130 + 250);
});
