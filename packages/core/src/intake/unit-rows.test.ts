import { expect, test } from '@jest/globals';
import { because } from '../guess.js';
import type { SheetRow } from '../sheet/model.js';
import { proposeReading, type Decisions, type Sample } from './propose.js';
import { RowUnits } from './unit-rows.js';

const HEADER = ['ID', 'Deutsch', 'English', 'Bemerkung', 'Sachgebiet'];
const ROWS: readonly (readonly string[])[] = [
  ['u-1', 'Die Schleuse ist offen.', 'The lock is open.', 'alt', 'Betrieb'],
  ['u-2', '  Das Wehr wird  geprüft. ', 'The weir is being inspected.', '', ''],
  ['u-3', 'Nur auf Deutsch.', '', '', ''],
  ['', '', '', 'gilt für alle', ''],
  ['u-5', "'=SUMME(A1)", 'The sum of all.', '', ''],
];

function taken(
  rows: readonly SheetRow[],
  kind: 'delimited' | 'workbook' = 'delimited',
  keepIncomplete = false,
  decisions: Decisions = {},
) {
  const sample: Sample = {
    source:
      kind === 'workbook'
        ? { kind, sheet: 'x', sheets: [] }
        : {
            kind,
            encoding: { value: 'UTF-8', sureness: 1, reason: because('ascii') },
            delimiter: { value: ';', sureness: 1, reason: because('chosen') },
            quote: '"',
            otherEncodings: [],
            pattern: null,
          },
    rows,
    hiddenColumns: [],
    notes: [],
  };
  const reading = proposeReading(sample, decisions);
  const units = new RowUnits(reading, keepIncomplete);
  return { read: rows.flatMap((row) => units.take(row)), units };
}

const sheet = (rows: readonly (readonly string[])[]): SheetRow[] => rows.map((cells, i) => ({ number: i + 1, cells }));

test('each row becomes a unit with what stands beside its texts', () => {
  const { read } = taken(sheet([HEADER, ...ROWS]));
  expect(read[0]).toEqual({
    number: 1,
    line: 2,
    unit: {
      attributes: { tuid: 'u-1' },
      notes: [{ text: 'alt' }],
      props: [{ type: 'subjectField', text: 'Betrieb' }],
      variants: [
        { language: 'de', text: 'Die Schleuse ist offen.', codes: [] },
        { language: 'en', text: 'The lock is open.', codes: [] },
      ],
    },
  });
});

test('texts stay as they are, with white space around them', () => {
  const second = (rows: readonly (readonly string[])[]): string | undefined =>
    taken(sheet(rows)).read[1]!.unit.variants[0]?.text;
  expect(second([HEADER, ...ROWS])).toBe('  Das Wehr wird  geprüft. ');
  // Unless it sets off the cells of a row: "a; b".
  const spaced = [HEADER, ...ROWS].map((row) => row.map((cell, i) => (i && cell ? ` ${cell}` : cell)));
  expect(second(spaced)).toBe('Das Wehr wird  geprüft.');
});

test('an apostrophe that only keeps a formula from being one goes, where the file is delimited', () => {
  const text = (kind: 'delimited' | 'workbook'): string =>
    taken(sheet([HEADER, ...ROWS]), kind).read.at(-1)!.unit.variants[0]!.text;
  expect([text('delimited'), text('workbook')]).toEqual(['=SUMME(A1)', "'=SUMME(A1)"]);
});

test('every row is taken, left with its reason, or no data', () => {
  const rows = sheet([HEADER, ...ROWS, HEADER, ['', '', '', '', '']]);
  const { read, units } = taken(rows);
  expect(units.left).toEqual([
    { number: 3, line: 4, reason: 'one language', what: { code: 'one-language', values: { language: 'de' } } },
    { number: 4, line: 5, reason: 'no text', what: { code: 'no-text', values: {} } },
  ]);
  // The header, the header once more, and the empty row.
  expect(units.notData).toBe(3);
  expect(read.length + units.left.length + units.notData).toBe(rows.length);
});

test('units of one language are taken where that is wished', () =>
  expect(taken(sheet([HEADER, ...ROWS]), 'delimited', true).read.map(({ number }) => number)).toEqual([1, 2, 3, 5]));

test('doubtful rows are left out with their reason, until they are wished', () => {
  const rows = sheet([HEADER, ...ROWS.slice(0, 2)]).map((row) =>
    row.number === 3 ? { ...row, doubt: 'out of turn' as const } : row,
  );
  const { read, units } = taken(rows, 'delimited', true);
  expect(read).toHaveLength(1);
  expect(units.left).toEqual([
    { number: 2, line: 3, reason: 'doubtful', what: { code: 'row-doubt', values: { doubt: 'out of turn' } } },
  ]);
  expect(taken(rows, 'delimited', false, { takeDoubtful: true }).read).toHaveLength(2);
});

test('hidden rows are left out', () => {
  const rows = sheet([HEADER, ...ROWS]).map((row) => (row.number === 2 ? { ...row, hidden: true } : row));
  expect(taken(rows, 'workbook').read.map(({ unit }) => unit.attributes?.tuid)).toEqual(['u-2', 'u-5']);
});
