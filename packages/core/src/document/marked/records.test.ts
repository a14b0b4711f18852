import { describe, expect, test } from '@jest/globals';
import { markedFromExample } from './from-example.js';
import { columnNames, type MarkedPattern } from './pattern.js';
import { proposedMarked } from './propose.js';
import { MarkedReader } from './read.js';

const TERMS: readonly (readonly [string, string, string])[] = [
  ['lock gate', 'Schleusentor', 'porte d’écluse'],
  ['weir', 'Wehr', 'déversoir'],
  ['water gauge', 'Pegel', 'échelle d’eau'],
  ['fairway', 'Fahrrinne', 'chenal navigable'],
  ['quay wall', 'Kaimauer', 'mur de quai'],
  ['buoy', 'Boje', 'bouée'],
  ['bridge', 'Brücke', 'pont'],
  ['dredging', 'Ausbaggern', 'dragage'],
];
const PAIRS = TERMS.map(([a, b]) => [a, b]);

function read(text: string): { pattern: MarkedPattern; rows: { cells: string[]; doubt?: string; line: number }[] } {
  const lines = text.split('\n');
  const pattern = proposedMarked(lines, false)!.value!;
  const reader = new MarkedReader(pattern, () => null);
  return { pattern, rows: [...lines.flatMap((line, i) => reader.take(line, i + 1)), ...reader.end()] };
}
const cells = (text: string): string[][] => read(text).rows.map((row) => row.cells);

describe('records over several lines', () => {
  test.each<[string, (a: string, b: string) => string]>([
    ['blank lines between', (a, b) => `${a}\n${b}\n`],
    ['several blank lines', (a, b) => `\n${a}\n${b}\n\n`],
    ['indented', (a, b) => `${a}\n\t${b}`],
    ['indented by spaces, and blank lines', (a, b) => `${a}\n    ${b}\n`],
    ['bullets', (a, b) => `${a}\n- ${b}\n`],
    ['numbers above', (a, b) => `#${a.length}\n${a}\n${b}\n`],
    ['numbers before', (a, b) => `${a.length}. ${a}\n   ${b}\n`],
    ['lines drawn between', (a, b) => `${a}\n${b}\n-----`],
  ])('%s', (_, form) => expect(cells(TERMS.map(([a, b]) => form(a, b)).join('\n'))).toEqual(PAIRS));

  test('three languages, each in its place; where a line is missing it is asked', () => {
    const records = TERMS.map((terms) => terms.join('\n'));
    expect(cells(records.join('\n\n'))).toEqual(TERMS);
    records[3] = TERMS[3]!.slice(0, 2).join('\n');
    const { rows } = read(records.join('\n\n'));
    expect(rows.filter((row) => row.doubt).map(({ line, doubt }) => [line, doubt])).toEqual([[13, 'uneven']]);
  });

  test('several translations below a headword are one cell, numbered senses a row each', () => {
    const synonyms = TERMS.map(([a, b], i) => [a, b, ...(i % 2 ? [`${b}anlage`] : [])].join('\n')).join('\n\n');
    expect(cells(synonyms)[1]).toEqual(['weir', 'Wehr\nWehranlage']);
    const senses = TERMS.map(([a, b], i) => [a, `1. ${b}`, ...(i % 2 ? ['2) Nebensache'] : [])].join('\n')).join(
      '\n\n',
    );
    expect(cells(senses).slice(0, 3)).toEqual([
      ['lock gate', 'Schleusentor'],
      ['weir', 'Wehr'],
      ['weir', 'Nebensache'],
    ]);
  });

  test('labels name the columns, may be missing, may come twice, and go on over lines', () => {
    const text = TERMS.map(([a, b, c], i) =>
      [
        a,
        `DE: ${b}`,
        ...(i === 2 ? ['DE: Lattenpegel'] : []),
        ...(i === 4 ? [] : [`FR: ${c}`]),
        ...(i === 5 ? ['en mer'] : []),
      ].join('\n'),
    ).join('\n\n');
    const { pattern, rows } = read(text);
    expect(columnNames(pattern)).toEqual(['', 'DE', 'FR']);
    expect(rows.map((row) => row.cells)).toEqual(
      TERMS.map(([a, b, c], i) => [
        a,
        i === 2 ? `${b}\nLattenpegel` : b,
        ...(i === 4 ? [] : [i === 5 ? `${c} en mer` : c]),
      ]),
    );
  });

  test('translations first, then lines with labels that go on', () => {
    const text = TERMS.map(([a, b]) => `${a}\n${b}\nDefinition: etwas am Wasser,\nund zwar groß`).join('\n\n');
    const { pattern, rows } = read(text);
    expect(columnNames(pattern)).toEqual(['', '', 'Definition']);
    expect(rows[1]!.cells).toEqual(['weir', 'Wehr', 'etwas am Wasser, und zwar groß']);
  });

  test('names of languages, set off by spaces, are labels', () => {
    const { pattern, rows } = read(TERMS.map(([a, b]) => `English   ${a}\nGerman    ${b}`).join('\n\n'));
    expect(columnNames(pattern)).toEqual(['English', 'German']);
    expect(rows[0]!.cells).toEqual(['lock gate', 'Schleusentor']);
  });

  test('all lines labelled: also where a separator would cut them evenly', () => {
    const lines = TERMS.flatMap(([a, b], i) => [
      `Term: ${a}`,
      `German: ${b}`,
      `Part of speech: ${i ? 'noun' : 'verb'}`,
      '',
    ]);
    const pattern = proposedMarked(lines, true)!.value!;
    expect(columnNames(pattern)).toEqual(['Term', 'German', 'Part of speech']);
  });

  // Markers of Multi-Dictionary Formatting (from memory): \\lx lexeme, \\ps part of speech, \\ge gloss in English.
  test('backslash markers of dictionaries', () => {
    const { pattern, rows } = read(TERMS.map(([a, b]) => `\\lx ${b}\n\\ps n\n\\ge ${a}\n`).join('\n'));
    expect(columnNames(pattern)).toEqual(['', 'Part of speech', 'English']);
    expect(rows[0]!.cells).toEqual(['Schleusentor', 'n', 'lock gate']);
  });

  test.each([
    [
      'running text in lines',
      'The lock was built in 1840, when the\nriver was made navigable. It has two\nchambers.\n\nBoth are in use, one of them by night,\nand the keeper lives beside it with his\nfamily.\n\nBoats pay at the gate when they leave,\nin coins.',
    ],
    ['a list in groups', 'lock\nlock gate\n\nweir\nwater gauge\n\nfairway\nbuoy'],
  ])('%s is none', (_, text) => expect(proposedMarked(text.split('\n'), false)?.value?.kind).not.toBe('records'));

  test('by example', () => {
    const lines = TERMS.flatMap(([a, b]) => [a, b, '']);
    expect(markedFromExample(lines, ['weir', 'Wehr'])).toMatchObject({ kind: 'records', by: 'blank' });
    const odd = ['x1', '  y1', 'x2', '  y2'];
    expect(markedFromExample(odd, ['x2', 'y2'])).toMatchObject({ kind: 'records', by: 'indent' });
  });
});
