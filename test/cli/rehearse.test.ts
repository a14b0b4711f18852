/** Rehearsals and harvests from a terminal. */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import { PNG } from '../png.js';
import { CommandLine } from './calls.js';

const line = new CommandLine();
afterAll(() => line.end());
const run = (args: readonly string[]) => line.call(...args);

const folder = mkdtempSync(join(tmpdir(), 'rehearse-'));
const at = (name: string): string => join(folder, name);

const tu = (english: string, other: string, language = 'de'): string =>
  `<tu><tuv xml:lang="en"><seg>${english}</seg></tuv><tuv xml:lang="${language}"><seg>${other}</seg></tuv></tu>`;
const tmx = (...units: string[]): string =>
  `<tmx version="1.4"><header srclang="en" segtype="sentence"/><body>${units.join('\n')}</body></tmx>`;

const DOCUMENT = `# Passing the lock

Close the upper gate. Wait for the green light. The lock chamber holds 14 boats.

The lock keeper opens the lower gate. Close the upper gate.

Diese Ordnung gilt für alle Boote zwischen dem Obertor und dem Wehr.
`;

interface Rehearsed {
  readonly segments: readonly { text: string; class: string; score: number; words: number; target?: string }[];
  readonly bands: readonly { band: string; segments: number; words: number; weighted: number }[];
  readonly terms: readonly { segment: number; term: string; concept: string; missing: boolean; forbidden: boolean }[];
  readonly candidates: readonly { text: string }[];
  readonly misfits: readonly { kind: string; file: string; reason: string; language?: string }[];
  readonly contribution: readonly { resource: string; alone: number; added: number }[];
}

beforeAll(() => {
  mkdirSync(at('documents'));
  writeFileSync(at('documents/rules.md'), DOCUMENT);
  writeFileSync(
    at('lasting.tmx'),
    tmx(
      tu('Close the upper gate.', 'Schließen Sie das Obertor.'),
      tu('Wait for the green light.', 'Warten Sie auf grünes Licht.'),
      tu('The lock chamber holds 12 boats.', 'Die Schleusenkammer fasst 12 Boote.'),
      tu('Nobody ever asks for this one.', 'Danach fragt niemand.'),
    ),
  );
  writeFileSync(at('portuguese.tmx'), tmx(tu('Close the gate.', 'Feche a porta.', 'pt')));
  writeFileSync(at('terms.csv'), 'id;English;German\nc1;lock keeper;Schleusenwärter\nc2;towpath;Treidelpfad\n');
});

const ARGS = ['--source', 'en', '--target', 'de', '--memory', at('lasting.tmx'), at('portuguese.tmx')];
const rehearse = (...more: string[]): Rehearsed => {
  const { out } = run(['rehearse', at('documents'), ...ARGS, '--termbase', at('terms.csv'), '--json', ...more]);
  return JSON.parse(out) as Rehearsed;
};

describe('a rehearsal', () => {
  test('gives each segment its class, score and target, and what does not fit its reason', () => {
    const { segments, misfits, terms, contribution } = rehearse();
    expect(segments.map(({ class: kind }) => kind)).toEqual([
      'none',
      'context',
      'context',
      'near',
      'none',
      'repetition',
      'none',
    ]);
    expect(segments[1]).toMatchObject({ score: 100, words: 4, target: 'Schließen Sie das Obertor.' });
    expect(misfits).toMatchObject([
      { kind: 'memory', file: 'portuguese.tmx', reason: 'It has nothing in German; it has English, Portuguese.' },
      { kind: 'segment', segment: 6, language: 'de' },
    ]);
    expect(terms).toMatchObject([{ segment: 4, term: 'lock keeper', concept: 'c1', missing: false, forbidden: false }]);
    expect(contribution.map(({ resource, added }) => [resource, added > 0])).toEqual([
      ['lasting.tmx', true],
      ['portuguese.tmx', false],
    ]);
  });

  test('opens folders and zips up, in one another too; what is no document there is left out and said', () => {
    const inner = zipSync({ 'de/notice.txt': strToU8('Close the upper gate.'), 'cover.png': PNG });
    mkdirSync(at('messy/deep'), { recursive: true });
    writeFileSync(at('messy/all.zip'), zipSync({ 'inner.zip': inner, 'a.md': strToU8('# Open'), '.DS_Store': PNG }));
    const damaged = zipSync({ 'b.md': strToU8('# Lost') });
    writeFileSync(at('messy/cut.zip'), damaged.subarray(0, damaged.length - 10));
    writeFileSync(at('messy/deep/a.md'), 'Shut.');
    const documents = (...paths: string[]) => {
      const { out, err } = run(['rehearse', ...paths, ...ARGS, '--json']);
      const { segments } = JSON.parse(out) as { segments: { document: string; text: string }[] };
      return { said: err, segments: segments.map(({ document, text }) => [document, text]) };
    };
    const { said, segments } = documents(at('messy'));
    expect(segments).toEqual([
      ['all.zip/a.md', 'Open'],
      ['all.zip/inner.zip/de/notice.txt', 'Close the upper gate.'],
      ['deep/a.md', 'Shut.'],
    ]);
    expect(said).toContain('Left out: all.zip/inner.zip/cover.png');
    expect(said).toContain('Left out: cut.zip');
    // The members of a zip that was given by itself have their names in it; each document has a name of its own.
    const alone = documents(at('messy/all.zip'), at('messy/deep/a.md')).segments;
    expect(alone.map(([document]) => document)).toEqual(['a.md', 'inner.zip/de/notice.txt', 'a.md (2)']);
  });

  test('reads headers and footers only if they are asked for', () => {
    // ISO 26300: the text in content.xml, headers with the master pages in styles.xml.
    const xml = (name: string, inside: string): Uint8Array =>
      strToU8(
        `<office:${name} xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" ` +
          `xmlns:style="urn:oasis:names:tc:opendocument:xmlns:style:1.0" ` +
          `xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0">${inside}</office:${name}>`,
      );
    const text = '<office:body><office:text><text:p>Close the upper gate.</text:p></office:text></office:body>';
    const page =
      '<style:master-page><style:header><text:p>For lock keepers</text:p></style:header></style:master-page>';
    const document = zipSync({
      mimetype: [strToU8('application/vnd.oasis.opendocument.text'), { level: 0 }],
      'content.xml': xml('document-content', text),
      'styles.xml': xml('document-styles', `<office:master-styles>${page}</office:master-styles>`),
    });
    writeFileSync(at('notice.odt'), document);
    const texts = (...more: string[]): string[] => {
      const { out } = run(['rehearse', at('notice.odt'), ...ARGS, '--json', ...more]);
      return (JSON.parse(out) as { segments: { text: string }[] }).segments.map((segment) => segment.text);
    };
    expect(texts()).toEqual(['Close the upper gate.']);
    expect(texts('--headers')).toEqual(['Close the upper gate.', 'For lock keepers']);
  });

  test('never writes over what it looks up, by whatever way it is named', () => {
    writeFileSync(at('units.xlsx'), 'x');
    const over = (...more: string[]) => run(['rehearse', at('units.xlsx'), ...ARGS, ...more]);
    const refused = over('-o', join(folder, 'documents', '..', 'units.xlsx'));
    expect(refused.status).toBe(2);
    expect(refused.err).toContain('is looked up only, and would be written over');
    expect(readFileSync(at('units.xlsx'), 'utf8')).toBe('x');
    expect(run(['harvest', at('units.xlsx'), '--source', 'en', '-o', at('units.xlsx')]).status).toBe(2);
  });

  test('weighs by the card that it is given, and refuses one with a band for nothing', () => {
    writeFileSync(at('card.json'), '{"currency":"EUR","perWord":0.1,"shares":{"context":0.5}}');
    const { bands } = rehearse('--rates', at('card.json'));
    expect(bands.find(({ band }) => band === 'context')).toMatchObject({ segments: 2, words: 9, weighted: 4.5 });
    writeFileSync(at('nothing.json'), '{"shares":{"exact":0}}');
    const refused = run(['rehearse', at('documents'), ...ARGS, '--rates', at('nothing.json')]);
    expect([refused.status, refused.err]).toEqual([2, expect.stringContaining('no band is for nothing')]);
  });

  test('packs what matches and occurs; taken in again it gives the same figures', () => {
    const zip = at('kit.zip');
    const before = rehearse('--pack', zip);
    execFileSync('/usr/bin/python3', [
      '-c',
      'import sys,zipfile; zipfile.ZipFile(sys.argv[1]).extractall(sys.argv[2])',
      zip,
      at('kit'),
    ]);
    const packed = readFileSync(at('kit/lasting.tmx'), 'utf8');
    expect(packed).toContain('Obertor');
    expect(packed).not.toContain('Danach fragt niemand');
    const tbx = readFileSync(at('kit/terms.tbx'), 'utf8');
    expect(tbx).toContain('Schleusenwärter');
    expect(tbx).not.toContain('Treidelpfad');
    const { out } = run([
      'rehearse',
      at('documents'),
      ...['--source', 'en', '--target', 'de', '--json'],
      ...['--memory', at('kit/lasting.tmx'), '--termbase', at('kit/terms.tbx')],
    ]);
    const after = JSON.parse(out) as Rehearsed;
    expect(after.bands).toEqual(before.bands);
    expect(after.terms.map(({ segment, term }) => [segment, term])).toEqual(
      before.terms.map(({ segment, term }) => [segment, term]),
    );
  });

  test('reports as a workbook that openpyxl reads, and as a page', () => {
    run(['rehearse', at('documents'), ...ARGS, '-o', at('report.xlsx')]);
    const names = execFileSync('/usr/bin/python3', [
      '-c',
      'import sys,openpyxl; b=openpyxl.load_workbook(sys.argv[1]); print("|".join(b.sheetnames)); print(b["Segments"]["H3"].value)',
      at('report.xlsx'),
    ]).toString();
    expect(names).toBe('Figures|Resources|Segments|Terms|In no termbase|Does not fit\nSchließen Sie das Obertor.\n');
    run(['rehearse', at('documents'), ...ARGS, '-o', at('report.html')]);
    expect(readFileSync(at('report.html'), 'utf8')).toContain('<h2>Resources</h2>');
  });

  test('says what it cannot do with what it is given', () => {
    const table = run(['rehearse', at('documents'), ...ARGS, '-o', at('report.csv')]);
    expect([table.status, table.err]).toEqual([2, expect.stringContaining('.xlsx or .html')]);
    const points = run(['rehearse', at('documents'), ...ARGS, '--threshold', '0']);
    expect(points.status).toBe(2);
  });
});

describe('a harvest', () => {
  const texts = [
    ['The lock keeper opens the gate.', 'Der Schleusenwärter öffnet das Tor.'],
    ['Ask the lock keeper first.', 'Fragen Sie zuerst den Schleusenwärter.'],
    ['The mooring ring is on the wall.', 'Der Festmacherring ist an der Mauer.'],
    ['Use the mooring ring.', 'Benutzen Sie den Festmacherring.'],
    ['A mooring ring holds one boat.', 'Ein Festmacherring hält ein Boot.'],
    ['The weir is open.', 'Das Wehr ist offen.'],
    ['Mind the gap.', 'Achten Sie auf den Spalt.'],
    ['The water is high.', 'Das Wasser steht hoch.'],
  ] as const;

  test('gives what looks like a term and is in no termbase, with what the memory says', () => {
    writeFileSync(at('harvest.tmx'), tmx(...texts.map(([en, de]) => tu(en, de))));
    const { out } = run([
      'harvest',
      at('harvest.tmx'),
      ...['--source', 'en', '--target', 'de', '--termbase', at('terms.csv'), '--json'],
    ]);
    const { candidates } = JSON.parse(out) as { candidates: { text: string; counterpart: string; times: number }[] };
    expect(candidates[0]).toMatchObject({ text: 'mooring ring', times: 3, counterpart: 'Festmacherring' });
    expect(candidates.map(({ text }) => text)).not.toContain('lock keeper');
  });

  test('goes to a termbase that is read again', () => {
    run(['harvest', at('harvest.tmx'), '--source', 'en', '--target', 'de', '-o', at('out.tbx')]);
    const tbx = readFileSync(at('out.tbx'), 'utf8');
    expect(tbx).toContain('mooring ring');
    expect(tbx).toContain('Festmacherring');
  });
});
