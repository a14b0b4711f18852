/** `merge`, `bridge` and `compare` as a person calls them. */
import { afterAll, describe, expect, test } from '@jest/globals';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CommandLine } from './calls.js';

const line = new CommandLine();
const { folder, file, call } = line;
afterAll(() => line.end());

function tmx(units: readonly (readonly [Readonly<Record<string, string>>, string?])[], source = 'en'): string {
  const body = units.map(([texts, date]) => {
    const tuvs = Object.entries(texts).map(([tag, text]) => `<tuv xml:lang="${tag}"><seg>${text}</seg></tuv>`);
    return `<tu${date ? ` changedate="${date}T000000Z"` : ''}>${tuvs.join('')}</tu>`;
  });
  return `<tmx version="1.4"><header srclang="${source}"/><body>${body.join('\n')}</body></tmx>`;
}

const LASTING = file(
  'lasting.tmx',
  tmx([
    [{ en: 'Open the gate.', de: 'Öffnen Sie das Tor.' }, '20200101'],
    [{ en: 'lock', de: 'Schloss' }, '20200101'],
    [{ en: 'Wait here', de: 'Hier warten' }],
  ]),
);
const JOB = file(
  'job.tmx',
  tmx([
    [{ 'en-GB': 'lock', de: 'Schleuse' }, '20240101'],
    [{ en: 'Open the gate.', de: 'Öffnen Sie das Tor.' }],
    [{ en: 'lock', de: 'Schleuse' }, '20240101'],
    [{ en: 'Wait here.', de: 'Hier warten.' }],
  ]),
);
const out = join(folder, 'out.tmx');
const json = (text: string): Record<string, unknown> => JSON.parse(text) as Record<string, unknown>;

describe('merge', () => {
  test('counts all that came in, and lists conflicts and near-duplicates', () => {
    const { status, out: said } = call('merge', LASTING, JOB, '-o', out, '--json');
    expect(status).toBe(0);
    const { read, written, same, gaveWay, waiting, left, conflicts, near } = json(said) as never as Record<
      string,
      never
    >;
    expect({ read, written, same, gaveWay, waiting, left }).toEqual({
      read: [
        { file: 'lasting.tmx', units: 3 },
        { file: 'job.tmx', units: 4 },
      ],
      written: 5,
      same: 1,
      gaveWay: 1,
      waiting: 0,
      left: 0,
    });
    expect(conflicts).toMatchObject([
      {
        texts: [
          { en: 'lock', de: 'Schleuse' },
          { en: 'lock', de: 'Schloss' },
        ],
        from: ['job.tmx', 'lasting.tmx'],
        changed: ['20240101T000000Z', '20200101T000000Z'],
        winner: 0,
      },
    ]);
    expect(near).toEqual([
      {
        texts: [
          { en: 'Wait here', de: 'Hier warten' },
          { en: 'Wait here.', de: 'Hier warten.' },
        ],
        differ: 'punctuation',
      },
    ]);
    expect(readFileSync(out, 'utf8').match(/<tu[ >]/g)).toHaveLength(5);
  });

  test.each([
    [['--regions', 'fold'], 4],
    [['--ignore', 'punctuation'], 4],
    [['--keep', 'all'], 6],
    [['--keep', 'ask'], 4],
    [['--keep', 'rank'], 5],
    [['--source', 'all'], 6],
    [['--source', 'de'], 5],
  ])('%j', (more, written) => {
    const result = json(call('merge', LASTING, JOB, '-o', out, '--json', ...more).out) as Record<string, number>;
    expect(result.written).toBe(written);
    expect(result.written! + result.same! + result.gaveWay! + result.waiting! + result.left!).toBe(7);
  });

  test('a kept plan with its decisions holds for newer inputs', () => {
    const [conflict] = (json(call('merge', LASTING, JOB, '-o', out, '--json').out) as { conflicts: { id: string }[] })
      .conflicts;
    const plan = file(
      'plan.json',
      JSON.stringify({ by: ['en'], keep: 'ask', decisions: { [conflict!.id]: { text: 'Schloss' } } }),
    );
    const { status, err } = call('merge', LASTING, JOB, '-o', out, '--plan', plan);
    expect(status).toBe(0);
    expect(err).toContain('7 units = 5 written + 1 said the same + 1 gave way + 0 waiting + 0 left out');
    expect(readFileSync(out, 'utf8')).toContain('Schloss');
  });

  test.each([
    [['--ignore', 'colour'], '--ignore: “colour” is none of'],
    [['--source', '??'], '--source: “??” is not a language tag'],
    [['-o', 'a.docx'], '-o: what is merged is written as .tmx'],
    [['--plan', file('no.json', '{')], 'is not JSON'],
    [['--plan', file('bad.json', '{"keep":"luck"}')], '"keep" is one of'],
  ])('refuses %j, and leaves nothing', (more, message) => {
    const target = join(folder, 'nothing.tmx');
    const { status, err } = call('merge', LASTING, JOB, '-o', target, ...more);
    expect(status).toBe(2);
    expect(err).toContain(message);
    expect(existsSync(target)).toBe(false);
  });
});

test('bridge pairs what is certain, lists what is not, and says where each comes from', () => {
  const a = file(
    'en-de.tmx',
    tmx([
      [{ en: 'Open the gate.', de: 'Öffnen Sie das Tor.' }],
      [{ en: 'bank', de: 'Bank' }],
      [{ en: 'bank', de: 'Ufer' }],
      [{ en: 'Only here.', de: 'Nur hier.' }],
    ]),
  );
  const b = file('en-fr.tmx', tmx([[{ en: 'Open the gate.', fr: 'Ouvrez la porte.' }], [{ en: 'bank', fr: 'rive' }]]));
  const { status, out: said } = call('bridge', a, b, '--over', 'en', '-o', out, '--json');
  expect(status).toBe(0);
  expect(json(said)).toMatchObject({
    written: 1,
    certain: 1,
    chosen: 0,
    alone: { a: 1, b: 0 },
    waiting: [{ pivot: 'bank', candidates: [{ texts: { fr: 'rive' } }, { texts: { fr: 'rive' } }] }],
  });
  const text = readFileSync(out, 'utf8');
  expect(text).toContain('<prop type="bridged-over">Open the gate.</prop>');
  expect(text).toContain('<prop type="bridged-from">en-de.tmx: 1</prop>');
  expect(call('bridge', a, b, '--over', 'ja', '-o', out).err).toContain(
    '--over: en-de.tmx has no text in ja; it has en, de.',
  );
});

test('bridge of termbases: a concept of all synonyms and fields, however many of its terms meet', () => {
  const a = file(
    'a.csv',
    'English;English;Deutsch;Definition\ntow path;towpath;Treidelpfad;way beside a canal\nweir crest;;Wehrkrone;\n',
  );
  const b = file('b.csv', 'English;English;Français\ntow path;towpath;chemin de halage\nfish pass;;passe à poissons\n');
  const { status, out: said, err } = call('bridge', a, b, '--over', 'en', '-o', join(folder, 'bridged.tbx'), '--json');
  expect([status, err]).toEqual([0, '']);
  expect(json(said)).toMatchObject({ written: 1, certain: 1, waiting: [], alone: { a: 1, b: 1 } });
  const text = readFileSync(join(folder, 'bridged.tbx'), 'utf8');
  for (const part of ['Treidelpfad', 'chemin de halage', 'way beside a canal', 'tow path'])
    expect(text).toContain(part);
  expect(text).not.toContain('<langSec xml:lang="en"');
  expect(call('bridge', a, b, '--over', 'ja', '-o', join(folder, 'none.tbx')).err).toContain('has no term in ja');
});

test('compare says what only one has, what both have, what differs; what is new goes out as TMX', () => {
  const { status, out: said } = call('compare', LASTING, JOB, '--json');
  expect(status).toBe(0);
  expect(json(said)).toMatchObject({ onlyA: 1, onlyB: 2, same: 1, different: 1 });
  expect(call('compare', LASTING, JOB, '-o', out).status).toBe(0);
  const text = readFileSync(out, 'utf8');
  expect(text.match(/<tu[ >]/g)).toHaveLength(3);
  expect(text).toContain('Schleuse');
  const sheet = join(folder, 'differences.xlsx');
  expect(call('compare', LASTING, JOB, '-o', sheet).status).toBe(0);
  expect(json(call('read', sheet, '--json').out).tally).toMatchObject({ rows: 6 });
});

describe('merge to a termbase', () => {
  const first = file('first.csv', 'English;Deutsch;Definition\nlock;Schleuse;a chamber\nweir;Wehr;\n');
  const second = file('second.csv', 'English;Deutsch;Definition\nlock;Kammerschleuse;a device\nsill;Drempel;\n');
  const target = join(folder, 'out.tbx');

  test('synonyms are kept, contradictions are listed field by field, the sum is all that was read', () => {
    const result = json(call('merge', first, second, '-o', target, '--json').out);
    expect(result).toEqual({
      read: [
        { file: 'first.csv', units: 2 },
        { file: 'second.csv', units: 2 },
      ],
      written: 3,
      same: 0,
      gaveWay: 1,
      waiting: 0,
      left: 0,
      conflicts: [
        {
          field: 'definition',
          texts: [{ en: 'lock', de: 'Schleuse\nKammerschleuse' }],
          values: [['a chamber'], ['a device']],
          from: ['first.csv', 'second.csv'],
          winner: 0,
        },
      ],
      near: [],
    });
    const written = readFileSync(target, 'utf8');
    expect(written.match(/<conceptEntry/g)).toHaveLength(3);
    expect(written).toContain('Kammerschleuse');
    expect(written).not.toContain('a device');
  });

  test('a question leaves the concept out; what is for memories is refused', () => {
    expect(json(call('merge', first, second, '-o', target, '--json', '--keep', 'ask').out)).toMatchObject({
      written: 3,
      waiting: 1,
    });
    expect(readFileSync(target, 'utf8')).not.toContain('Kammerschleuse');
    const { status, err } = call('merge', first, second, '-o', target, '--keep', 'newest');
    expect([status, err]).toEqual([2, expect.stringContaining('“newest” is for memories')]);
  });
});
