/** `fair-copy` as a person calls it. */
import { afterAll, describe, expect, test } from '@jest/globals';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import iconv from 'iconv-lite';
import { workbook } from '../../demo/workbook.mjs';
import { CommandLine } from './calls.js';

const line = new CommandLine();
const { folder, file, call } = line;
afterAll(() => line.end());

const CANAL =
  'Schleuse\teclusa\nTreidelpfad\tcaminho de sirga\nKlappbrücke\tponte basculante\nSchleuse\teclusa\nUferbefestigung\tproteção da margem\nUmlaufkanal\t\nLiegeplatz\tposto de amarração\n';

describe('read', () => {
  test('says what the file is', () => {
    const path = file('de-pt.txt', iconv.encode(CANAL.replace(/\n/g, '\r\n'), 'windows-1252'));
    const { status, out } = call('read', path, '--json');
    expect(status).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      file: path,
      kind: 'delimited',
      encoding: 'windows-1252',
      delimiter: '\t',
      sheet: null,
      headerRow: null,
      columns: [
        { index: 0, header: '', role: 'term', language: 'de' },
        { index: 1, header: '', role: 'term', language: 'pt' },
      ],
      tally: { rows: 7, entries: 5, joined: 1, heldBack: 1, notData: 0 },
    });
  });
  test('in words as well', () =>
    expect(call('read', file('a.csv', 'Deutsch;English\nWehr;weir\n')).out).toContain('separated by semicolons'));
});

describe('convert', () => {
  test.each(['tbx', 'tmx', 'csv', 'tsv', 'xlsx'])('to %s and back', (format) => {
    const path = file('de-pt.txt', CANAL);
    const out = join(folder, `out.${format}`);
    const { status, err } = call('convert', path, '-o', out);
    expect([status, err]).toEqual([0, 'de-pt.txt: 7 rows = 5 entries + 1 joined + 1 held back + 0 not data\n']);
    expect(JSON.parse(call('read', out, '--json').out).tally).toMatchObject({ entries: 5, joined: 0, heldBack: 0 });
  });
  test('columns, languages, separator and encoding as asked', () => {
    const path = file('three.txt', 'Wehr;jaz;x\nŚluza nie;śluza;y\n');
    const { status } = call(
      'convert',
      path,
      '-o',
      join(folder, 'three.csv'),
      '--no-header',
      '--column',
      '1=de',
      '--column',
      '2=pl,3=ignore',
      '--languages',
      'pl,de',
      '--encoding',
      'cp1250',
      '--delimiter',
      ';',
    );
    expect(status).toBe(0);
    expect(iconv.decode(readFileSync(join(folder, 'three.csv')), 'windows-1250')).toBe(
      'pl;de\r\njaz;Wehr\r\nśluza;Śluza nie\r\n',
    );
  });
  test('several files into one', () => {
    const one = file('one.csv', 'Deutsch;English\nWehr;weir\n');
    const two = file('two.csv', 'Deutsch;English\nPoller;bollard\n');
    const { err } = call('convert', one, two, '-o', 'both.tbx');
    expect(err.trim().split('\n')).toHaveLength(2);
    expect(readFileSync(join(folder, 'both.tbx'), 'utf8').match(/<conceptEntry/g)).toHaveLength(2);
  });
  test('what an encoding cannot write is named, and nothing is left half written', () => {
    const { status, err } = call(
      'convert',
      file('pl.csv', 'Polski;Deutsch\nśluza;Schleuse\njaz;Wehr\n'),
      '-o',
      'pl-out.csv',
      '--encoding',
      'windows-1252',
    );
    expect([status, err]).toEqual([3, expect.stringContaining('“ś”')]);
    expect(existsSync(join(folder, 'pl-out.csv'))).toBe(false);
    expect(existsSync(join(folder, 'pl-out.csv.part'))).toBe(false);
  });
  test('held-back rows are listed on demand', () =>
    expect(call('convert', file('q.txt', CANAL), '-o', 'q.tbx', '--questions').err).toContain(
      'q.txt, row 6: What is “Umlaufkanal” in Portuguese?',
    ));
});

test('inspect finds what is in the file as it stands', () => {
  const { out } = call('inspect', file('i.csv', 'Deutsch;English\nWehr;sluice.\nWehr;dam\nPoller;\n'), '--json');
  const { findings, counts } = JSON.parse(out) as {
    findings: { check: string; where: { row: number }; text: string }[];
    counts: Record<string, number>;
  };
  expect(counts).toEqual({ 'different-targets': 2, 'final-punctuation': 1, 'missing-target': 1 });
  expect(findings.find((f) => f.check === 'final-punctuation')).toMatchObject({
    where: { file: 'i.csv', row: 2 },
    text: 'sluice.',
  });
});

describe('what goes wrong', () => {
  test.each([
    [['read', 'nowhere.csv'], 3, 'there is no such file'],
    [['read'], 2, 'missing required argument'],
    [['convert', 'x.csv', '-o', 'x.doc'], 2, 'not a format to write'],
    [['convert', 'x.csv', '-o', 'x.csv', '--column', 'two=de'], 2, '--column'],
    [['frobnicate'], 2, 'unknown command'],
  ])('%j', (args, status, message) => {
    const result = call(...args);
    expect([result.status, result.err]).toEqual([status, expect.stringContaining(message)]);
    expect(result.err).not.toMatch(/\n\s+at /);
  });
  test('a picture is no table', () => {
    const { status, err } = call('read', file('photo.csv', Buffer.from('89504e470d0a1a0a00', 'hex')));
    expect([status, err]).toEqual([3, expect.stringContaining('photo.csv: This is a PNG picture')]);
  });
  test.each([[['--help']], [['read', '--help']], [['convert', '--help']], [['inspect', '--help']]])('%j', (args) => {
    const { status, out } = call(...args);
    expect([status, out]).toEqual([0, expect.stringContaining('Usage')]);
  });
});

describe('terms', () => {
  const termbase = (): string => file('terms.csv', 'ID;English;suomi\nc7;lock gate;sulkuportti\nc8;weir;pato\n');
  test('finds inflected terms, a segment for each line, places in characters', () => {
    const text = file('text.txt', 'Sulkuportit 𠀀 ja padot.\n\nEi mitään.\n');
    const { status, out } = call('terms', termbase(), text, '--lang', 'fi', '--json');
    expect(status).toBe(0);
    expect(JSON.parse(out)).toEqual({
      segments: [
        {
          text: 'Sulkuportit 𠀀 ja padot.',
          hits: [
            { term: 'sulkuportti', concept: 'c7', start: 0, end: 11, how: 'inflected', form: 'case' },
            { term: 'pato', concept: 'c8', start: 17, end: 22, how: 'inflected', form: 'case' },
          ],
        },
        { text: '', hits: [] },
        { text: 'Ei mitään.', hits: [] },
      ],
    });
  });
  test('in words, in another encoding', () => {
    const text = file('latin.txt', iconv.encode('Die Käfige am weir.\nlock gates', 'windows-1252'));
    expect(call('terms', termbase(), text, '--lang', 'en').out).toBe(
      '1: “weir”: weir (as it stands, c8)\n2: “lock gates”: lock gate (plural, c7)\n',
    );
  });
  test('by the dictionary of the language; what was said of forms counts, through a file and back', () => {
    const base = file(
      'forms.tbx',
      `<?xml version="1.0"?><tbx style="dca" type="TBX-Basic" xml:lang="pl" xmlns="urn:iso:std:iso:30042:ed-2"><text><body>
      <conceptEntry id="c1"><langSec xml:lang="pl"><termSec><term>jaz</term>
      <admin type="x-alsoFoundAs">tama</admin><admin type="x-notFoundAs">jazem</admin></termSec></langSec></conceptEntry>
      </body></text></tbx>`,
    );
    const text = file('pl.txt', 'Jazy, jazem i tama; jazda.\n');
    const found =
      '1: “Jazy”: jaz (inflected, by the dictionary, c1)\n1: “tama”: jaz (a form recorded with the term, c1)\n';
    expect(call('terms', base, text, '--lang', 'pl').out).toBe(found);
    const sheet = join(folder, 'forms.xlsx');
    expect(call('convert', base, '-o', sheet).status).toBe(0);
    expect(call('terms', sheet, text, '--lang', 'pl').out).toBe(found);
  });
  test('a language without terms is said, a tag that is none is refused', () => {
    const text = file('t.txt', 'x\n');
    expect(call('terms', termbase(), text, '--lang', 'sv').err).toContain('no term in sv');
    expect(call('terms', termbase(), text, '--lang', '???').status).toBe(2);
  });
});

describe('convert, with fields', () => {
  test('pictures beside the file are found by name; missing and unused ones are told', () => {
    mkdirSync(join(folder, 'pics'), { recursive: true });
    for (const name of ['Lock.png', 'other.png']) writeFileSync(join(folder, 'pics', name), 'x');
    const path = file(
      'pictures.csv',
      'Deutsch;English;Bild;Status\nSchleuse;lock;lock.png;verboten\nWehr;weir;weir.png;bevorzugt\n',
    );
    const out = join(folder, 'pictures.tbx');
    const { err } = call('convert', path, '-o', out);
    expect(err).toContain(
      'Pictures: 1 found, 1 missing\n  missing: weir.png (row 3)\n  not named in any row: pics/other.png',
    );
    const tbx = readFileSync(out, 'utf8');
    expect(tbx).toContain('target="pics/Lock.png"');
    expect(tbx).toContain('deprecatedTerm-admn-sts');
  });
  test('columns can be given any role', () => {
    const path = file('roles.csv', 'a;b;c;d\n1x;Tor;gate;opening in a wall\n');
    const { out } = call('read', path, '--json', '--column', '1=id,2=de,3=en,4=definition@en', '--header-row', '1');
    expect(JSON.parse(out).columns.map((c: { role: string; field?: string }) => c.field ?? c.role)).toEqual([
      'id',
      'term',
      'term',
      'definition',
    ]);
  });
  test('pictures that lie on a sheet belong to their rows', () => {
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    const rows = [
      ['Deutsch', 'English'],
      ['Schleuse', 'lock'],
      ['Wehr', 'weir'],
    ];
    const path = join(folder, 'embedded.xlsx');
    writeFileSync(path, workbook([{ name: 'T', rows, pictures: [{ row: 2, column: 3, png }] }]));
    const out = join(folder, 'embedded.csv');
    call('convert', path, '-o', out);
    expect(readFileSync(out, 'utf8')).toBe('de,en,Picture\r\nSchleuse,lock,\r\nWehr,weir,embedded image1.png\r\n');
  });
});

/** A conversion that gives nothing says so, and leaves no file behind. */
describe('nothing to convert', () => {
  test.each([
    ['an empty file', '', 'tbx', /is empty/],
    ['blank lines', '\n\n\n', 'tbx', /not a single row/],
    ['a header alone', 'Deutsch;English\n', 'tbx', /a header and nothing below/],
    ['one language', 'Schleuse\nWehr\nPegel\nUferbefestigung\n', 'tbx', /one language only \(German\)/],
    [
      'rows that all lack the other language',
      'Deutsch;English\nSchleuse;\nWehr;\nPegel;\n',
      'tbx',
      /3 held back, 1 not data/,
    ],
    ['numbers', '1;2;3\n4;5;6\n7;8;9\n', 'csv', /No row became an entry/],
    [
      'running text',
      'This is a paragraph of running text.\n\nAnother one has no pairs either.\n',
      'tmx',
      /No unit was found/,
    ],
    ['a picture', '\x89PNG\r\n\x1a\nxxxxxxxx', 'tbx', /PNG picture/],
  ])('%s', (name, content, format, reason) => {
    const path = file(`${name}.txt`, Buffer.from(content, 'latin1'));
    const output = join(folder, `${name}.${format}`);
    const { status, err } = call('convert', path, '-o', output);
    expect([status, err]).toEqual([3, expect.stringMatching(reason)]);
    expect(err).toContain(`${name}.txt`);
    expect([existsSync(output), existsSync(`${output}.part`)]).toEqual([false, false]);
  });

  test('one language is taken where a person says so', () => {
    const path = file('one.txt', 'Schleuse\nWehr\nPegel\nUferbefestigung\n');
    expect(call('convert', path, '-o', join(folder, 'one.tbx'), '--keep-incomplete').status).toBe(0);
  });
});

describe('what is said of a reading', () => {
  const TERMS = 'Deutsch;English\n"Wehr, Stauwehr";"Weir"\n"Poller, Dalbe";"Bollard"\n"Pegel";"Gauge"\n';

  test('separators, steps and quotes', () => {
    const path = file('steps.csv', TERMS);
    const output = join(folder, 'steps.out.csv');
    const rows = (...more: string[]): string[] => {
      expect(call('convert', path, '-o', output, ...more)).toMatchObject({ status: 0 });
      return readFileSync(output, 'utf8').trim().split(/\r?\n/).slice(1);
    };
    expect(rows()[0]).toBe('"Wehr, Stauwehr",Weir');
    expect(rows('--separators', ',')[0]).toBe('Wehr,Stauwehr,Weir');
    expect(rows('--separators', ',', '--clean', 'capitals')[1]).toBe('Poller,Dalbe,bollard');
    expect(rows('--quote', 'none', '--no-clean', 'punctuation')[2]).toContain('Pegel');
  });

  test.each([
    [['--clean', 'capitals', '--no-clean', 'capitals'], /cannot be switched on and off/],
    [['--clean', 'polish'], /“polish” is no cleaning step/],
    [['--separators', 'x'], /“x” is not known/],
    [['--quote', '*'], /Allowed choices/],
    [['--grouping', 'size'], /Allowed choices/],
  ])('%s is refused', (more, reason) => {
    const { status, err } = call('convert', file('refused.csv', TERMS), '-o', join(folder, 'r.tbx'), ...more);
    expect([status, err]).toEqual([2, expect.stringMatching(reason)]);
  });
});
