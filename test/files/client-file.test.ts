/** Client files as they come: whatever the name says, the content decides. */
import { toldDiagnostic } from '@fair-copy/words/en/diagnostics.js';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { DataError } from '@fair-copy/core/diagnostic.js';
import type { Sample } from '@fair-copy/core/intake/propose.js';
import { proposeReading } from '@fair-copy/core/intake/propose.js';
import { languagesOf } from '@fair-copy/core/intake/reading.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';
import type { SourceChoices } from '@fair-copy/files/client/client-file.js';
import { fileKind, openClientFile } from '@fair-copy/files/formats/registry.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import iconv from 'iconv-lite';
import { workbook, type Sheet } from '../../demo/workbook.mjs';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'fair-copy-files-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const path = (name: string): string => join(folder, name);
const file = (name: string, content: string | Uint8Array): string => {
  writeFileSync(path(name), content);
  return path(name);
};

async function survey(at: string, choices: SourceChoices = {}): Promise<{ sample: Sample; rows: SheetRow[] }> {
  const source = await openClientFile(at, 'client.txt');
  try {
    const rows: SheetRow[] = [];
    const sample = await source.survey(choices, (batch) => rows.push(...batch));
    const again: SheetRow[] = [];
    for await (const row of source.rows(sample.source)) again.push(row);
    expect(again).toEqual(rows);
    return { sample, rows };
  } finally {
    source.close();
  }
}

const codes = (sample: Sample): string[] => sample.notes.map((note) => note.code);
const failure = async (work: Promise<unknown>): Promise<DataError['diagnostic']> =>
  work.then(
    () => Promise.reject(new Error('it did not fail')),
    (error: DataError) => error.diagnostic,
  );

describe('the kind of a file', () => {
  test.each([
    ['text called .xlsx', 'terms.xlsx', 'Deutsch;English\nWehr;weir\n', 'delimited'],
    [
      'TMX called .txt',
      'memory.txt',
      '<?xml version="1.0"?><!DOCTYPE tmx SYSTEM "tmx14.dtd"><tmx version="1.4"></tmx>',
      'tmx',
    ],
    ['TBX called .xml', 'terms.xml', '<?xml version="1.0"?>\n<tbx style="dca" type="TBX-Basic"></tbx>', 'tbx'],
    ['the TBX of 2008', 'old.tbx', '<martif type="TBX"></martif>', 'tbx'],
    ['UTF-16 text', 'wide.csv', iconv.encode('a;b\n', 'utf16le', { addBOM: true }), 'delimited'],
    ['UTF-16 text without a mark', 'wide2.csv', iconv.encode('Wehr;weir\nPoller;bollard\n', 'utf16le'), 'delimited'],
  ])('%s', async (_, name, content, kind) => expect(await fileKind(file(name, content))).toBe(kind));

  test('a workbook called .csv is a workbook', async () => {
    await writeWorkbook(path('book.csv'), [{ name: 'Terms', header: ['de', 'en'], rows: [['Wehr', 'weir']] }]);
    expect(await fileKind(path('book.csv'))).toBe('workbook');
    expect((await survey(path('book.csv'))).rows.map((row) => row.cells)).toEqual([
      ['de', 'en'],
      ['Wehr', 'weir'],
    ]);
  });

  test.each([
    ['%PDF-1.7 …', /PDF document/],
    ['\u00ff\u00d8\u00ff\u00e0 jpeg', /JPEG/],
    ['GIF89a', /GIF/],
    ['SQLite format 3\0', /SQLite/],
    ['\u0000\u0001\u0002\u0003', /binary file/],
    ['{\\rtf1 text}', /rich text/],
    ['<?xml version="1.0"?><menu/>', /neither TBX, TMX nor XLIFF/],
  ])('%s is refused by name', async (content, message) => {
    const found = await failure(openClientFile(file('odd.csv', Buffer.from(content, 'latin1')), 'odd.csv'));
    const told = toldDiagnostic(found);
    expect([told.message, found.place.file]).toEqual([expect.stringMatching(message), 'odd.csv']);
    expect(told.advice).not.toBe('');
  });
});

describe('delimited text', () => {
  test('“sep=” is obeyed, and its line is no data', async () => {
    const { sample, rows } = await survey(file('sep.csv', 'sep=|\r\nDeutsch|English\r\nWehr|weir\r\n'));
    expect(sample.source).toMatchObject({ delimiter: { value: '|', sureness: 1 } });
    expect(rows.map((row) => row.cells)).toEqual([[''], ['Deutsch', 'English'], ['Wehr', 'weir']]);
  });

  test('a quotation mark that is never closed does not swallow the file', async () => {
    const open = 'Deutsch;English\n"Wehr";"weir"\n"Poller;bollard\n' + 'Pegel;gauge\n'.repeat(50);
    const { sample, rows } = await survey(
      file('open.csv', open.replace('"Wehr";"weir"\n', '"Wehr";"weir"\n'.repeat(20))),
    );
    expect(codes(sample)).toContain('quote-open');
    expect(rows).toHaveLength(72);
  });

  test('the encoding that a person chose is taken', async () => {
    const at = file(
      'polish.csv',
      iconv.encode(
        'Polski;Deutsch\nśluza;Schleuse\nścieżka holownicza;Treidelpfad\nżegluga śródlądowa;Binnenschifffahrt\nwrota podnoszone;Hubtor\n',
        'windows-1250',
      ),
    );
    expect((await survey(at)).sample.source).toMatchObject({ encoding: { value: 'windows-1250' } });
    const { sample, rows } = await survey(at, { encoding: 'windows-1252' });
    expect(sample.source).toMatchObject({ encoding: { value: 'windows-1252', sureness: 1, set: true } });
    expect(rows[1]!.cells[0]).not.toBe('śluza');
  });

  test('bytes that the chosen encoding cannot read are counted, with the first row', async () => {
    const at = file('latin.csv', iconv.encode('Deutsch;English\nBöschung;slope\nÜberlauf;overflow\n', 'windows-1252'));
    const { sample } = await survey(at, { encoding: 'UTF-8' });
    expect(sample.notes[0]).toMatchObject({
      code: 'broken-letters',
      place: { row: 2 },
      details: { count: 2, row: 2 },
    });
  });

  test('a byte order mark is no character', async () => {
    const { rows, sample } = await survey(file('bom.csv', '\uFEFFDeutsch;English\nWehr;weir\n'));
    expect(rows[0]!.cells[0]).toBe('Deutsch');
    expect(languagesOf(proposeReading(sample))).toEqual(['de', 'en']);
  });

  test('ragged rows keep all their cells', async () => {
    const { rows } = await survey(file('ragged.csv', 'Deutsch;English\nWehr\nPoller;bollard;?;!\nPegel;gauge\n'));
    expect(rows.map((row) => row.cells.length)).toEqual([2, 1, 4, 2]);
  });
});

test.each([
  [
    'dots that lead from one to the other',
    'Wehr ........... weir\nSchleuse ....... lock\nLattenpegel .... water gauge\nUfer ... bank\n',
  ],
  ['two spaces at least', 'Wehr  weir\nSchleuse  lock\nLattenpegel   water gauge\nUfer  bank\n'],
])('texts between which stand %s', async (_, content) => {
  const { rows } = await survey(file('apart.txt', content));
  expect(rows.map(({ cells }) => cells)).toEqual([
    ['Wehr', 'weir'],
    ['Schleuse', 'lock'],
    ['Lattenpegel', 'water gauge'],
    ['Ufer', 'bank'],
  ]);
});

describe('workbooks', () => {
  const book = (name: string, ...sheets: Sheet[]): string => file(name, workbook(sheets));

  test('rich text, formulas by their value, errors empty and told', async () => {
    const at = book('cells.xlsx', {
      name: 'Terms',
      rows: [
        [{ runs: ['Schleusen', 'tor'] }, { formula: 'UPPER("gate")', result: 'GATE' }],
        [{ error: '#N/A' }, false, { text: 'see there', link: 'https://example.invalid' }],
      ],
    });
    const { rows, sample } = await survey(at);
    expect(rows.map((row) => row.cells)).toEqual([
      ['Schleusentor', 'GATE'],
      ['', 'FALSE', 'see there'],
    ]);
    expect(sample.notes).toMatchObject([{ code: 'cell-error', place: { sheet: 'Terms', row: 2 } }]);
  });

  test('a value merged down stands in each row, one merged across only in the first column', async () => {
    const at = book('merged.xlsx', {
      name: 'Terms',
      rows: [
        ['Titel', '', ''],
        ['Wehr', 'weir', 'x'],
        ['', 'dam', 'y'],
        ['Poller', 'bollard', 'z'],
      ],
      merged: ['A1:C1', 'A2:A3'],
    });
    const { rows } = await survey(at);
    expect(rows.map((row) => [row.cells[0], row.cells[1] ?? ''])).toEqual([
      ['Titel', ''],
      ['Wehr', 'weir'],
      ['Wehr', 'dam'],
      ['Poller', 'bollard'],
    ]);
  });

  test('sheets by name, hidden ones said to be hidden, an unknown one refused with those there are', async () => {
    const at = book(
      'sheets.xlsx',
      { name: 'alt', hidden: true, rows: [['x']] },
      { name: 'Neu', rows: [['Deutsch', 'English']] },
    );
    const { sample } = await survey(at);
    expect(sample.source).toEqual({
      kind: 'workbook',
      sheet: 'Neu',
      sheets: [
        { name: 'alt', hidden: true },
        { name: 'Neu', hidden: false },
      ],
    });
    expect((await survey(at, { sheet: 'alt' })).rows[0]!.cells).toEqual(['x']);
    const found = await failure(survey(at, { sheet: 'Weg' }));
    expect([found.code, toldDiagnostic(found).message]).toEqual(['sheet-missing', expect.stringContaining('alt, Neu')]);
  });

  test('an empty row between others keeps the numbers of the file', async () => {
    const at = book('gap.xlsx', { name: 'Terms', rows: [['Deutsch'], [], [], [], [], [], ['Wehr']] });
    expect((await survey(at)).rows.map((row) => row.number)).toEqual([1, 7]);
  });
});

describe('exchange files', () => {
  const tmx = `<?xml version="1.0" encoding="ISO-8859-1"?><tmx version="1.1"><header/><body>
    <tu><note>quay</note><tuv lang="DE"><seg>Böschung</seg></tuv><tuv lang="DE"><seg>Hang</seg></tuv><tuv lang="EN_us"><seg>slope</seg></tuv></tu>
    <tu><tuv lang="EN_us"><note>old</note><seg>weir</seg></tuv><tuv lang="DE"><seg>Wehr</seg></tuv></tu></body></tmx>`;

  test('become a sheet with a column for each term, stated by the format', async () => {
    const { sample, rows } = await survey(file('m.tmx', iconv.encode(tmx, 'latin1')));
    const reading = proposeReading(sample);
    expect(reading.columns.map((column) => column.header)).toEqual(['de', 'de', 'en-US', 'en-US note', 'Note']);
    expect(reading.columns.every((column) => column.role.sureness === 1)).toBe(true);
    expect(rows.map((row) => row.cells)).toEqual([
      ['Böschung', 'Hang', 'slope', '', 'quay'],
      ['Wehr', '', 'weir', 'old', ''],
    ]);
    expect(sample.source).toMatchObject({ encoding: { value: 'ISO-8859-1', reason: { code: 'file-declares' } } });
  });

  test('a declaration of UTF-8 that is not true is not believed', async () => {
    const { rows } = await survey(file('lie.tmx', iconv.encode(tmx.replace('ISO-8859-1', 'UTF-8'), 'windows-1252')));
    expect(rows[0]!.cells[0]).toBe('Böschung');
  });

  test('a cut-off one is refused with its line', async () => {
    const found = await failure(survey(file('cut.tmx', tmx.slice(0, 260))));
    expect(found).toMatchObject({ code: 'xml-malformed', place: { file: 'client.txt', line: 3 } });
  });
});

describe('writing text', () => {
  test('in another encoding, with a byte order mark where it is asked for', async () => {
    await writeText(path('a.txt'), ['śluza', '\r\n'], 'windows-1250');
    expect(iconv.decode(await import('node:fs').then((fs) => fs.readFileSync(path('a.txt'))), 'windows-1250')).toBe(
      'śluza\r\n',
    );
    await writeText(path('b.txt'), ['x'], 'UTF-8', true);
    expect((await import('node:fs')).readFileSync(path('b.txt'))).toEqual(Buffer.from('\uFEFFx'));
  });

  test('what cannot be written is named with its line', async () => {
    const found = await failure(writeText(path('c.txt'), ['Wehr\n', 'śluza\n'], 'windows-1252'));
    expect(found).toMatchObject({
      code: 'encoding-cannot',
      details: { row: 2, what: 'ś', encoding: 'windows-1252' },
    });
  });

  test('a folder that is not there is an error, not a hang', async () => {
    await expect(writeText(join(folder, 'nowhere', 'x.txt'), ['x'])).rejects.toThrow(/ENOENT/);
  });
});

describe('a text in two encodings', () => {
  const rows = ['Schlüssel;llave', 'Überlauf;desagüe', 'Böschung;señal', 'Brücke;año', 'Gerät;niño', 'Öffnung;canción'];
  const mixed = (others: readonly number[]): Buffer =>
    Buffer.concat([
      Buffer.from('de;es\n'),
      ...[...rows, ...rows, ...rows].map((row, i) =>
        iconv.encode(`${row}\n`, others.includes(i) ? 'windows-1252' : 'utf8'),
      ),
    ]);

  test('says of each row which of them it was in', async () => {
    const path = join(folder, 'mixed.csv');
    writeFileSync(path, mixed([2, 7, 13]));
    const file = await openClientFile(path, 'mixed.csv');
    const { rows: found } = await file.survey();
    file.close();
    expect(found.filter(({ recoded }) => recoded).map(({ number, recoded }) => [number, recoded])).toEqual([
      [4, 'windows-1252'],
      [9, 'windows-1252'],
      [15, 'windows-1252'],
    ]);
    expect(found[3]!.cells).toEqual(['Böschung', 'señal']);
  });
});
