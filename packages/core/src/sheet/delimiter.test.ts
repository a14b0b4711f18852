import { describe, expect, test } from '@jest/globals';
import { delimitedRows } from './delimited.js';
import { guessDelimiter, guessQuoting, hasRuns } from './delimiter.js';

const table = (rows: readonly string[]): string => rows.map((row) => `${row}\n`).join('');
const TERMS = ['Wehr', 'Poller', 'Pegel', 'Hubtor', 'Drempel', 'Sole', 'Kolk', 'Dalbe'];

const guess = (text: string) => guessDelimiter(text, true);

describe('guessDelimiter', () => {
  test.each([
    ['tabs', 'Schleuse\tlock, sluice\nWehr\tweir\nPoller\tbollard\n', '\t'],
    ['semicolons beside commas', 'a, b;c\nd;e, f\ng;h\n', ';'],
    ['commas', 'Schleuse,lock\nWehr,weir\n', ','],
    ['pipes', 'Schleuse|lock\nWehr|weir\n', '|'],
    ['equals signs between spaces', 'Schleuse = lock\nWehr = weir\n', ' = '],
    ['double colons', 'Schleuse {f} :: lock\nWehr {n}; Stau {m} :: weir\n', ' :: '],
    ['dashes', 'Schleuse – lock\nWehr – weir\n', ' – '],
  ])('%s', (_, text, delimiter) => expect(guess(text).form.delimiter).toBe(delimiter));

  test('a title above the table does not matter', () =>
    expect(guess('Glossar der Schleusen\n\nSchleuse;lock\nWehr;weir\nPoller;bollard\n').form.delimiter).toBe(';'));
  test('“sep=” in the first line decides', () => {
    const found = guess('sep=|\nSchleuse;Schütz|lock\n');
    expect(found).toMatchObject({ form: { delimiter: '|' }, declared: true });
  });
  test('running text has no columns', () =>
    expect(guess('Das ist ein Text\nund noch eine Zeile\n').form.delimiter).toBeNull());
  test('quotes are found where they enclose fields, not where they are inches', () => {
    expect(guess('"a,b",c\nd,"e"\n').form.quote).toBe('"');
    expect(guess('5" Rohr\t5" pipe\n3" Rohr\t3" pipe\n').form.quote).toBeNull();
  });
});

describe('quoting is what makes the rows agree', () => {
  const plain = TERMS.map((term, i) => `${term};term ${i}`);

  test.each([
    ['no marks', plain, { quote: null }],
    ['all cells in quotes', TERMS.map((term, i) => `"${term}";"term ${i}"`), { quote: '"' }],
    [
      'all cells but the header',
      ['Deutsch;English', ...TERMS.slice(0, 3).map((term, i) => `"${term}";"term ${i}"`)],
      { quote: '"' },
    ],
    ['only cells that need it', [...plain, '"Tor; Schütz";"gate, ""leaf"""'], { quote: '"' }],
    [
      'a table full of quoted words',
      TERMS.map((term) => `"„${term}“ und ""${term}""";"“${term}” and ""${term}"""`),
      { quote: '"' },
    ],
    ['inches within cells', [...plain, '19" rack;rack of 19"', 'Rohr 1";pipe 1"'], { quote: null }],
    ['cells that begin with a mark of their own', [...plain, '"Titanic" wreck;Wrack der "Titanic"'], { quote: null }],
    ['a title in quotes, here and there', [...plain, '"Hafenordnung";"Port rules"'], { quote: null }],
    [
      'marks behind backslashes',
      TERMS.map((term) => `"\\"${term}\\" hier; dort";"\\"${term}\\" here"`),
      { quote: '"', escape: true },
    ],
    ['single quotes', TERMS.map((term, i) => `'${term}; alt';'it''s ${i}'`), { quote: "'" }],
    ['a space behind each separator', TERMS.map((term, i) => `"${term}; alt"; "term; ${i}"`), { quote: '"' }],
  ])('%s', (_, rows, quoting) => {
    const { form } = guessDelimiter(table(rows), true);
    expect(form).toEqual({ delimiter: ';', ...quoting });
    expect(guessQuoting(table(rows), ';', true)).toEqual(quoting);
  });

  test('where the beginning has no mark, the rest may have some', () =>
    expect(guessDelimiter(table(plain), false).form).toEqual({ delimiter: ';', quote: '"' }));
});

test('tabs in a row are one where they only align the columns', () => {
  const form = { delimiter: '\t', quote: null } as const;
  const aligned = 'English\t\tGerman\nlock\t\tSchleuse\nwater gauge\tPegel\nlock gate\tSchleusentor\nweir\t\tWehr\n';
  expect(hasRuns(aligned, form, true)).toBe(true);
  expect(delimitedRows(aligned, { ...form, runs: true }).map(({ cells }) => cells.length)).toEqual([2, 2, 2, 2, 2]);
  // A table with empty cells is even as it is.
  expect(hasRuns('de\tNote\ten\nWehr\t\tweir\nTor\told\tgate\nUfer\t\tbank\n', form, true)).toBe(false);
});

test('a cell with more commas than a sheet has columns is text, where the rows are cut by semicolons', () => {
  const rows = [...TERMS.map((term, i) => `${term};term ${i}`), `${'a, '.repeat(600)};enumeration`];
  expect(guessDelimiter(table(rows), true).form).toEqual({ delimiter: ';', quote: null });
});
