import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DataError } from '../diagnostic.js';
import { delimitedLine, guardedCell, restoredCell } from './delimited-write.js';
import { DelimitedReader, delimitedRows } from './delimited.js';
import { ROW_LIMIT } from './model.js';

const cells = (text: string, delimiter: string | null = ',', quote: '"' | null = '"'): string[][] =>
  delimitedRows(text, { delimiter, quote }).map((row) => [...row.cells]);

describe('reading', () => {
  test('quotes hold delimiters, quotes and line breaks', () =>
    expect(cells('a,"b,c","d ""e""","f\r\ng"\r\nh')).toEqual([['a', 'b,c', 'd "e"', 'f\r\ng'], ['h']]));
  test('a quote inside an unquoted field is a character', () => expect(cells('5" pipe,x')).toEqual([['5" pipe', 'x']]));
  test('a field that goes on behind its closing quote was not quoted', () =>
    expect(cells('"a"b,c\n"Titanic" wreck,"a ""b"" c" d\n"x" ,y')).toEqual([
      ['"a"b', 'c'],
      ['"Titanic" wreck', '"a ""b"" c" d'],
      ['x', 'y'],
    ]));
  test('spaces around a quoted field are none of its own; those of others are', () =>
    expect(cells('"a", "b,c" , d,  ')).toEqual([['a', 'b,c', ' d', '  ']]));
  test('quotes behind backslashes, where a file has them', () =>
    expect(
      delimitedRows('"a \\"b\\" \\\\","c\\d"\n', { delimiter: ',', quote: '"', escape: true }).map(
        ({ cells }) => cells,
      ),
    ).toEqual([['a "b" \\', 'c\\d']]));
  test('of thousands of blank rows the first hundred are told, and the last of the text; numbers stay', () => {
    const rows = delimitedRows(`a;b\n${'\n'.repeat(5000)}c;d\n${'\n'.repeat(300)}`, { delimiter: ';', quote: '"' });
    expect(rows.filter(({ cells }) => cells.length > 1).map(({ number }) => number)).toEqual([1, 5002]);
    expect(rows.at(-1)).toEqual({ number: 5302, cells: [''] });
    expect(rows).toHaveLength(2 + 100 + 101);
  });

  test('CR, LF and CRLF end rows; blank rows keep their number', () =>
    expect(
      delimitedRows('a\rb\n\r\nc', { delimiter: ',', quote: '"' }).map((row) => [row.number, row.cells[0]]),
    ).toEqual([
      [1, 'a'],
      [2, 'b'],
      [3, ''],
      [4, 'c'],
    ]));
  test('no row after the last line end, an empty cell after a last delimiter', () =>
    expect(cells('a,\n')).toEqual([['a', '']]));
  test('delimiters of several characters', () =>
    expect(cells('a = b = c\nd=e', ' = ')).toEqual([['a', 'b', 'c'], ['d=e']]));
  test('without a delimiter the line is a cell', () => expect(cells('a,b\tc', null, null)).toEqual([['a,b\tc']]));
  test('an open quote is told, with its row', () => {
    const reader = new DelimitedReader({ delimiter: ',', quote: '"' });
    reader.write('a,b\n"c,d\ne,f\n');
    expect(reader.openQuoteRow).toBe(2);
  });
  test.each(['x', ' ', '"', '""'])('a line without end is refused: %j', (text) => {
    const reader = new DelimitedReader({ delimiter: ',', quote: '"' });
    expect(() => {
      for (let i = 0; i < 20; i++) reader.write(text.repeat(ROW_LIMIT / 5));
    }).toThrow(DataError);
  });
  test('too many columns are refused, with the row', () => {
    expect(() => cells(`a,b\n${','.repeat(16_000)}\n`)).toThrow(/"row":2/);
  });
});

const field = fc.string({ unit: fc.constantFrom('a', '"', ',', ';', '\r', '\n', ' ', "'", '=', 'ß', '鍵', '+') });
const table = fc.array(fc.array(field, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 6 });

describe('properties', () => {
  test('any table survives writing and reading', () => {
    fc.assert(
      fc.property(table, fc.constantFrom(',', ';', '\t', '|'), (rows, delimiter) => {
        const text = rows
          .map((row) => delimitedLine(row, { delimiter, lineEnd: '\r\n', guardFormulas: true }))
          .join('');
        expect(cells(text, delimiter).map((row) => row.map(restoredCell))).toEqual(rows);
      }),
    );
  });

  test('cutting the text anywhere changes nothing', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom('a', '"', ' ', '=', '\r', '\n', ',') }),
        fc.array(fc.nat(40)),
        fc.constantFrom(',', ' = '),
        (text, cuts, delimiter) => {
          const reader = new DelimitedReader({ delimiter, quote: '"' });
          const rows = [];
          let at = 0;
          for (const cut of cuts) {
            rows.push(...reader.write(text.slice(at, at + cut)));
            at += cut;
          }
          rows.push(...reader.write(text.slice(at)), ...reader.end());
          expect(rows).toEqual(delimitedRows(text, { delimiter, quote: '"' }));
        },
      ),
    );
  });

  test('the guard against formulas is taken away exactly', () => {
    fc.assert(fc.property(field, (text) => expect(restoredCell(guardedCell(text))).toBe(text)));
    expect(guardedCell('=1+1')).toBe("'=1+1");
    expect(guardedCell("'tis")).toBe("'tis");
  });
});

test('a row says on which line it begins, where rows go over several lines', () => {
  const rows = delimitedRows('a;b\n"c\nd";e\r\n"f\r\ng\rh";i\nj;k\n', { delimiter: ';', quote: '"' });
  expect(rows.map(({ number, line }) => line ?? number)).toEqual([1, 2, 4, 7]);
  expect(rows[1]).toEqual({ number: 2, cells: ['c\nd', 'e'] });
});
