/** `inspect` as a person calls it on memories: units, evidence, termbases, rules, exit codes. */
import { afterAll, describe, expect, test } from '@jest/globals';
import { CommandLine } from './calls.js';

const line = new CommandLine();
const { call, file } = line;
afterAll(() => line.end());

const tu = (en: string, de: string): string =>
  `<tu><tuv xml:lang="en"><seg>${en}</seg></tuv><tuv xml:lang="de"><seg>${de}</seg></tuv></tu>`;
const tmx = (...units: readonly string[]): string =>
  `<?xml version="1.0"?><tmx version="1.4"><header srclang="en"/><body>${units.join('\n')}</body></tmx>`;

interface Finding {
  readonly check: string;
  readonly severity: string;
  readonly where: Record<string, unknown>;
  readonly evidence: readonly unknown[];
}
const findings = (...args: readonly string[]): Finding[] => {
  const { status, out, err } = call('inspect', ...args, '--json');
  expect([status, err]).toEqual([0, '']);
  return (JSON.parse(out) as { findings: Finding[] }).findings;
};

const MEMORY = file(
  'm.tmx',
  tmx(
    tu('Open 12 gates.', 'Öffnen Sie 13 Tore.'),
    tu('Press <bpt i="1" type="bold">&lt;b&gt;</bpt>Start<ept i="1">&lt;/b&gt;</ept>.', 'Drücken Sie Start.'),
    tu('Close the lock gate.', 'Schließen Sie den Torflügel.'),
    tu('Wait.', ''),
    tu('You wait here.', 'Du wartest hier.'),
  ),
);

describe('inspect', () => {
  test('says of each finding in which unit of the file, and where in both texts, it stands', () => {
    expect(findings(MEMORY)).toMatchObject([
      {
        check: 'number',
        severity: 'error',
        where: { file: 'm.tmx', unit: 1, language: 'de', from: 11, to: 13 },
        evidence: [
          { language: 'en', from: 5, to: 7, text: '12' },
          { language: 'de', from: 11, to: 13, text: '13' },
        ],
      },
      { check: 'code-missing', where: { unit: 2 } },
      { check: 'missing-target', where: { unit: 4 } },
    ]);
  });

  test('nobody reads the sign that stands for a code, in what is proposed neither', () => {
    const path = file(
      'codes.tmx',
      tmx(tu('The <ph/> is open.', 'Das <ph/> ist offen..'), tu('Wait here.', 'Warte hier.')),
    );
    expect(findings(path, '--checks', 'double-mark')).toMatchObject([{ correction: { text: 'Das  ist offen.' } }]);
  });

  test('with a termbase: what is not used, and what must not be', () => {
    const terms = file('t.csv', 'English;Deutsch;Deutsch Status\nlock gate;Schleusentor;preferred\n');
    expect(findings(MEMORY, '--termbase', terms, '--checks', 'term-missing')).toMatchObject([
      { check: 'term-missing', where: { unit: 3 }, evidence: [{ language: 'en', text: 'lock gate' }] },
    ]);
  });

  test('checks are chosen, kept in a profile, and a client has rules of its own', () => {
    expect(findings(MEMORY, '--checks', 'number,url').map(({ check }) => check)).toEqual(['number']);
    expect(findings(MEMORY, '--without', 'number,missing-target').map(({ check }) => check)).toEqual(['code-missing']);
    const profile = file(
      'p.json',
      JSON.stringify({
        without: ['number', 'code-missing', 'missing-target'],
        patterns: [{ name: 'Sie, not du', pattern: '\\b[Dd]u\\b', must: 'not stand' }],
      }),
    );
    expect(findings(MEMORY, '--profile', profile)).toMatchObject([
      { check: 'own-pattern', where: { unit: 5 }, evidence: [{ text: 'Du' }] },
    ]);
    for (const [text, why] of [
      ['{"patterns":[{"name":"x","pattern":"(","must":"stand"}]}', 'x: '],
      ['{"checks":["none"]}', '“none” is no check'],
      ['[', 'is not JSON'],
    ] as const) {
      const { status, err } = call('inspect', MEMORY, '--profile', file('bad.json', text));
      expect([status, err]).toEqual([2, expect.stringContaining(why)]);
    }
    expect(call('inspect', MEMORY, '--checks', 'none').status).toBe(2);
  });

  test('ends with 1 where something as bad as was said is found', () => {
    const clean = file('clean.tmx', tmx(tu('Open 12 gates.', 'Öffnen Sie 12 Tore.')));
    const warned = file('warned.tmx', tmx(tu('Open the gate', 'Öffnen Sie das  Tor')));
    expect(call('inspect', MEMORY, '--fail-on', 'error').status).toBe(1);
    expect(call('inspect', clean, '--fail-on', 'warning').status).toBe(0);
    expect(call('inspect', warned, '--fail-on', 'error').status).toBe(0);
    expect(call('inspect', warned, '--fail-on', 'warning').status).toBe(1);
    expect(call('inspect', MEMORY, clean).out).toContain('unit 1: number');
  });

  test('in the other direction, and of one language of several', () => {
    const three = file(
      'three.tmx',
      tmx(
        '<tu><tuv xml:lang="en"><seg>Gate 12</seg></tuv><tuv xml:lang="de"><seg>Tor 12</seg></tuv><tuv xml:lang="fr"><seg>Porte 13</seg></tuv></tu>',
      ),
    );
    const numbers = (...args: readonly string[]): unknown[] =>
      findings(three, '--checks', 'number', ...args).map(({ where }) => where.language);
    expect(numbers()).toEqual(['fr']);
    expect(numbers('--target', 'de')).toEqual([]);
    expect(numbers('--source', 'fr')).toEqual(['en', 'de']);
  });
});
