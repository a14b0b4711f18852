/** What can be said of a reading on the page can be said to a terminal. */
import { afterAll, describe, expect, test } from '@jest/globals';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CommandLine } from './calls.js';

const line = new CommandLine();
const { folder, file, call } = line;
afterAll(() => line.end());

const out = (name: string): string => join(folder, name);
const text = (name: string): string => readFileSync(out(name), 'utf8').replaceAll('\r\n', '\n');

const TERMS = [
  ['Schleusentor', 'lock gate'],
  ['Wehr', 'weir'],
  ['Lattenpegel', 'water gauge'],
  ['Fahrrinne', 'fairway'],
  ['Kaimauer', 'quay wall'],
] as const;
const GLOSSARY = `de;en\n${TERMS.map((pair) => pair.join(';')).join('\n')}\n`;

describe('a reading that is kept', () => {
  test('reads another file in the same way, and options go before it', () => {
    const path = file('first.csv', GLOSSARY);
    expect(call('read', path, '--column', '1=de-AT', '--no-clean', 'synonyms', '-o', out('R.json')).status).toBe(0);
    expect(JSON.parse(text('R.json'))).toMatchObject({
      fairCopy: 'reading',
      file: 'first.csv',
      choices: { delimiter: ';', as: 'terms' },
      decisions: { roles: { 0: { kind: 'term', language: 'de-AT' } }, steps: { synonyms: false } },
    });
    const other = file('second.csv', 'de;en\nSchleuse, Siel;lock\n');
    expect(call('convert', other, '--reading', out('R.json'), '-o', out('second-out.csv')).status).toBe(0);
    expect(text('second-out.csv')).toBe('de-AT,en\n"Schleuse, Siel",lock\n');
    call('convert', other, '--reading', out('R.json'), '--column', '1=de-CH', '-o', out('third-out.csv'));
    expect(text('third-out.csv')).toContain('de-CH,en');
  });

  test.each([
    ['no JSON', 'is no JSON'],
    ['{"choices":{}}', 'is no reading of Fair Copy'],
    ['{"fairCopy":"reading","choices":{"encoding":3}}', 'choices.encoding'],
    ['{"fairCopy":"reading","decisions":{"roles":{"0":{"kind":"term","language":"Deutsch"}}}}', '“Deutsch” is not a'],
  ])('%s is refused', (content, said) => {
    const { status, err } = call(
      'convert',
      file('g.csv', GLOSSARY),
      '--reading',
      file('R.json', content),
      '-o',
      out('x.csv'),
    );
    expect(status).toBe(2);
    expect(err).toContain(said);
    expect(existsSync(out('x.csv'))).toBe(false);
  });
});

describe('how a text is cut', () => {
  test('by example', () => {
    const path = file('marks.txt', TERMS.map(([de, en]) => `${de} ~~ ${en}`).join('\n'));
    call('convert', path, '--example', 'Wehr', '--example', 'weir', '-o', out('marks.csv'));
    expect(text('marks.csv')).toContain('\nWehr,weir\n');
    const { status, err } = call('convert', path, '--example', 'Wehr', '--example', 'dam', '-o', out('x.csv'));
    expect([status, err.includes('marks.txt')]).toEqual([2, true]);
  });

  test('at places', () => {
    const path = file('places.txt', TERMS.map(([de, en]) => `${de.padEnd(14)}${en}`).join('\n'));
    call('convert', path, '--cuts', '14', '-o', out('places.csv'));
    expect(text('places.csv')).toContain('\nWehr,weir\n');
    expect(call('convert', path, '--cuts', '20,10', '-o', out('x.csv')).status).toBe(2);
  });

  test.each([
    ['--cuts', '14', '--input-delimiter', ';'],
    ['--no-header', '--header-row', '2'],
    ['--join-by', 'de'],
  ])('%s %s %s %s contradict one another', (...options) =>
    expect(call('convert', file('g.csv', GLOSSARY), ...options.filter(Boolean), '-o', out('x.csv')).status).toBe(2),
  );
});

test('rows join a termbase that is there: all of it is written, with what they add', () => {
  call('convert', file('base.csv', 'id;de;en-GB\nk1;Wehr;weir\nk2;Schleuse;lock\n'), '-o', out('base.tbx'));
  const path = file('more.csv', 'Deutsch;English;Anmerkung\nWehr;weir;beweglich\nSchleuse;sluice;\nUfer;bank;\n');
  const { err } = call('convert', path, '--join', out('base.tbx'), '--questions', '-o', out('joined.csv'));
  expect(err).toContain('1 entries + 1 joined + 1 held back');
  expect(err).toContain('“lock”');
  expect(text('joined.csv')).toContain('k1,Wehr,weir');
  expect(text('joined.csv')).toContain('beweglich');
  expect(text('joined.csv').trim().split('\n')).toHaveLength(4);
});

test('all of the termbase that is joined is there: entries that say the same, and what Intake would ask about', () => {
  const entry = (id: string, subject: string, term: string): string =>
    `<conceptEntry id="${id}"><descrip type="subjectField">${subject}</descrip><langSec xml:lang="de"><termSec><term>${term}</term></termSec></langSec><langSec xml:lang="en"><termSec><term>lock</term></termSec></langSec></conceptEntry>`;
  const base = file(
    'homonyms.tbx',
    `<?xml version="1.0"?><tbx type="TBX-Basic" style="dca" xmlns="urn:iso:std:iso:30042:ed-2"><text><body>${entry('c1', 'rivers', 'Schloss')}${entry('c2', 'doors', 'Schloss')}${entry('c3', 'signs', 'Schlo\u2588')}</body></text></tbx>`,
  );
  expect(call('convert', file('one.csv', 'de;en\nWehr;weir\n'), '--join', base, '-o', out('all.csv')).status).toBe(0);
  expect(text('all.csv').trim().split('\n').slice(1)).toEqual([
    'c1,Schloss,lock,rivers',
    'c2,Schloss,lock,doors',
    'c3,Schlo\u2588,lock,signs',
    ',Wehr,weir,',
  ]);
});

test('a termbase is for terms: with units it is refused', () => {
  const { status, err } = call(
    ...['convert', file('u.csv', 'en;de\nOpen both gates.;Öffnen Sie beide Tore.\n'), '--as', 'units'],
    ...['--join', file('b.csv', GLOSSARY), '-o', out('u.csv.tsv')],
  );
  expect([status, err.includes('--join is for terms')]).toEqual([2, true]);
});

test('what a later row adds to a term is looked for in a text', () => {
  const glossary = file('later.csv', 'id;de;en\n1;Wehr;weir\n2;Ufer;bank\n1;Stauwehr;weir\n');
  expect(call('terms', glossary, file('w.txt', 'Das Stauwehr steht.\n'), '--lang', 'de').out).toContain('Stauwehr');
});

describe('tables in files', () => {
  const memory = 'en;de\nOpen both lock gates.;Öffnen Sie beide Schleusentore.\n';
  test('of every command', () => {
    const [glossary, units, words] = [
      file('g.csv', GLOSSARY),
      file('m.csv', memory),
      file('t.txt', 'Das Wehr ist zu.\n'),
    ];
    call('read', glossary, '-o', out('read.csv'));
    expect(text('read.csv')).toContain('\n,A,de,term,de,');
    call('terms', glossary, words, '--lang', 'de', '-o', out('terms.csv'));
    expect(text('terms.csv')).toContain('\n1,Wehr,Wehr,');
    call('count', units, '-o', out('count.csv'));
    expect(text('count.csv')).toContain('\nm.csv,en,1,1,4,');
    call(
      'match',
      units,
      file('q.txt', 'Open both lock gates.\n'),
      '--source',
      'en',
      '--target',
      'de',
      '-o',
      out('match.csv'),
    );
    expect(text('match.csv')).toContain(',100,exact,');
    call('inspect', file('i.csv', 'de;en\nWehr ;weir\nWehr;dam\n'), '-o', out('inspect.csv'));
    expect(text('inspect.csv').split('\n')[0]).toBe('File,Sheet,Row,Check,Severity,Language,Text,Message,Proposed');
    call(
      'align',
      file('a.txt', 'The gate is open.\n'),
      file('b.txt', 'Das Tor ist offen.\n'),
      '--source',
      'en',
      '--target',
      'de',
      '-o',
      out('align.csv'),
    );
    expect(text('align.csv')).toContain('The gate is open.');
  });

  test('what is no table, and two places for the same, are refused; no hits are said', () => {
    const glossary = file('g.csv', GLOSSARY);
    expect(call('inspect', glossary, '-o', out('x.pdf')).status).toBe(2);
    expect(call('inspect', glossary, '--json', '-o', out('x.csv')).status).toBe(2);
    expect(call('read', glossary, '--json', '-o', out('x.json')).status).toBe(2);
    expect(call('terms', glossary, file('none.txt', 'Nichts.\n'), '--lang', 'de').err).toBe('none.txt: no hits\n');
  });
});
