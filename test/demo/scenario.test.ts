/** The scenario's client files are read as the demo promises. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
// @ts-expect-error plain JavaScript, shared with `npm run demo`
import { makeFiles } from '../../demo/make-files.mjs';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import type { Tally } from '@fair-copy/core/intake/outcome.js';
import { proposeReading, type Decisions } from '@fair-copy/core/intake/propose.js';
import { languagesOf, type Reading } from '@fair-copy/core/intake/reading.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'fair-copy-demo-'));
  await (makeFiles as (folder: string) => Promise<void>)(folder);
});
afterAll(() => rmSync(folder, { recursive: true }));

async function read(name: string, sheet?: string, decisions?: Decisions): Promise<{ reading: Reading; tally: Tally }> {
  const file = await openClientFile(join(folder, name), name);
  try {
    const reading = proposeReading(await file.survey(sheet ? { sheet } : {}), decisions);
    const evaluation = new Evaluation(reading);
    for await (const row of file.rows(reading.source)) evaluation.see(row);
    return { reading, tally: evaluation.tally };
  } finally {
    file.close();
  }
}

describe('what each file is', () => {
  test.each([
    [
      'glossar_de-pt.txt',
      'windows-1252',
      '\t',
      null,
      ['de', 'pt'],
      { rows: 53, entries: 49, joined: 2, heldBack: 2, notData: 0 },
    ],
    [
      'slowniczek_sluzy.csv',
      'windows-1250',
      ';',
      1,
      ['pl', 'de'],
      { rows: 31, entries: 30, joined: 0, heldBack: 0, notData: 1 },
    ],
    ['towpath signs.csv', 'UTF-8', ',', 1, ['fr', 'en'], { rows: 31, entries: 30, joined: 0, heldBack: 0, notData: 1 }],
    [
      'kiln_terms_ja.csv',
      'Shift_JIS',
      ',',
      1,
      ['ja', 'en'],
      { rows: 29, entries: 28, joined: 0, heldBack: 0, notData: 1 },
    ],
    [
      'Ofen-Glossar.txt',
      'UTF-16LE',
      ' = ',
      null,
      ['de', 'en'],
      { rows: 28, entries: 28, joined: 0, heldBack: 0, notData: 0 },
    ],
  ])('%s', async (name, encoding, delimiter, headerRow, languages, expected) => {
    const { reading, tally } = await read(name);
    expect(reading.source).toMatchObject({ encoding: { value: encoding }, delimiter: { value: delimiter } });
    expect(reading.headerRow.value).toBe(headerRow);
    expect(languagesOf(reading)).toEqual(languages);
    expect(tally).toEqual(expected);
  });

  test('the workbook: title rows, hidden rows, gaps, synonyms, a second and a hidden sheet', async () => {
    const { reading, tally } = await read('Brennick_Terminologie_2026.xlsx');
    expect(reading.headerRow.value).toBe(4);
    expect(languagesOf(reading)).toEqual(['de', 'en-GB']);
    expect(reading.separators).toEqual([';']);
    expect(tally).toEqual({ rows: 49, entries: 38, joined: 2, heldBack: 2, notData: 7 });
    expect((await read('Brennick_Terminologie_2026.xlsx', undefined, { takeHidden: true })).tally.entries).toBe(40);
    expect((await read('Brennick_Terminologie_2026.xlsx', 'Brücken')).tally.entries).toBe(3);
    expect((await read('Brennick_Terminologie_2026.xlsx', 'alt')).tally.entries).toBe(1);
  });

  test('both columns of the exchanged header are in doubt', async () => {
    const { reading } = await read('towpath signs.csv');
    expect(reading.columns.map((column) => column.contradiction)).toEqual([
      { header: 'fr', content: 'en' },
      { header: 'en', content: 'fr' },
    ]);
  });

  test('the picture is refused', () =>
    expect(openClientFile(join(folder, 'kiln photo.csv'), 'kiln photo.csv')).rejects.toThrow(/file-binary .*png/));
});
