/** XLSX against openpyxl (both ways, cell by cell) and LibreOffice (opens what we write). */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { delimitedRows } from '@fair-copy/core/sheet/delimited.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';
import { shownNumber } from '@fair-copy/core/sheet/xlsx/rows.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import { countryNames, inFolder, python, run } from './outside.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

async function rowsOf(
  path: string,
  sheet?: string,
): Promise<{ rows: SheetRow[]; notes: string[]; hiddenColumns: readonly number[] }> {
  const file = await openClientFile(path, 'test.xlsx');
  try {
    const rows: SheetRow[] = [];
    const sample = await file.survey(sheet ? { sheet } : {}, (batch) => rows.push(...batch));
    return { rows, notes: sample.notes.map((n) => n.code), hiddenColumns: sample.hiddenColumns };
  } finally {
    file.close();
  }
}

interface Read {
  readonly sheets: string[];
  readonly rows: unknown[][];
  readonly types: string[];
}

describe('openpyxl', () => {
  const pairs = countryNames(['de'])
    ['de']!.slice(0, 50)
    .map(([english, german], i) => [german, english, i]);

  test('a workbook that openpyxl wrote reads as openpyxl reads it', () =>
    inFolder(async (folder) => {
      const path = join(folder, 'theirs.xlsx');
      python('make_workbook.py', pairs, 'make', path);
      const expected = python<Read>('make_workbook.py', null, 'read', path);
      const { rows, notes, hiddenColumns } = await rowsOf(path);
      const byNumber = new Map(rows.map((row) => [row.number, row]));
      const width = Math.max(...expected.rows.map((row) => row.length));
      expected.rows.forEach((cells, i) => {
        const got = byNumber.get(i + 1)?.cells ?? [];
        const padded = Array.from({ length: width }, (_, c) => got[c] ?? '');
        expect([i + 1, padded]).toEqual([i + 1, cells.map((cell) => (cell === true ? 'TRUE' : String(cell)))]);
      });
      expect(byNumber.get(3)!.hidden).toBe(true);
      expect(hiddenColumns).toEqual([3]);
      expect(notes).toEqual(['hidden-rows', 'hidden-columns', 'merged-cells']);
    }));

  test('numbers and dates read as they are displayed', () =>
    inFolder(async (folder) => {
      const path = join(folder, 'theirs.xlsx');
      python('make_workbook.py', pairs, 'make', path);
      const { rows } = await rowsOf(path, 'Zahlen');
      expect(rows.map((row) => row.cells[0])).toEqual([
        '50%',
        '1,234.50',
        '01.03.2026',
        '0003',
        '1 1/4',
        '0.3',
        '08:05',
      ]);
    }));

  test('what we write, openpyxl reads, and every cell is text', () =>
    inFolder(async (folder) => {
      const path = join(folder, 'ours.xlsx');
      const rows = [
        ['=1+1', '007'],
        ['ä\nb', ' x '],
        ['水門', ''],
      ];
      await writeWorkbook(path, [{ name: 'Terms', header: ['de', 'en'], rows }]);
      const read = python<Read>('make_workbook.py', null, 'read', path);
      expect(read).toEqual({ sheets: ['Terms'], rows: [['de', 'en'], ...rows], types: ['s'] });
      expect((await rowsOf(path)).rows.map((row) => row.cells)).toEqual([
        ['de', 'en'],
        ['=1+1', '007'],
        ['ä\nb', ' x '],
        ['水門'],
      ]);
    }));
});

/** ECMA-376 part 1, 18.8.31: examples of number formats. */
test.each([
  ['1234.59', '####.#', '1234.6'],
  ['8.9', '#.000', '8.900'],
  ['0.631', '0.#', '0.6'],
  ['12', '#.0#', '12.0'],
  ['12000', '#,###', '12,000'],
  ['0.00000012', '0.00E+00', '1.20E-07'],
])('%s as %s is %s', (value, pattern, shown) => expect(shownNumber(value, pattern)).toBe(shown));

test(
  'LibreOffice opens what we write',
  () =>
    inFolder(async (folder) => {
      const path = join(folder, 'ours.xlsx');
      const rows = countryNames(['pl'])
        ['pl']!.slice(0, 40)
        .map(([english, polish]) => [polish, english]);
      await writeWorkbook(path, [{ name: 'Terms', header: ['pl', 'en'], rows }]);
      // 44: comma, 34: quote, 76: UTF-8; the first sheet.
      run('soffice', [
        `-env:UserInstallation=file://${folder}/office`,
        '--headless',
        '--convert-to',
        'csv:Text - txt - csv (StarCalc):44,34,76,1',
        '--outdir',
        folder,
        path,
      ]);
      const text = readFileSync(join(folder, 'ours.csv'), 'utf8').replace(/^\uFEFF/, '');
      expect(delimitedRows(text, { delimiter: ',', quote: '"' }).map((row) => row.cells)).toEqual([
        ['pl', 'en'],
        ...rows,
      ]);
    }),
  180_000,
);
