import { describe, expect, test } from '@jest/globals';
import type { SheetRow } from '../sheet/model.js';
import { columnsOfTables, rowsOfTables, severalTables } from './tables.js';

const T = [
  ['lock', 'Schleuse'],
  ['weir', 'Wehr'],
  ['water gauge', 'Pegel'],
  ['quay wall', 'Kaimauer'],
  ['dredging', 'Ausbaggern'],
  ['river bank', 'Ufer'],
] as const;
const sheet = (cells: readonly (readonly string[])[]): SheetRow[] =>
  cells.map((row, i) => ({ number: i + 1, cells: row }));

async function read(cells: readonly (readonly string[])[]): Promise<{ names: readonly string[]; rows: SheetRow[] }> {
  const rows = sheet(cells);
  const tables = severalTables(rows)!;
  async function* all(): AsyncGenerator<SheetRow> {
    yield* rows;
  }
  const found: SheetRow[] = [];
  for await (const row of rowsOfTables(all, tables)) found.push(row);
  return { names: tables.names, rows: found };
}
const data = (rows: readonly SheetRow[]): readonly (readonly string[])[] =>
  rows.filter((row) => !row.between && row.cells.some(Boolean)).map((row) => row.cells);

describe('several tables on a sheet', () => {
  const left = T.slice(0, 3);
  const right = T.slice(3);

  test.each<[string, string[], (i: number) => string[]]>([
    ['an empty column between', ['English', 'German', '', 'English', 'German'], (i) => [...left[i]!, '', ...right[i]!]],
    ['nothing between', ['English', 'German', 'English', 'German'], (i) => [...left[i]!, ...right[i]!]],
    ['the other way round', ['EN', 'DE', '', 'DE', 'EN'], (i) => [...left[i]!, '', ...[...right[i]!].reverse()]],
  ])('side by side, %s', async (_, header, row) => {
    const { names, rows } = await read([['Waterways'], header, ...left.map((_, i) => row(i))]);
    expect(names).toHaveLength(2);
    expect(data(rows)).toEqual(T);
    // Numbers count on, lines are those of the sheet.
    expect(rows.map(({ number }) => number)).toEqual(rows.map((_, i) => i + 1));
    expect(rows.at(-1)!.line).toBe(5);
    expect(rows.filter(({ between }) => between === 'title')).toHaveLength(1);
  });

  test('side by side without headers, by the languages of the texts', async () =>
    expect(data((await read(left.map((row, i) => [...row, '', ...right[i]!]))).rows)).toEqual(T));

  test('below one another, in another order and with one more column', async () => {
    const { names, rows } = await read([
      ['English', 'German'],
      ...left,
      [],
      ['Note', 'German', 'English'],
      ...right.map(([a, b], i) => [i ? '' : 'tidal', b, a]),
    ]);
    expect(names).toEqual(['English', 'German', 'Note']);
    expect(data(rows)).toEqual([
      ...left.map((row) => [...row, '']),
      ...right.map((row, i) => [...row, i ? '' : 'tidal']),
    ]);
    expect(rows[5]!.between).toBe('header');
  });

  test('a third language below gets a column of its own; cells without a name stand behind all', async () => {
    const { names, rows } = await read([
      ['English', 'German'],
      ...left,
      ['English', 'French'],
      ['buoy', 'bouée', 'ask'],
    ]);
    expect(names).toEqual(['English', 'German', 'French']);
    expect(rows.at(-1)!.cells).toEqual(['buoy', '', 'bouée', 'ask']);
  });

  test('hidden columns keep their place', () => {
    const tables = severalTables(
      sheet([
        ['English', 'German', '', 'German', 'English'],
        ...left.map((row, i) => [...row, '', ...[...right[i]!].reverse()]),
      ]),
    )!;
    expect(columnsOfTables([1, 2, 3], tables)).toEqual([1, 1]);
  });

  test.each<[string, string[][]]>([
    ['one table', [['English', 'German'], ...left.map((row) => [...row])]],
    [
      'the same header again',
      [
        ['English', 'German'],
        ['lock', 'Schleuse'],
        ['English', 'German'],
        ['weir', 'Wehr'],
      ],
    ],
    [
      'a list of languages',
      [
        ['English', 'Englisch'],
        ['German', 'Deutsch'],
        ['French', 'Französisch'],
      ],
    ],
    [
      'a legend at the side',
      [['English', 'German', '', 'Legend', 'Key'], ...left.map((row, i) => [...row, '', `sign ${i}`, String(i)])],
    ],
    [
      'synonyms beside',
      [
        ['English', 'German', 'English synonym', 'German synonym'],
        ['lock', 'Schleuse', 'sluice', 'Siel'],
      ],
    ],
  ])('%s is one', (_, cells) => expect(severalTables(sheet(cells))).toBeNull());
});
