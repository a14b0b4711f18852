/** `fair-copy align`: files in, pairs out. */
import { afterAll, describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { zipSync, strToU8 } from 'fflate';
import { CommandLine } from './calls.js';

const line = new CommandLine();
const { folder, file, call } = line;
afterAll(() => line.end());

const ENGLISH = `# Harbour rules

Boats moor on the left bank between posts 12 and 17. The lock keeper assigns the place.

| Signal | Meaning |
|---|---|
| red light | closed |
| green light | open |

Mooring lines are made fast to the bollards only, e.g. at post 12. Never use the railing!
`;
const GERMAN = `<html><head><title>x</title></head><body><h1>Hafenordnung</h1>
<p>Boote machen am linken Ufer zwischen den Pfosten 12 und 17 fest. Der Schleusenwärter weist den Platz zu.</p>
<table><tr><th>Signal</th><th>Bedeutung</th></tr><tr><td>rotes Licht</td><td>gesperrt</td></tr>
<tr><td>grünes Licht</td><td>frei</td></tr></table>
<p>Festmacherleinen werden nur an den Pollern belegt, z.&nbsp;B. an Pfosten 12. Niemals das Geländer benutzen!</p>
<script>alert(1)</script></body></html>`;
const PAIRS = [
  ['Harbour rules', 'Hafenordnung'],
  [
    'Boats moor on the left bank between posts 12 and 17.',
    'Boote machen am linken Ufer zwischen den Pfosten 12 und 17 fest.',
  ],
  ['The lock keeper assigns the place.', 'Der Schleusenwärter weist den Platz zu.'],
  ['Signal', 'Signal'],
  ['Meaning', 'Bedeutung'],
  ['red light', 'rotes Licht'],
  ['closed', 'gesperrt'],
  ['green light', 'grünes Licht'],
  ['open', 'frei'],
  [
    'Mooring lines are made fast to the bollards only, e.g. at post 12.',
    'Festmacherleinen werden nur an den Pollern belegt, z. B. an Pfosten 12.',
  ],
  ['Never use the railing!', 'Niemals das Geländer benutzen!'],
];

const paragraphs = (...texts: string[]): string =>
  texts.map((text) => `<w:p><w:r><w:t>${text}</w:t></w:r></w:p>`).join('');
const docx = (...texts: string[]): Uint8Array =>
  zipSync({
    '[Content_Types].xml': strToU8('<Types/>'),
    'word/document.xml': strToU8(
      `<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${paragraphs(...texts.slice(0, -1))}</w:body></w:document>`,
    ),
    'word/footnotes.xml': strToU8(
      `<w:footnotes xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:footnote w:id="1">${paragraphs(texts.at(-1)!)}</w:footnote></w:footnotes>`,
    ),
  });
const odt = (...texts: string[]): Uint8Array =>
  zipSync({
    mimetype: [strToU8('application/vnd.oasis.opendocument.text'), { level: 0 }],
    'content.xml': strToU8(
      `<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:text><text:h>${texts[0]}</text:h>${texts
        .slice(1)
        .map((text) => `<text:p>${text}</text:p>`)
        .join('')}</office:text></office:body></office:document-content>`,
    ),
  });

/** Texts of the units in a TMX, in order. */
function unitsIn(path: string): string[][] {
  expect(spawnSync('xmllint', ['--noout', path]).status).toBe(0);
  return [...readFileSync(path, 'utf8').matchAll(/<tu[ >].*?<\/tu>/gs)].map(([unit]) =>
    [...unit.matchAll(/<seg>(.*?)<\/seg>/g)].map(([, text]) => text!.replace(/\u00a0/g, ' ')),
  );
}

describe('files', () => {
  test('Markdown and HTML, their tables cell by cell', () => {
    const out = join(folder, 'rules.tmx');
    const {
      status,
      out: said,
      err,
    } = call(
      ...['align', file('rules.md', ENGLISH), file('ordnung.html', GERMAN)],
      ...['--source', 'en', '--target', 'de', '-o', out],
    );
    expect([status, err]).toEqual([0, '']);
    expect(said).toContain('11 segments and 11 segments = 11 1–1\n11 pairs written');
    expect(unitsIn(out)).toEqual(PAIRS);
    const text = readFileSync(out, 'utf8');
    expect(text).toContain('<prop type="file">rules.md · ordnung.html</prop>');
    expect(text).toContain('<prop type="position">11</prop>');
  });

  test('Word with footnotes, OpenDocument, plain text in another encoding', () => {
    const out = join(folder, 'word.tmx');
    const rest = ['--source', 'en', '--target', 'de', '--paragraphs', '-o', out];
    const source = file('a.docx', docx('Weir', 'The weir is closed.', 'A note.'));
    call('align', source, file('a.odt', odt('Wehr', 'Das Wehr ist gesperrt.', 'Eine Anmerkung.')), ...rest);
    const wanted = [
      ['Weir', 'Wehr'],
      ['The weir is closed.', 'Das Wehr ist gesperrt.'],
      ['A note.', 'Eine Anmerkung.'],
    ];
    expect(unitsIn(out)).toEqual(wanted);
    const latin = Buffer.from('Wehr\r\nDas Wehr ist für alle gesperrt.\r\nEine Anmerkung.\r\n', 'latin1');
    call('align', source, file('a.txt', latin), ...rest);
    expect(unitsIn(out)[1]).toEqual(['The weir is closed.', 'Das Wehr ist für alle gesperrt.']);
  });

  test('words parted at line ends are made whole in text, Markdown and Word, unless they are to be left', () => {
    const printed =
      'The keeper closes the upper water-\nway for a day, and boats wait\nin the lower basin.\n\nBring a lamp.\n';
    const sources = (name: string, content: string | Uint8Array, ...more: string[]): string[] => {
      const text = file(
        't.txt',
        'Der Wärter schließt das obere Wasser für einen Tag, und Boote warten unten.\n\nEine Lampe mitbringen.\n',
      );
      const out = join(folder, 'parted.tmx');
      call('align', file(name, content), text, '--source', 'en', '--target', 'de', '-o', out, ...more);
      const said = readFileSync(out, 'utf8');
      return said.match(/the upper water.{0,12}/g) ?? [];
    };
    for (const [name, content] of [
      ['p.txt', printed],
      ['p.md', printed],
      [
        'p.docx',
        docx('The keeper closes the upper water-</w:t><w:br/><w:t>way for a day, and boats wait.', 'Bring a lamp.'),
      ],
    ] as const)
      expect(sources(name, content)[0]).toMatch(/^the upper waterway/);
    expect(sources('p.txt', printed, '--keep-hyphens')[0]).toMatch(/^the upper water- way/);
  });

  test('segmentation rules of one’s own', () => {
    const srx = `<srx xmlns="http://www.lisa.org/srx20" version="2.0"><header cascade="no"/><body><languagerules><languagerule languagerulename="all"><rule break="yes"><beforebreak>;</beforebreak><afterbreak>\\s</afterbreak></rule></languagerule></languagerules><maprules><languagemap languagepattern=".*" languagerulename="all"/></maprules></body></srx>`;
    const out = join(folder, 'own.tmx');
    call(
      ...['align', file('s.txt', 'Open. Shut; wait.'), file('t.txt', 'Auf. Zu; warten.')],
      ...['--source', 'en', '--target', 'de', '--srx', file('own.srx', srx), '-o', out],
    );
    expect(unitsIn(out)).toEqual([
      ['Open. Shut;', 'Auf. Zu;'],
      ['wait.', 'warten.'],
    ]);
  });

  test('only sure pairs, with the terms of a termbase', () => {
    const out = join(folder, 'sure.tmx');
    const terms = file('terms.csv', 'English;Deutsch\nbollard;Poller\nlock keeper;Schleusenwärter\nweir;Wehr\n');
    const { status } = call(
      ...['align', join(folder, 'rules.md'), join(folder, 'ordnung.html'), '--termbase', terms],
      ...['--source', 'en', '--target', 'de', '--sure', '0.5', '-o', out],
    );
    expect(status).toBe(0);
    expect(unitsIn(out).every((unit) => PAIRS.some((pair) => pair.join() === unit.join()))).toBe(true);
  });
});

test('the units of a memory teach words that a list is too short for', () => {
  const pairs = [
    ['flimmock', 'Grottling'],
    ['brakkle', 'Semmrich'],
    ['dosker', 'Hulm'],
    ['vurrel', 'Tappert'],
    ['quoll', 'Ninse'],
  ] as const;
  const memory = file('trade.csv', `English;Deutsch\n${pairs.map(([en, de]) => `the ${en};der ${de}`).join('\n')}\n`);
  const source = pairs.map(([en]) => en);
  const target = pairs.map(([, de]) => de).filter((_, k) => k !== 1);
  const given = file('trade.json', JSON.stringify({ sourceLang: 'en', targetLang: 'de', source, target }));
  const beads = (...more: string[]): unknown =>
    (JSON.parse(call('align', '--segments', given, '--json', ...more).out) as { beads: unknown }).beads;
  const right = [
    [[0], [0]],
    [[1], []],
    [[2], [1]],
    [[3], [2]],
    [[4], [3]],
  ];
  expect(beads('--memory', memory)).toEqual(right);
  expect(beads()).not.toEqual(right);
});

describe('texts already cut', () => {
  const one = { sourceLang: 'en', targetLang: 'de' };
  const json = (name: string, content: object): string => file(name, JSON.stringify(content));

  test('beads, sureness and moves as JSON', () => {
    const [source, target] = [0, 1].map((side) => PAIRS.map((pair) => pair[side]!));
    const { status, out } = call('align', '--segments', json('case.json', { ...one, source, target }), '--json');
    expect(status).toBe(0);
    const { beads, sureness, moved } = JSON.parse(out) as { beads: unknown; sureness: number[]; moved: number[] };
    expect(beads).toEqual(PAIRS.map((_, k) => [[k], [k]]));
    expect(sureness).toHaveLength(PAIRS.length);
    expect(moved).toEqual([]);
  });

  test('one language: what became of each segment', () => {
    const source = PAIRS.map((pair) => pair[0]!);
    const target = source.with(2, 'The lock keeper on duty assigns the place.');
    const { out } = call(
      'align',
      '--segments',
      json('rev.json', { ...one, targetLang: 'en', source, target }),
      '--json',
    );
    const { beads } = JSON.parse(out) as { beads: [number[], number[], string][] };
    expect(beads.map(([, , fate]) => fate)).toEqual(source.map((_, k) => (k === 2 ? 'changed' : 'unchanged')));
  });

  test('five thousand times the same line', () => {
    const source = Array.from({ length: 5000 }, () => 'Close the lower gate.');
    const target = source.map(() => 'Das Untertor schließen.');
    const { status, out } = call('align', '--segments', json('same.json', { ...one, source, target }), '--json');
    expect(status).toBe(0);
    expect((JSON.parse(out) as { beads: unknown[] }).beads).toHaveLength(5000);
  });

  test.each([
    ['{"sourceLang":"en","targetLang":"de","source":["a"],"target":[1]}', /“target” must be a list of texts/],
    ['{"sourceLang":"en","targetLang":"§","source":[],"target":[]}', /targetLang: “§” is not a language tag/],
    ['{nonsense', /bad.json is no JSON/],
  ])('%s is refused with a reason', (content, reason) => {
    const { status, err } = call('align', '--segments', file('bad.json', content), '--json');
    expect(status).toBe(2);
    expect(err).toMatch(reason);
  });
});

test('what cannot be aligned says why', () => {
  const text = file('x.txt', 'One.\n');
  const languages = ['--source', 'en', '--target', 'de'];
  expect(call('align', text, text, ...languages)).toMatchObject({ status: 2, err: expect.stringMatching(/-o FILE/) });
  expect(call('align', text, '--json', ...languages).err).toMatch(/its translation/);
  expect(call('align', text, join(folder, 'none.txt'), '--json', ...languages)).toMatchObject({ status: 3 });
  expect(call('align', text, file('empty.txt', ''), '--json', ...languages)).toMatchObject({ status: 3 });
  expect(call('align', text, text, '--json', '--source', 'en').err).toMatch(/--target: say the language/);
});
