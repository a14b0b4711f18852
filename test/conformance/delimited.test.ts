/** Delimited text against RFC 4180 (its own examples, section 2) and Python's csv module, cell by cell. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { delimitedLine } from '@fair-copy/core/sheet/delimited-write.js';
import { delimitedRows } from '@fair-copy/core/sheet/delimited.js';
import { countryNames, python } from './outside.js';

const ours = (text: string, delimiter: string): string[][] =>
  delimitedRows(text, { delimiter, quote: '"' }).map((row) =>
    row.cells.length === 1 && row.cells[0] === '' ? [] : [...row.cells],
  );
/** A row of one empty cell and an empty row are the same thing in a line of text, but for `""`. */
/** Null: an error, for Python. */
const theirs = (texts: readonly string[], delimiter: string): (string[][] | null)[] =>
  python<(string[][] | null)[]>('csv_rows.py', { texts, delimiter }).map(
    (rows) => rows && rows.map((row) => (row.length === 1 && row[0] === '' ? [] : row)),
  );

describe('RFC 4180, section 2', () => {
  test.each([
    [
      '1',
      'aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n',
      [
        ['aaa', 'bbb', 'ccc'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    [
      '2',
      'aaa,bbb,ccc\r\nzzz,yyy,xxx',
      [
        ['aaa', 'bbb', 'ccc'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    [
      '5',
      '"aaa","bbb","ccc"\r\nzzz,yyy,xxx',
      [
        ['aaa', 'bbb', 'ccc'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    [
      '6',
      '"aaa","b\r\nbb","ccc"\r\nzzz,yyy,xxx',
      [
        ['aaa', 'b\r\nbb', 'ccc'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    ['7', '"aaa","b""bb","ccc"', [['aaa', 'b"bb', 'ccc']]],
  ])('rule %s', (_, text, rows) => expect(ours(text, ',')).toEqual(rows));

  test('what is written follows the rules', () => {
    const style = { delimiter: ',', lineEnd: '\r\n', guardFormulas: false } as const;
    expect(delimitedLine(['aaa', 'b\r\nbb', 'b"bb', 'c,c'], style)).toBe('aaa,"b\r\nbb","b""bb","c,c"\r\n');
  });
});

describe("Python's csv module", () => {
  const soup = fc.string({
    unit: fc.constantFrom('a', 'é', '"', '""', ',', ';', '\n', '\r\n', ' ', '\t', '水'),
    maxLength: 40,
  });

  test('reads 800 random texts as we do', () => {
    const samples = fc.sample(soup, { numRuns: 800, seed: 7 });
    for (const delimiter of [',', ';', '\t']) {
      // Where csv sees an error (text behind a closing mark, a mark left open) we see a mark that belongs to the text; and
      // where it takes a space before a mark for text, we do not.
      const texts = samples.filter((text) => !/[\n,;\t] +"|^ +"/.test(text));
      const rows = theirs(texts, delimiter);
      const agreed = texts.flatMap((text, i) => (rows[i] ? [[text, rows[i]] as const] : []));
      expect(agreed.length).toBeGreaterThan(200);
      expect(agreed.map(([text]) => [text, ours(text, delimiter)])).toEqual(agreed);
    }
  });

  test('writes tables that we read, and reads those that we write', () => {
    const rows = countryNames(['fr'])['fr']!.map(([english, french], i) => [
      String(i),
      english,
      french,
      i % 5 ? '' : 'a "b", c\nd',
    ]);
    for (const quoting of ['QUOTE_MINIMAL', 'QUOTE_ALL', 'QUOTE_NONNUMERIC']) {
      const text = python<string>('csv_rows.py', { rows, delimiter: ';', lineEnd: '\r\n', quoting });
      expect(ours(text, ';')).toEqual(rows);
    }
    const written = rows
      .map((row) => delimitedLine(row, { delimiter: ';', lineEnd: '\r\n', guardFormulas: true }))
      .join('');
    expect(theirs([written], ';')).toEqual([rows]);
  });
});
