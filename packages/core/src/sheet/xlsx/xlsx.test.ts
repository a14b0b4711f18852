import { describe, expect, test } from '@jest/globals';
import { DataError } from '../../diagnostic.js';
import type { Archive } from '../archive.js';
import { columnLetter, type SheetRow } from '../model.js';
import { areaOf, columnOf } from './cell-reference.js';
import { shownNumber, worksheetRows, type SheetFacts } from './rows.js';
import { openWorkbook, unescaped } from './workbook.js';

/** A package in memory; text comes in pieces of a few characters, as a stream may cut it. */
function packageOf(
  parts: Readonly<Record<string, string>>,
  cut = 11,
): { archive: Archive; text: (archive: Archive, name: string) => AsyncIterable<string> } {
  return {
    archive: { names: Object.keys(parts), read: () => (async function* () {})() },
    text: async function* (_, name) {
      for (let at = 0; at < parts[name]!.length; at += cut) yield parts[name]!.slice(at, at + cut);
    },
  };
}

const book = (
  sheetData: string,
  more: Readonly<Record<string, string>> = {},
  before = '',
  after = '',
): Record<string, string> => ({
  '_rels/.rels':
    '<Relationships><Relationship Id="r1" Type="http://x/officeDocument" Target="/xl/workbook.xml"/></Relationships>',
  'xl/workbook.xml':
    '<workbook xmlns:r="r"><sheets><sheet name="A &amp; B" sheetId="1" r:id="s1"/></sheets></workbook>',
  'xl/_rels/workbook.xml.rels':
    '<Relationships><Relationship Id="s1" Type="http://x/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="t" Type="http://x/sharedStrings" Target="sharedStrings.xml"/></Relationships>',
  'xl/worksheets/sheet1.xml': `<worksheet>${before}<sheetData>${sheetData}</sheetData>${after}</worksheet>`,
  ...more,
});

async function read(parts: Record<string, string>): Promise<{ rows: SheetRow[]; facts: SheetFacts; names: string[] }> {
  const { archive, text } = packageOf(parts);
  const workbook = await openWorkbook(archive, text);
  const facts: SheetFacts = { hiddenRows: 0, hiddenColumns: [], mergedCells: 0, errorCells: 0, firstErrorRow: 0 };
  const rows: SheetRow[] = [];
  for await (const row of worksheetRows(archive, text, workbook, workbook.sheets[0]!, facts)) rows.push(row);
  return { rows, facts, names: workbook.sheets.map((sheet) => sheet.name) };
}

describe('references', () => {
  test.each([
    ['A1', 0],
    ['Z9', 25],
    ['AA10', 26],
    ['XFD1048576', 16383],
  ])('%s is column %i', (reference, column) => {
    expect(columnOf(reference)).toBe(column);
    expect(reference.startsWith(columnLetter(column))).toBe(true);
  });
  test('areas', () => {
    expect(areaOf('B3')).toEqual({ top: 3, bottom: 3, left: 1, right: 1 });
    expect(areaOf('$A$1:C3')).toEqual({ top: 1, bottom: 3, left: 0, right: 2 });
    expect(areaOf('nonsense')).toBeNull();
  });
});

describe('worksheets', () => {
  test('shared strings without their phonetic guides, inline strings, escapes', async () => {
    const { rows, names } = await read(
      book(
        '<row r="1"><c r="A1" t="s"><v>0</v></c><c r="B1" t="inlineStr"><is><r><t>lock</t></r><r><t xml:space="preserve"> gate</t></r></is></c><c r="D1" t="str"><f>A1</f><v>a_x000D_b</v></c></row>',
        {
          'xl/sharedStrings.xml':
            '<sst><si><r><t>水</t></r><r><t>門</t></r><rPh sb="0" eb="1"><t>すい</t></rPh></si></sst>',
        },
      ),
    );
    expect(names).toEqual(['A & B']);
    expect(rows).toEqual([{ number: 1, cells: ['水門', 'lock gate', '', 'a\rb'] }]);
  });

  test('cells and rows without references count on', async () => {
    const { rows } = await read(
      book(
        '<row><c t="inlineStr"><is><t>a</t></is></c><c><v>2</v></c></row><row r="5"><c r="B5"><v>7</v></c></row><row><c><v>8</v></c></row>',
        { 'xl/sharedStrings.xml': '<sst/>' },
      ),
    );
    expect(rows).toEqual([
      { number: 1, cells: ['a', '2'] },
      { number: 5, cells: ['', '7'] },
      { number: 6, cells: ['8'] },
    ]);
  });

  test('hidden rows and columns, merges and errors are counted', async () => {
    const { rows, facts } = await read(
      book(
        '<row r="1" hidden="1"><c r="A1"><v>1</v></c></row><row r="2"><c r="A2" t="e"><v>#REF!</v></c><c r="B2" t="b"><v>1</v></c></row>',
        { 'xl/sharedStrings.xml': '<sst/>' },
        '<cols><col min="2" max="3" hidden="1"/></cols>',
        '<mergeCells count="1"><mergeCell ref="A1:A2"/></mergeCells>',
      ),
    );
    expect(rows).toEqual([
      { number: 1, cells: ['1'], hidden: true },
      { number: 2, cells: ['1', 'TRUE'] },
    ]);
    expect(facts).toEqual({ hiddenRows: 1, hiddenColumns: [1, 2], mergedCells: 1, errorCells: 1, firstErrorRow: 2 });
  });

  test('a value in column 16,384 is refused, an empty cell there is not', async () => {
    const strings = { 'xl/sharedStrings.xml': '<sst/>' };
    expect((await read(book('<row r="1"><c r="A1"><v>1</v></c><c r="XFD1"/></row>', strings))).rows[0]!.cells).toEqual([
      '1',
    ]);
    await expect(read(book('<row r="1"><c r="XFD1"><v>1</v></c></row>', strings))).rejects.toThrow(/"count":16384/);
  });

  test('a damaged part is named', async () => {
    await expect(read(book('<row r="1"><c', { 'xl/sharedStrings.xml': '<sst/>' }))).rejects.toThrow(DataError);
    await expect(read({ ...book(''), 'xl/workbook.xml': '<workbook><sheets/></workbook>' })).rejects.toThrow(
      /workbook-empty/,
    );
  });
});

describe('numbers as displayed', () => {
  test.each([
    ['0.30000000000000004', 'General', '0.3'],
    ['46082', 'yyyy-mm-dd', '2026-03-01'],
    ['44620', 'dd.mm.yyyy', '28.02.2022'],
    ['1234.5', '#,##0.00 "mm"', '1,234.50 mm'],
    ['-5', '0;[Red]-0', '-5'],
    ['7', '@', '7'],
    ['1E+21', 'General', '1e+21'],
    ['abc', 'General', 'abc'],
  ])('%s as %s', (value, pattern, shown) => expect(shownNumber(value, pattern)).toBe(shown));
  test('the 1904 date system begins 1,462 days later', () =>
    expect(shownNumber('44620', 'yyyy-mm-dd', true)).toBe('2026-03-01'));
  test('escapes', () => expect(unescaped('a_x0009_b_xZZZZ_')).toBe('a\tb_xZZZZ_'));
});
