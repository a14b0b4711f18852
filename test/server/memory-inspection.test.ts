/** Inspecting a memory: findings, let stand, put right, taken back, filtered, reported. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { MatterRow, InspectionOverview } from '@fair-copy/api/inspection.js';
import { CODE } from '@fair-copy/core/text/inline-codes.js';
import { inWords } from '@fair-copy/core/said.js';
import { en } from '@fair-copy/words/en/index.js';
import { Application, unitsWritten } from './application.js';

let server: Application;
let memory: number;

const tu = (english: string, german: string): string =>
  `<tu><tuv xml:lang="en"><seg>${english}</seg></tuv><tuv xml:lang="de"><seg>${german}</seg></tuv></tu>`;

/** The right text for the first "54", a tick and a remark for "21"; the first column goes to the end. */
const FILLED_IN = `
import sys, openpyxl
book = openpyxl.load_workbook(sys.argv[1])
sheet = book.active
rows = [[cell or '' for cell in row] for row in sheet.iter_rows(values_only=True)]
head = rows[0]
for row in rows[1:]:
    text = row[head.index('Text')]
    if '54' in text: row[head.index('The text as it should be')] = 'Warten Sie 45 Minuten.'
    if '21' in text:
        row[head.index('Right as it is')] = 'x'
        row[head.index('Remark')] = 'old edition'
back = openpyxl.Workbook()
for row in rows: back.active.append(row[1:] + row[:1])
back.save(sys.argv[2])
`;

beforeAll(async () => {
  server = await Application.start();
  const client = await server.client();
  const units = [
    tu('Open the gate.', 'Öffnen Sie das Tor.'),
    tu('Open the gate.', 'Machen Sie das Tor auf.'),
    tu('Open the gate.', 'Öffnen Sie das Tor.'),
    tu('Close the weir', 'Das Wehr  schließen '),
    tu('Wait (5 minutes', 'Warten Sie 5 Minuten'),
    tu('Shut the weir', 'Das Wehr schließen'),
    tu('Close it', 'Das Wehr schließen'),
    tu('Press <ph>{0}</ph>  now', 'Drücken Sie jetzt <ph>{0}</ph>'),
  ];
  const text = `<tmx version="1.4"><header/><body>${units.join('\n')}</body></tmx>`;
  const { fileId } = await server.takeIn(client, 'a.tmx', text);
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'A' });
  memory = unitsWritten(await server.ended(job.id)).memoryId;
});
afterAll(() => server.stop());

const inspect = async (): Promise<Record<string, unknown>> =>
  (await server.ended((await server.ask<{ id: number }>('POST', `/memories/${memory}/inspection`)).id)).result!;
const found = (check = ''): Promise<MatterRow[]> =>
  server.ask('GET', `/memories/${memory}/findings${check && `?check=${check}`}`);
const withFindings = async (): Promise<number[]> =>
  (await server.units<{ id: number }>(memory, { filter: { findings: true } })).units.map(({ id }) => id);

test('a memory that was not inspected says so', async () => {
  const overview = await server.ask<InspectionOverview>('GET', `/memories/${memory}/inspection`);
  expect(overview.inspectedAt).toBeNull();
  expect(await server.ask('GET', `/memories/${memory}`)).toMatchObject({ openFindings: null });
});

test('each unit with something wrong is found, with its evidence', async () => {
  expect(await inspect()).toMatchObject({ standing: 0, settled: 0, stet: 0 });
  const targets = await found('different-targets');
  // One matter, with all that it is wrong in.
  expect(targets.map(({ item, text, others }) => [item, text, others.map((one) => one.item)])).toEqual([
    [1, 'Open the gate.', [2, 3]],
  ]);
  expect(inWords(en.findings('memory'), targets[0]!.said)).toBe(
    '“Open the gate.” has 2 different texts in German: “Öffnen Sie das Tor.” / “Machen Sie das Tor auf.”.',
  );
  expect(targets[0]!.related.map(({ item }) => item)).toEqual([2, 3]);
  expect((await found('different-sources')).map(({ item, ids }) => [item, ids.length])).toEqual([[4, 3]]);
  expect((await found('brackets')).map(({ item, language }) => [item, language])).toEqual([[5, 'en']]);
  expect(await found('spaces')).toMatchObject([
    { item: 4, language: 'de', place: 1, correction: { kind: 'text', text: 'Das Wehr schließen', safe: true } },
    { item: 8, language: 'en', correction: { kind: 'text', text: 'Press  now', safe: true } },
  ]);
  expect(await withFindings()).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
});

test('put right, let stand, taken back', async () => {
  const [spaces] = await found('spaces');
  const { ledgerId } = await server.ask<{ ledgerId: number }>('POST', `/memories/${memory}/findings/put-right`, {
    ids: [spaces!.id],
  });
  expect(await server.ask('GET', `/memories/${memory}/units/4`)).toMatchObject({
    variants: [{}, { text: 'Das Wehr schließen' }],
    findings: [],
  });
  await server.ask('POST', `/memories/${memory}/findings/put-right`, { ids: [spaces!.id] }, 409);
  const [brackets] = await found('brackets');
  const stet = await server.ask<{ ledgerId: number }>('POST', `/memories/${memory}/findings/stet`, {
    ids: [brackets!.id],
    reason: 'as in the drawing',
  });
  expect(await found('brackets')).toEqual([]);
  expect(await inspect()).toMatchObject({ stet: 1, settled: 1 });
  expect(await server.ask('GET', `/memories/${memory}/stets`)).toMatchObject([
    { reason: 'as in the drawing', check: 'brackets', item: brackets!.item },
  ]);
  expect((await found('different-sources')).map(({ item, ids }) => [item, ids.length])).toEqual([[4, 3]]);
  await server.ask('POST', `/ledger/${stet.ledgerId}/undo`);
  await server.ask('POST', `/ledger/${ledgerId}/undo`);
  // What was taken back waits for the next inspection.
  expect((await withFindings()).includes(4)).toBe(false);
  await inspect();
  expect((await found('spaces')).map(({ item }) => item)).toEqual([4, 8]);
  expect(await found('brackets')).toHaveLength(1);
  expect(await server.ask('POST', `/memories/${memory}/findings/put-right-safe`, { check: 'spaces' })).toMatchObject({
    changed: 2,
  });
});

test('a correction keeps the codes of its text', async () => {
  const client = await server.client('Alder & Voss Kilns');
  const code = (text: string): string => text.replaceAll('@', '<ph>{0}</ph>');
  const units = [tu(code('The @ is open.'), code('Das @ ist offen..')), tu('The gate is open.', 'Das Tor ist offen.')];
  const text = `<tmx version="1.4"><header/><body>${units.join('\n')}</body></tmx>`;
  const { fileId } = await server.takeIn(client, 'codes.tmx', text);
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'Codes' });
  const { memoryId } = unitsWritten(await server.ended(job.id));
  await server.ended((await server.ask<{ id: number }>('POST', `/memories/${memoryId}/inspection`)).id);
  const before = await server.ask<{ variants: { codes: unknown[] }[] }>('GET', `/memories/${memoryId}/units/1`);
  // Nobody reads the sign that stands for a code, in the report neither.
  const written = await server.ask<{ id: number }>('POST', `/memories/${memoryId}/inspection/report`, {
    format: 'html',
  });
  const html = readFileSync((await server.ended(written.id)).result!.path as string, 'utf8');
  expect(html).toContain('Das  ist offen.<');
  expect(html).not.toContain(CODE);
  const [doubled] = await server.ask<MatterRow[]>('GET', `/memories/${memoryId}/findings?check=double-mark`);
  await server.ask('POST', `/memories/${memoryId}/findings/put-right`, { ids: [doubled!.id] });
  const after = await server.ask<{ variants: { text: string; codes: unknown[] }[] }>(
    'GET',
    `/memories/${memoryId}/units/1`,
  );
  expect(after.variants[1]!.text).toMatch(/^Das . ist offen\.$/);
  expect(after.variants[1]!.codes).toEqual(before.variants[1]!.codes);
  expect(after.variants[1]!.codes).toHaveLength(1);
});

describe('let stand as far as a person says', () => {
  let here: number;
  const open = (): Promise<MatterRow[]> => server.ask('GET', `/memories/${here}/findings?check=repeated-word`);
  const stet = (scope: string, ids: number[]): Promise<{ ledgerId: number }> =>
    server.ask('POST', `/memories/${here}/findings/stet`, { ids, scope, reason: 'so it is called' });

  beforeAll(async () => {
    const client = await server.client('Hollin Canals');
    const units = [
      tu('The winding hole is deep.', 'Das Wende Wende Becken ist tief.'),
      tu('See the winding hole.', 'Siehe das Wende Wende Becken.'),
      tu('Near the weir.', 'Beim beim Wehr.'),
    ].map((unit, i) =>
      unit.replace('<tu>', `<tu creationid="${i === 0 ? 'mara' : 'juno'}" creationdate="2021010${i + 1}T101500Z">`),
    );
    const text = `<tmx version="1.4"><header/><body>${units.join('\n')}</body></tmx>`;
    const { fileId } = await server.takeIn(client, 'twice.tmx', text);
    const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'Twice' });
    here = unitsWritten(await server.ended(job.id)).memoryId;
    await server.ended((await server.ask<{ id: number }>('POST', `/memories/${here}/inspection`)).id);
  });

  test('all that rest on the same words', async () => {
    const [first, , third] = await open();
    expect([first!.alike, third!.alike]).toEqual([2, 1]);
    const { ledgerId } = await stet('alike', first!.ids);
    expect((await open()).map(({ id }) => id)).toEqual([third!.id]);
    await server.ask('POST', `/ledger/${ledgerId}/undo`);
    expect(await open()).toHaveLength(3);
  });

  test('as a rule of the client: listed, kept by the next inspection, called back', async () => {
    const [first] = await open();
    await stet('rule', first!.ids);
    expect(await open()).toHaveLength(1);
    const rules = await server.ask<{ id: number; evidence: string }[]>('GET', `/memories/${here}/stet-rules`);
    expect(rules).toMatchObject([{ evidence: first!.evidence, reason: 'so it is called', language: 'de' }]);
    const job = await server.ask<{ id: number }>('POST', `/memories/${here}/inspection`);
    expect((await server.ended(job.id)).result).toMatchObject({ stet: 2 });
    expect(await open()).toHaveLength(1);
    await server.ask('POST', `/memories/${here}/stet-rules/call-back`, { ids: [rules[0]!.id] });
    expect(await open()).toHaveLength(3);
  });

  test('by author, origin and date, in several orders', async () => {
    const asked = (query: string): Promise<MatterRow[]> => server.ask('GET', `/memories/${here}/findings?${query}`);
    expect((await asked('author=mara')).map(({ item }) => item)).toEqual([1]);
    expect((await asked('since=20210103')).map(({ item }) => item)).toEqual([3]);
    expect(await asked('origin=elsewhere.tmx')).toEqual([]);
    expect((await asked('order=newest')).map(({ item }) => item)).toEqual([3, 2, 1]);
    expect((await asked('order=author')).map(({ author }) => author)).toEqual(['juno', 'juno', 'mara']);
    const overview = await server.ask<InspectionOverview>('GET', `/memories/${here}/inspection`);
    expect(overview.authors).toEqual([
      { name: 'juno', open: 2, errors: 0 },
      { name: 'mara', open: 1, errors: 0 },
    ]);
    expect(overview.origins).toMatchObject([{ open: 3 }]);
  });
});

test('a query list comes back with answers and is done, as one operation', async () => {
  const client = await server.client('Oakhanger Locks');
  const units = [
    tu('Wait 45 minutes.', 'Warten Sie 54 Minuten.'),
    tu('Open the gate (slowly.', 'Öffnen Sie das Tor langsam.'),
    tu('See page 12.', 'Siehe Seite 21.'),
  ];
  const text = `<tmx version="1.4"><header/><body>${units.join('\n')}</body></tmx>`;
  const { fileId } = await server.takeIn(client, 'asked.tmx', text);
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'Asked' });
  const { memoryId } = unitsWritten(await server.ended(job.id));
  await server.ended((await server.ask<{ id: number }>('POST', `/memories/${memoryId}/inspection`)).id);
  const open = (): Promise<MatterRow[]> => server.ask('GET', `/memories/${memoryId}/findings`);
  const before = await open();
  const report = await server.ask<{ id: number }>('POST', `/memories/${memoryId}/inspection/report`, {
    format: 'queries',
  });
  const { result } = await server.ended(report.id);
  expect(result!.fileName).toBe('Asked - queries.xlsx');
  // Filled in and saved by a spreadsheet program, its columns in another order (openpyxl as such a program).
  const back = join(mkdtempSync(join(tmpdir(), 'fair-copy-answers-')), 'back.xlsx');
  execFileSync('/usr/bin/python3', ['-c', FILLED_IN, result!.path as string, back]);
  const answers = `/memories/${memoryId}/findings/answers?name=back.xlsx`;
  const taken = await server.ask<{ ledgerId: number }>('POST', answers, readFileSync(back));
  expect(taken).toMatchObject({ changed: 1, stet: 1, left: 0, unanswered: before.length - 2 });
  expect(await server.ask('GET', `/memories/${memoryId}/units/1`)).toMatchObject({
    variants: [{}, { text: 'Warten Sie 45 Minuten.' }],
  });
  expect(await server.ask('GET', `/memories/${memoryId}/stets`)).toMatchObject([{ reason: 'old edition' }]);
  // The same list again answers nothing that is open.
  await server.ask('POST', answers, readFileSync(back), 409);
  await server.ask('POST', `/memories/${memoryId}/findings/answers?name=a.csv`, Buffer.from('a;b\n1;2\n'), 422);
  await server.ask('POST', `/ledger/${taken.ledgerId}/undo`);
  expect(await server.ask('GET', `/memories/${memoryId}/units/1`)).toMatchObject({
    variants: [{}, { text: 'Warten Sie 54 Minuten.' }],
  });
  expect(await server.ask('GET', `/memories/${memoryId}/stets`)).toEqual([]);
});

test('the report lists what is open', async () => {
  const job = await server.ask<{ id: number }>('POST', `/memories/${memory}/inspection/report`, { format: 'html' });
  const { result } = await server.ended(job.id);
  const html = readFileSync(result!.path as string, 'utf8');
  expect(html).toContain('<h1>Inspection of A</h1>');
  expect(html).toContain('a.tmx, unit 5');
  expect(html).toContain('“(” is opened and never closed.');
});

test('an operation on very many units settles what was found in them', async () => {
  const client = await server.client('Many units');
  const many = 2200;
  const units = Array.from({ length: many }, (_, i) => tu(`Gate  ${i} is open`, `Tor ${i} ist offen`));
  const text = `<tmx version="1.4"><header/><body>${units.join('\n')}</body></tmx>`;
  const { fileId } = await server.takeIn(client, 'many.tmx', text);
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'Many' });
  const id = unitsWritten(await server.ended(job.id)).memoryId;
  await server.ended((await server.ask<{ id: number }>('POST', `/memories/${id}/inspection`)).id);
  const open = async (): Promise<number | null> =>
    (await server.ask<{ openFindings: number | null }>('GET', `/memories/${id}`)).openFindings;
  expect(await open()).toBe(many);
  const change = { kind: 'attribute', type: 'subject', value: 'locks' };
  const bulk = await server.ask<{ id: number }>('POST', `/memories/${id}/bulk`, { filter: {}, change });
  expect((await server.ended(bulk.id)).result).toMatchObject({ changed: many });
  expect(await open()).toBe(0);
});

test('evidence is marked in both texts, as they are shown: codes take no place', async () => {
  const client = await server.client('Marks');
  const { fileId } = await server.takeIn(
    client,
    'b.tmx',
    `<tmx version="1.4"><header srclang="en"/><body>${tu('Press <ph>{0}</ph> for 12 s', 'Drücken Sie <ph>{0}</ph> 13 s')}</body></tmx>`,
  );
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'B' });
  const { memoryId } = unitsWritten(await server.ended(job.id));
  await server.ended((await server.ask<{ id: number }>('POST', `/memories/${memoryId}/inspection`)).id);
  const [number] = await server.ask<MatterRow[]>('GET', `/memories/${memoryId}/findings?check=number`);
  const shown = number!.marks.map(({ place, from, to }) => number!.texts[Number(place)]!.texts[0]!.slice(from, to));
  expect(shown).toEqual(['12', '13']);
});

test('what is looked for is kept for the client: checks, rules, terms, and units of a bridge', async () => {
  const client = await server.client('Profile');
  const units = [
    tu('Open the gate', 'Öffne das  Tor'),
    tu('Close the gate', 'Schließe das  Tor').replace('<tu>', '<tu><prop type="bridged">certain</prop>'),
    tu('You wait', 'Du wartest'),
  ];
  const { fileId } = await server.takeIn(
    client,
    'c.tmx',
    `<tmx version="1.4"><header srclang="en"/><body>${units.join('')}</body></tmx>`,
  );
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'C' });
  const { memoryId } = unitsWritten(await server.ended(job.id));
  const checked = async (profile: object): Promise<string[]> => {
    await server.ask('PUT', `/inspection-profiles/${client}`, {
      ...(await server.ask<object>('GET', `/inspection-profiles/${client}`)),
      ...profile,
    });
    await server.ended((await server.ask<{ id: number }>('POST', `/memories/${memoryId}/inspection`)).id);
    const rows = await server.ask<MatterRow[]>('GET', `/memories/${memoryId}/findings`);
    return rows.map(({ check, item }) => `${check} ${item}`).sort();
  };
  expect(await checked({})).toEqual(['spaces 1', 'spaces 2']);
  expect(await checked({ bridged: false })).toEqual(['spaces 1']);
  const patterns = [{ name: 'Sie', pattern: '\\bDu\\b', must: 'not stand' }];
  expect(await checked({ bridged: true, without: ['spaces'], patterns })).toEqual(['own-pattern 3']);
  const bad = { without: [], termbases: [], bridged: true, patterns: [{ name: 'Bad', pattern: '(', must: 'stand' }] };
  await server.ask('PUT', `/inspection-profiles/${client}`, bad, 400);
});

test('how much is in order is said, and findings are shown by their severity', async () => {
  const client = await server.client('Severity');
  const units = [
    tu('Open 12 gates', 'Öffnen Sie 13 Tore'),
    tu('Open the weir', 'Öffnen  Sie das Wehr'),
    tu('Open it', 'Öffnen Sie es'),
  ];
  const { fileId } = await server.takeIn(
    client,
    'd.tmx',
    `<tmx version="1.4"><header srclang="en"/><body>${units.join('')}</body></tmx>`,
  );
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'D' });
  const { memoryId } = unitsWritten(await server.ended(job.id));
  expect(await server.ask('GET', `/memories/${memoryId}/inspection`)).toMatchObject({ items: 3, itemsFound: 0 });
  await server.ended((await server.ask<{ id: number }>('POST', `/memories/${memoryId}/inspection`)).id);
  expect(await server.ask('GET', `/memories/${memoryId}/inspection`)).toMatchObject({ items: 3, itemsFound: 2 });
  const checks = async (severity: string): Promise<string[]> =>
    (await server.ask<MatterRow[]>('GET', `/memories/${memoryId}/findings?severity=${severity}`)).map(
      ({ check }) => check,
    );
  expect(await checks('error')).toEqual(['number']);
  expect(await checks('warning')).toEqual(['spaces']);
  expect(await checks('info')).toEqual([]);
});
