import { describe, expect, test } from '@jest/globals';
import { guessDelimiter } from './delimiter.js';

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
