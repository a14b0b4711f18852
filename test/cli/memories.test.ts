/** `fair-copy convert`, `match` and `count` for memories and bilingual texts. */
import { afterAll, describe, expect, test } from '@jest/globals';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import iconv from 'iconv-lite';
import { CommandLine } from './calls.js';

const line = new CommandLine();
const { folder, file, call } = line;
afterAll(() => line.end());
const tu = (en: string, de: string): string =>
  `<tu tuid="${en.length}"><prop type="x-project">Weir</prop><tuv xml:lang="en"><seg>${en}</seg></tuv><tuv xml:lang="de"><seg>${de}</seg></tuv></tu>`;
const tmx = (...units: string[]): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<tmx version="1.4"><header srclang="en"/><body>\n${units.join('\n')}\n</body></tmx>\n`;

const GATES = [
  tu('Close the gate.', 'Schließen Sie das Tor.'),
  tu(
    'Press <bpt i="1">[</bpt>Start<ept i="1">]</ept> now.',
    'Jetzt <bpt i="1">[</bpt>Start<ept i="1">]</ept> drücken.',
  ),
  tu('Keep clear of the weir.', 'Halten Sie Abstand zum Wehr.'),
];

describe('convert', () => {
  test.each(['tmx', 'xlf', 'csv', 'tsv', 'xlsx', 'docx'])('TMX to %s and back', (format) => {
    const path = file('gates.tmx', tmx(...GATES));
    const out = join(folder, `out.${format}`);
    const { status, err } = call('convert', path, '-o', out);
    expect([status, err]).toEqual([0, 'gates.tmx: 3 units = 3 taken\n']);
    const back = join(folder, `back-${format}.tmx`);
    expect(call('convert', out, '--as', 'units', '-o', back).status).toBe(0);
    const text = readFileSync(back, 'utf8').replace(/<(bpt|ept)[^>]*>[^<]*<\/\1>/g, '');
    for (const wanted of ['Close the gate.', 'Schließen Sie das Tor.', 'Press Start now.', 'Jetzt Start drücken.'])
      expect(text).toContain(`<seg>${wanted}</seg>`);
  });

  test('a pair of many languages, in either direction', () => {
    const three = tmx(
      `<tu>${['en-GB', 'de', 'fi'].map((l) => `<tuv xml:lang="${l}"><seg>${l} text</seg></tuv>`).join('')}</tu>`,
      tu('A', 'B'),
    );
    const path = file('three.tmx', three);
    const out = join(folder, 'pair.xlf');
    expect(call('convert', path, '-o', out).err).toMatch(/XLIFF holds a pair of languages/);
    expect(existsSync(out)).toBe(false);
    const { status, err } = call('convert', path, '-o', out, '--languages', 'fi,en');
    expect(status).toBe(0);
    expect(err).toContain('1 units without the chosen languages');
    expect(readFileSync(out, 'utf8')).toMatch(/srcLang="fi" trgLang="en(-GB)?"/);
  });

  test('what could not be taken is told with line and reason', () => {
    const path = file(
      'broken.tmx',
      tmx(GATES[0]!, '<tu><tuv xml:lang="en"><seg>alone</seg></tuv></tu>', tu('a < b', 'x')).replace(
        '</body></tmx>',
        '<tu><tuv',
      ),
    );
    const { status, err } = call('convert', path, '-o', join(folder, 'mended.tmx'));
    expect(status).toBe(0);
    expect(err).toContain(
      '4 units = 1 taken + 1 left out (one language) + 1 left out (damaged) + 1 left out (cut off)',
    );
    expect(err).toMatch(/unit 2, line 4: one language/);
    expect(err).toMatch(/The file is cut off at line 6/);
  });

  test.each([
    ['a wrong declaration', iconv.encode(tmx(tu('Gate', 'Öffnung für Größe')), 'windows-1252'), 'Öffnung für Größe'],
    [
      'UTF-16',
      Buffer.concat([
        Buffer.from([0xff, 0xfe]),
        iconv.encode(tmx(tu('Gate', 'Öffnung')).replace('UTF-8', 'UTF-16'), 'utf16-le'),
      ]),
      'Öffnung',
    ],
    [
      'UTF-16 without a mark',
      iconv.encode(tmx(tu('Gate', 'Öffnung')).replace('UTF-8', 'UTF-16'), 'utf16-le'),
      'Öffnung',
    ],
    ['no declaration', Buffer.from(tmx(tu('Gate', 'Öffnung')).replace(/<\?xml.*\n/, '')), 'Öffnung'],
  ])('encoding: %s', (_, bytes, wanted) => {
    const path = file('encoded.tmx', bytes);
    const out = join(folder, 'encoded-out.tmx');
    expect(call('convert', path, '-o', out).status).toBe(0);
    expect(readFileSync(out, 'utf8')).toContain(wanted);
  });

  test.each([
    ['an empty file', ''],
    ['a binary file', new Uint8Array(5000).map((_, i) => i % 256)],
    ['no unit at all', tmx()],
  ])('%s is refused by its name', (_, content) => {
    const { status, err } = call('convert', file('nothing.tmx', content), '-o', join(folder, 'nothing-out.tmx'));
    expect(status).toBe(3);
    expect(err).toContain('nothing.tmx');
  });

  test('entities of its own are refused, and nothing is written', () => {
    const path = file(
      'bomb.tmx',
      `<?xml version="1.0"?><!DOCTYPE tmx [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>${tmx(tu('&b;', 'x')).replace(/<\?xml.*\n/, '')}`,
    );
    const out = join(folder, 'bomb-out.tmx');
    const { status, err } = call('convert', path, '-o', out);
    expect([status, existsSync(out)]).toEqual([3, false]);
    expect(err).toContain('bomb.tmx, line 1');
  });

  test('marked text, a table with status, and terms stay what they are', () => {
    const sentences = [
      ['Close both paddles after use.', 'Schließen Sie nach Gebrauch beide Schütze.'],
      ['Keep clear of the weir at all times.', 'Halten Sie immer Abstand zum Wehr.'],
      ['Mooring is permitted for 24 hours.', 'Anlegen ist für 24 Stunden gestattet.'],
    ];
    const marked = file('marked.txt', sentences.map(([a, b]) => `<<${a} ## ${b}>>`).join('\n'));
    expect(call('count', marked, '--json').out).toContain('"units":3');
    const table = file(
      'table.csv',
      `No.;English;Deutsch;Status\n${sentences.map((pair, i) => `${i + 1};${pair.join(';')};draft`).join('\n')}\n`,
    );
    const out = join(folder, 'table.tmx');
    call('convert', table, '-o', out);
    expect(readFileSync(out, 'utf8')).toContain('<seg>Keep clear of the weir at all times.</seg>');
    const terms = file('terms.csv', 'en;de\nlock; gate;Schleuse\nthe weir.;Wehr\n'.replace('lock; gate', '"lock"'));
    call('convert', terms, '-o', out);
    expect(readFileSync(out, 'utf8')).toContain('o-tmf="termbase"');
  });
});

test('match: a memory of a general language serves its regions, and says so', () => {
  const memory = file('general.tmx', tmx(...GATES));
  const queries = file('region.txt', 'Keep clear of the weir.\n');
  const { status, out, err } = call('match', memory, queries, '--source', 'en-GB', '--target', 'de-AT', '--json');
  expect(status).toBe(0);
  expect(out).toContain('Halten Sie Abstand zum Wehr.');
  expect(err).toContain('by a general language or a region');
});

test('match: the best of the memory, exact in context above exact', () => {
  const memory = file('memory.tmx', tmx(...GATES, tu('Close the weir.', 'Schließen Sie das Wehr.')));
  const queries = file('queries.txt', 'Keep clear of the weir.\nClose the weir.\nClose the gates.\nNothing like it\n');
  const { status, out } = call(
    'match',
    memory,
    queries,
    '--source',
    'en',
    '--target',
    'de',
    '--threshold',
    '60',
    '--json',
  );
  expect(status).toBe(0);
  const found = out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { query: string; matches: { score: number; kind: string; target: string }[] });
  expect(found.map(({ matches }) => matches[0] && [matches[0].score, matches[0].kind, matches[0].target])).toEqual([
    [100, 'exact', 'Halten Sie Abstand zum Wehr.'],
    [100, 'exact in context', 'Schließen Sie das Wehr.'],
    [93.85, 'fuzzy', 'Schließen Sie das Tor.'],
    undefined,
  ]);
  expect(call('match', memory, queries, '--source', 'en', '--target', 'de', '--threshold', '0').status).toBe(2);
});

test('count: units, words and characters of each language', () => {
  const { out } = call('count', file('gates.tmx', tmx(...GATES)), '--json');
  expect(JSON.parse(out)).toMatchObject({
    units: 3,
    languages: { en: { segments: 3, words: 11, characters: 46 }, de: { segments: 3, words: 12 } },
  });
});

test('inspect: what applies to units, nothing about the form of terms', () => {
  const memory = file(
    'inspect.tmx',
    tmx(
      ...GATES,
      tu('Close the gate.', 'Schließen Sie das Obertor.'),
      tu('Open the long lower gate of the old lock; wait.', 'Öffnen Sie  das Untertor; warten Sie.'),
    ),
  );
  const { status, out } = call('inspect', memory, '--json');
  expect(status).toBe(0);
  const { counts } = JSON.parse(out) as { counts: Record<string, number> };
  expect(counts).toEqual({ 'different-targets': 2, spaces: 1 });
});
