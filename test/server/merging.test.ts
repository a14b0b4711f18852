/** Merging memories: planned, counted, decided, written as one operation, taken back. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { MergeBody, MergeConflict, MergePlanBody, MergeSample } from '@fair-copy/api/merges.js';
import type { Fate } from '@fair-copy/core/memory/merge/plan.js';
import { Application, unitsWritten, type JobBody } from './application.js';

let server: Application;
let client: number;
const memories = new Map<string, number>();

const tu = (english: string, german: string, date = ''): string =>
  `<tu${date && ` changedate="${date}T000000Z"`}><tuv xml:lang="en"><seg>${english}</seg></tuv><tuv xml:lang="de"><seg>${german}</seg></tuv></tu>`;

async function make(name: string, units: readonly string[]): Promise<number> {
  const { fileId } = await server.takeIn(
    client,
    `${name}.tmx`,
    `<tmx version="1.4"><header srclang="en"/><body>${units.join('\n')}</body></tmx>`,
  );
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: name });
  const { memoryId } = unitsWritten(await server.ended(job.id));
  memories.set(name, memoryId);
  return memoryId;
}

beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
  await make('Lasting', [
    tu('Open the gate.', 'Öffnen Sie das Tor.', '20200101'),
    tu('Close the weir.', 'Schließen Sie das Wehr.', '20200101'),
    tu('lock', 'Schloss', '20200101'),
    tu('Wait here', 'Hier warten'),
  ]);
  await make('Job', [
    tu('Open the gate.', 'Öffnen Sie das Tor.', '20240101'),
    tu('lock', 'Schleuse', '20240101'),
    tu('Wait here.', 'Hier warten.'),
    tu('towpath', 'Treidelpfad'),
  ]);
});
afterAll(() => server.stop());

const look = (): Promise<MergeBody> => server.ask('GET', `/merges/${client}`);
async function plan(change: Partial<MergePlanBody>): Promise<void> {
  const { plan: now } = await look();
  await server.ask('PUT', `/merges/${client}`, { ...now, ...change });
}
async function run(what: 'count' | 'write'): Promise<JobBody> {
  return server.ended((await server.ask<{ id: number }>('POST', `/merges/${client}/${what}`)).id);
}
const conflicts = async (more = ''): Promise<readonly MergeConflict[]> =>
  (await server.ask<{ conflicts: MergeConflict[] }>('GET', `/merges/${client}/conflicts?limit=50${more}`)).conflicts;

async function texts(memory: number): Promise<string[]> {
  const page = await server.units<{ variants: { text: string }[] }>(memory, { filter: {}, limit: 100 });
  return page.units.map(({ variants }) => variants.map(({ text }) => text).join(' = ')).sort();
}

test('nothing chosen is said; the language that the memories share is proposed', async () => {
  expect(await look()).toMatchObject({ plan: { inputs: [], keep: 'newest', into: null }, outcome: null });
  await server.ask('POST', `/merges/${client}/count`, undefined, 409);
  await server.ask('GET', '/merges/999', undefined, 404);
});

describe('to a new memory', () => {
  test('what becomes of all units is counted, and every number opens its units', async () => {
    await plan({ inputs: [memories.get('Lasting')!, memories.get('Job')!], newName: 'Both' });
    expect(await look()).toMatchObject({ stale: true, plan: { by: ['en'] } });
    expect((await run('count')).state).toBe('done');
    const { outcome, stale } = await look();
    expect(stale).toBe(false);
    expect(outcome).toEqual({
      tally: { written: 6, same: 1, gaveWay: 1, waiting: 0, left: 0 },
      inputs: [
        { memoryId: memories.get('Lasting'), tally: { written: 3, same: 0, gaveWay: 1, waiting: 0, left: 0 } },
        { memoryId: memories.get('Job'), tally: { written: 3, same: 1, gaveWay: 0, waiting: 0, left: 0 } },
      ].map(({ memoryId, tally }) => ({ memoryId, tally: expect.objectContaining({ gaveWay: tally.gaveWay }) })),
      conflicts: 1,
      open: 0,
      near: [{ differ: 'punctuation', count: 1 }],
    });
    for (const { memoryId, tally } of outcome!.inputs)
      for (const [fate, count] of Object.entries(tally))
        expect(await server.ask('GET', `/merges/${client}/units?memory=${memoryId}&fate=${fate}`)).toMatchObject({
          total: count,
        });
    const gone = await server.ask<{ units: { variants: { text: string }[] }[] }>(
      'GET',
      `/merges/${client}/units?memory=${memories.get('Lasting')}&fate=gaveWay`,
    );
    expect(gone.units.map(({ variants }) => variants[1]!.text)).toEqual(['Schloss']);
  });

  test('a conflict shows its translations, and is decided', async () => {
    const [conflict] = await conflicts();
    expect(conflict).toMatchObject({ language: 'de', winner: 0, decided: false });
    expect(conflict!.candidates.map(({ unit, date }) => [unit.variants[1]!.text, date])).toEqual([
      ['Schleuse', '20240101T000000Z'],
      ['Schloss', '20200101T000000Z'],
    ]);
    await plan({ decisions: { [conflict!.id]: { text: conflict!.candidates[1]!.key } } });
    await run('count');
    expect((await conflicts())[0]).toMatchObject({ winner: 1, decided: true });
    await plan({ decisions: {}, keep: 'ask' });
    await run('count');
    expect((await look()).outcome).toMatchObject({ open: 1, tally: { waiting: 2 } });
    expect(await conflicts('&open=true')).toHaveLength(1);
    expect(await conflicts('&from=1')).toHaveLength(0);
    await plan({ keep: 'newest' });
  });

  test('is written as one operation, says where each unit comes from, and goes as one', async () => {
    const { result, error } = await run('write');
    expect(error).toBeNull();
    const { memoryId, ledgerId, units } = result as { memoryId: number; ledgerId: number; units: number };
    expect(units).toBe(6);
    expect(await texts(memoryId)).toEqual(
      [
        'Close the weir. = Schließen Sie das Wehr.',
        'Open the gate. = Öffnen Sie das Tor.',
        'Wait here = Hier warten',
        'Wait here. = Hier warten.',
        'lock = Schleuse',
        'towpath = Treidelpfad',
      ].sort(),
    );
    const { origins } = await server.ask<{ origins: { name: string }[] }>('GET', `/memories/${memoryId}`);
    expect(origins.map(({ name }) => name)).toContain('Job: Job.tmx + Lasting: Lasting.tmx');
    expect((await look()).written).toMatchObject({ memoryId, standing: 'stands' });
    await server.ask('POST', `/ledger/${ledgerId}/undo`);
    await server.ask('GET', `/memories/${memoryId}`, undefined, 404);
    expect((await look()).written).toMatchObject({ standing: 'undone' });
    await server.ask('POST', `/ledger/${ledgerId}/redo`);
    expect(await texts(memoryId)).toHaveLength(6);
    await server.ask('POST', `/ledger/${ledgerId}/undo`);
  });
});

test('end of a job: its memory goes into the lasting one and away, what was let stand stays, one undo brings all back', async () => {
  const [lasting, job] = ['Lasting', 'Job'].map((name) => memories.get(name)!) as [number, number];
  await server.ended((await server.ask<{ id: number }>('POST', `/memories/${lasting}/inspection`)).id);
  const before = await texts(lasting);
  await plan({ into: lasting, deleted: [job] });
  const { result, error } = await run('write');
  expect(error).toBeNull();
  const { ledgerId, memoryId } = result as { ledgerId: number; memoryId: number };
  expect(memoryId).toBe(lasting);
  expect(await texts(lasting)).toHaveLength(6);
  await server.ask('GET', `/memories/${job}`, undefined, 404);
  const [newest] = await server.ask<{ title: string }[]>('GET', `/ledger?client=${client}`);
  expect(newest!.title).toBe('Merged 2 memories to “Lasting”: 6 units, and deleted 1 of them');

  // An edit that came later stands in the way, and is named.
  const deletion = await server.ask<{ id: number }>('POST', `/memories/${lasting}/bulk`, {
    filter: { text: 'towpath' },
    change: { kind: 'delete' },
  });
  const deleted = (await server.ended(deletion.id)) as unknown as { error: unknown; result: { ledgerId: number } };
  expect(deleted.error).toBeNull();
  await server.ask('POST', `/ledger/${ledgerId}/undo`, undefined, 409);
  await server.ask('POST', `/ledger/${deleted.result.ledgerId}/undo`);
  await server.ask('POST', `/ledger/${ledgerId}/undo`);
  expect(await texts(lasting)).toEqual(before);
  expect(await texts(job)).toHaveLength(4);
  // Done once more, and nothing of before can be taken back under it.
  await server.ask('POST', `/ledger/${ledgerId}/redo`);
  expect(await texts(lasting)).toHaveLength(6);
  await server.ask('POST', `/ledger/${deleted.result.ledgerId}/redo`);
  await server.ask('POST', `/ledger/${deleted.result.ledgerId}/undo`);
  await server.ask('POST', `/ledger/${ledgerId}/undo`);
});

test('a memory goes in once, and merged alone stays as it is; one that went away is no longer in the plan', async () => {
  const [lasting, job] = ['Lasting', 'Job'].map((name) => memories.get(name)!) as [number, number];
  await plan({ inputs: [lasting, lasting], into: null, deleted: [], newName: 'Twice' });
  await run('count');
  expect((await look()).outcome).toMatchObject({ tally: { written: 4, same: 0 } });
  await plan({ inputs: [lasting, job], into: lasting, deleted: [job] });
  await server.ask('DELETE', `/memories/${job}`);
  expect((await look()).plan).toMatchObject({ inputs: [lasting], deleted: [] });
});

test('many conflicts by one rule: always the one of a memory, wherever it has a say', async () => {
  const first = await make('First', [tu('sill', 'Drempel'), tu('weir', 'Wehr'), tu('quay', 'Kai')]);
  const second = await make('Second', [tu('sill', 'Schwelle'), tu('weir', 'Stauwehr'), tu('quay', 'Kai')]);
  const third = await make('Third', [tu('sill', 'Schwelle'), tu('weir', 'Wehr')]);
  await plan({ inputs: [first, second, third], by: ['en'], bySet: true, keep: 'ask', decisions: {}, into: null });
  await run('count');
  expect((await look()).outcome).toMatchObject({ conflicts: 2, open: 2 });
  // It says neither text alone: each is in two memories.
  const rule = { memory: third, open: true };
  expect(await server.ask('POST', `/merges/${client}/decide`, rule)).toEqual({ decided: 2 });
  await run('count');
  expect((await look()).outcome).toMatchObject({ open: 0 });
  const stays = (await conflicts()).map(
    ({ winner, candidates }) => candidates[winner!]!.unit.variants.find(({ language }) => language === 'de')!.text,
  );
  expect(stays.sort()).toEqual(['Schwelle', 'Wehr']);
});

test('a memory is marked as that of a job, and the mark is undone', async () => {
  const id = await make('Spring job', [tu('quay', 'Kai')]);
  const ofJob = async (): Promise<boolean> => (await server.ask<{ ofJob: boolean }>('GET', `/memories/${id}`)).ofJob;
  expect(await ofJob()).toBe(false);
  await server.ask('PATCH', `/memories/${id}`, { ofJob: true });
  expect(await ofJob()).toBe(true);
  const [last] = await server.ask<{ id: number; title: string }[]>('GET', `/ledger?client=${client}&limit=1`);
  expect(last!.title).toBe('Marked “Spring job” as the memory of a job');
  await server.ask('POST', `/ledger/${last!.id}/undo`);
  expect(await ofJob()).toBe(false);
});

test('about what a plan comes to is said from a sample, at once; of few units nothing needs to be estimated', async () => {
  const { plan: now } = await look();
  expect(await server.ask('POST', `/merges/${client}/sample`, now)).toBeNull();
  const word = (n: number): string => [...String(n)].map((digit) => 'bcdfghjklm'[Number(digit)]).join('a');
  const many = (from: number, to: number, otherwise: number, date: string): string[] =>
    Array.from({ length: to - from }, (_, i) => i + from).map((n) =>
      tu(`Gate ${word(n)}`, `Tor ${word(n)}${n % otherwise === 0 ? ' neu' : ''}`, date),
    );
  const [old, late] = [
    await make('Many', many(0, 20_000, 20_001, '20200101')),
    await make('Others', many(10_000, 30_000, 4, '20240101')),
  ];
  await plan({ inputs: [old, late], keep: 'newest', into: null, newName: 'All' });
  await run('count');
  const { outcome, plan: asked } = await look();
  const sample = await server.ask<MergeSample>('POST', `/merges/${client}/sample`, asked);
  expect(sample.total).toBe(40_000);
  expect(sample.looked).toBeGreaterThan(700);
  expect(sample.looked).toBeLessThan(2500);
  // Exactly: of the old memory half is written, 2,500 give way.
  expect(outcome!.inputs[0]!.tally).toMatchObject({ written: 10_000, gaveWay: 2500 });
  for (const [rank, { tally }] of sample.outcome.inputs.entries())
    for (const [fate, n] of Object.entries(tally))
      expect(Math.abs(n - outcome!.inputs[rank]!.tally[fate as Fate])).toBeLessThan(20_000 * 0.08);
  expect(Math.abs(sample.outcome.conflicts - outcome!.conflicts)).toBeLessThan(outcome!.conflicts * 0.5);
});
