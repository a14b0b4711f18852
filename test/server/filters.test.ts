/** Filters over a memory give what a look at each unit gives, however the index is used, also after changes. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import { Application, unitsWritten } from './application.js';

interface Variant {
  readonly language: string;
  readonly text: string;
}
interface Unit {
  readonly id: number;
  readonly variants: readonly Variant[];
  readonly props?: readonly { readonly type: string; readonly text: string }[];
  readonly attributes?: Readonly<Record<string, string>>;
}
interface Filter {
  readonly text?: string;
  readonly mode?: 'any' | 'word' | 'beginning' | 'whole' | 'pattern';
  readonly not?: boolean;
  readonly case?: boolean;
  readonly accents?: boolean;
  readonly language?: string;
  readonly present?: readonly string[];
  readonly missing?: readonly string[];
  readonly author?: string;
  readonly attribute?: { readonly type: string; readonly value: string };
  readonly longer?: number;
  readonly duplicate?: boolean;
}

let server: Application;
let memory: number;
let all: Unit[];

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

beforeAll(async () => {
  server = await Application.start();
  const client = await server.client();
  // A real word list (Debian's trans-de-en).
  const pairs = readFileSync('/usr/share/trans/de-en', 'utf8')
    .split('\n')
    .filter((line, i) => line.includes(' :: ') && i % 400 === 3)
    .map((line) => line.split(' :: ').map((side) => side.split(/ \| |;/)[0]!.trim()));
  const body = pairs.map(([de, en], i) => {
    const french = i % 5 === 0 ? `<tuv xml:lang="fr-CA"><seg>numéro ${i % 9}</seg></tuv>` : '';
    const more = i % 3 ? ` changeid="${['Mara', 'jon', 'Jonas'][i % 7] ?? 'x'}"` : '';
    const said =
      i % 4 ? `<prop type="x-p">Weir ${i % 6}</prop>` : `<prop type="x-long">${'ab '.repeat(40)}${i % 8}</prop>`;
    return `<tu${more}>${said}<tuv xml:lang="de"><seg>${escaped(de!)}</seg></tuv><tuv xml:lang="en-GB"><seg>${escaped(en!)}</seg></tuv>${french}</tu>`;
  });
  body.push(
    ...body.slice(0, 5),
    '<tu><tuv xml:lang="ja"><seg>閘門の扉を開ける</seg></tuv><tuv xml:lang="de"><seg>x</seg></tuv></tu>',
  );
  const { fileId } = await server.takeIn(
    client,
    'a.tmx',
    `<tmx version="1.4"><header/><body>${body.join('\n')}</body></tmx>`,
  );
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'A' });
  memory = unitsWritten(await server.ended(job.id)).memoryId;
  // Changes since leave words in the index that are no longer there, and bring others.
  const change = async (filter: Filter, what: object): Promise<void> => {
    const { id } = await server.ask<{ id: number }>('POST', `/memories/${memory}/bulk`, { filter, change: what });
    expect((await server.ended(id)).error).toBeNull();
  };
  await change({ text: 'ein' }, { kind: 'replace', find: 'ein', by: 'Ölzeug' });
  await change({ attribute: { type: 'x-p', value: 'weir 2' } }, { kind: 'attribute', type: 'x-p', value: 'Lock' });
  await change({ text: 'be', mode: 'beginning' }, { kind: 'delete' });
  await change({ text: 'to' }, { kind: 'language', from: 'en-GB', to: 'en-IE' });
  all = (await found({})).units;
  expect(all.length).toBeGreaterThan(400);
});
afterAll(() => server.stop());

async function found(filter: Filter): Promise<{ ids: number[]; units: Unit[] }> {
  const units: Unit[] = [];
  for (;;) {
    const page = await server.units<Unit>(memory, { filter, from: units.length, limit: 200 });
    units.push(...page.units);
    if (units.length >= page.total) return { ids: units.map(({ id }) => id), units };
  }
}

const isOf =
  (range: string) =>
  ({ language }: Variant) =>
    language === range || language.startsWith(`${range}-`);

/** The filter by its words in the guide, one unit after the other. */
function passes(unit: Unit, filter: Filter): boolean {
  const { text, mode = 'any' } = filter;
  if (text) {
    let form: (text: string) => string = foldForSearch;
    if (filter.accents) form = filter.case ? (whole) => whole : (whole) => whole.toLowerCase();
    else if (filter.case) form = (whole) => whole.normalize('NFD').replace(/\p{M}/gu, '').normalize('NFC');
    const wanted = form(text).trim();
    const holds = ({ text: own }: Variant): boolean => {
      const whole = form(own.replace(/\s+/g, ' ').trim());
      if (mode === 'pattern') return new RegExp(text, filter.case ? 'u' : 'iu').test(own);
      if (mode === 'beginning') return whole.startsWith(wanted);
      if (mode === 'whole') return whole === wanted;
      if (mode === 'any') return whole.includes(wanted);
      const letters = '[\\p{L}\\p{M}\\p{N}]';
      const literal = wanted.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
      return new RegExp(`(?<!${letters})${literal}(?!${letters})`, 'u').test(whole);
    };
    const there = unit.variants.filter(filter.language ? isOf(filter.language) : () => true).some(holds);
    if (there === (filter.not ?? false)) return false;
  }
  if (filter.present?.some((range) => !unit.variants.some(isOf(range)))) return false;
  if (filter.missing?.some((range) => unit.variants.some(isOf(range)))) return false;
  if (filter.author) {
    const author = unit.attributes?.changeid ?? '';
    if (!author.toLowerCase().includes(filter.author.toLowerCase())) return false;
  }
  if (filter.attribute) {
    const { type, value } = filter.attribute;
    const fits = (unit.props ?? []).some(
      (prop) => prop.type === type && prop.text.toLowerCase().includes(value.toLowerCase()),
    );
    if (!fits) return false;
  }
  if (filter.longer !== undefined && !unit.variants.some((variant) => variant.text.length >= filter.longer!))
    return false;
  if (filter.duplicate) {
    const said = (one: Unit): string => one.variants.map((variant) => `${variant.language} ${variant.text}`).join('\n');
    if (!all.some((other) => other.id !== unit.id && said(other) === said(unit))) return false;
  }
  return true;
}

const TEXTS = ['e', 'ung', 'Ölzeug', 'olzeug', 'ein', 'of the', 'numéro 3', 'ß', '(', '閘門', '門', 'die Ö'];

test.each(['any', 'word', 'beginning', 'whole'] as const)('texts: %s', async (mode) => {
  for (const text of TEXTS)
    for (const not of [false, true])
      for (const more of [
        {},
        { case: true },
        { accents: true },
        { case: true, accents: true },
        { language: 'de' },
        { language: 'fr' },
      ]) {
        const filter: Filter = { text, mode, not, ...more };
        const expected = all.filter((unit) => passes(unit, filter)).map(({ id }) => id);
        expect([filter, (await found(filter)).ids]).toEqual([filter, expected]);
      }
});

test('patterns', async () => {
  for (const text of [
    '^e',
    'ung$',
    'o.*t',
    'lzeug',
    '(der|die)',
    'a(b|c)?d',
    '[aeiou]{3}',
    '\\d',
    'to|der',
    '(?=to)t',
    '(?:ein)+',
    'numéro \\d',
  ])
    for (const not of [false, true]) {
      const filter: Filter = { text, mode: 'pattern', not };
      expect([filter, (await found(filter)).ids]).toEqual([
        filter,
        all.filter((unit) => passes(unit, filter)).map(({ id }) => id),
      ]);
    }
});

test('what is said about units, by itself and with texts', async () => {
  const said: Filter[] = [
    { present: ['fr'] },
    { missing: ['fr'] },
    { present: ['en'], missing: ['fr-CA'] },
    { present: ['en-IE'] },
    { missing: ['en-GB'] },
    { missing: ['xx'] },
    { author: 'jon' },
    { author: 'MARA' },
    { author: 'nobody' },
    { attribute: { type: 'x-p', value: 'weir 2' } },
    { attribute: { type: 'x-p', value: 'lock' } },
    { attribute: { type: 'x-p', value: '' } },
    { attribute: { type: 'x-long', value: ' 3' } },
    { attribute: { type: 'x-long', value: 'ab ab' } },
    { duplicate: true },
    { longer: 30 },
  ];
  for (const one of said)
    for (const text of [
      {},
      { text: 'e' },
      { text: 'un', not: true },
      { text: 'o.e', mode: 'pattern' as const },
      { text: 'of the' },
    ]) {
      const filter = { ...one, ...text };
      expect([filter, (await found(filter)).ids]).toEqual([
        filter,
        all.filter((unit) => passes(unit, filter)).map(({ id }) => id),
      ]);
    }
});
