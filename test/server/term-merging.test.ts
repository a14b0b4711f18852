/** Merging termbases: planned, counted, decided, written as one operation, taken back. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { FieldConflictBody, TermMergeBody, TermMergePlanBody } from '@fair-copy/api/term-merges.js';
import { Application, type JobBody } from './application.js';

let server: Application;
let client: number;
let lasting: number;
let job: number;

async function termbase(name: string, text: string): Promise<number> {
  const { fileId } = await server.takeIn(client, `${name}.csv`, text);
  const { result } = await server.write(fileId, { newName: name });
  return (result as { termbaseId: number }).termbaseId;
}

beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
  lasting = await termbase('Lasting', 'English;Deutsch;Definition\nlock;Schleuse;a chamber with gates\nweir;Wehr;\n');
  job = await termbase(
    'Job',
    'English;Deutsch;Definition\nlock;Kammerschleuse;a device to raise boats\nsill;Drempel;\n',
  );
});
afterAll(() => server.stop());

const look = (): Promise<TermMergeBody> => server.ask('GET', `/term-merges/${client}`);
async function plan(change: Partial<TermMergePlanBody>): Promise<void> {
  const { plan: now } = await look();
  await server.ask('PUT', `/term-merges/${client}`, { ...now, ...change });
}
const run = async (what: 'count' | 'write'): Promise<JobBody> =>
  server.ended((await server.ask<{ id: number }>('POST', `/term-merges/${client}/${what}`)).id);
const conflicts = async (): Promise<readonly FieldConflictBody[]> =>
  (await server.ask<{ conflicts: FieldConflictBody[] }>('GET', `/term-merges/${client}/conflicts`)).conflicts;
const terms = async (id: number): Promise<string[]> =>
  (await server.ask<{ text: string }[]>('GET', `/termbases/${id}/terms?language=de&q=&mode=beginning&order=term`)).map(
    ({ text }) => text,
  );

test('nothing chosen is said; the first language that all have is proposed', async () => {
  expect(await look()).toMatchObject({ plan: { inputs: [], by: [], into: null }, outcome: null });
  await server.ask('POST', `/term-merges/${client}/count`, undefined, 409);
  await plan({ inputs: [lasting, job] });
  expect(await look()).toMatchObject({ plan: { by: ['en'] }, stale: true });
});

test('the tally is all concepts; a contradiction names field, values and where they come from', async () => {
  await run('count');
  expect(await look()).toMatchObject({
    stale: false,
    outcome: { tally: { written: 3, same: 0, gaveWay: 1, waiting: 0 }, conflicts: 1, open: 0 },
  });
  expect(await conflicts()).toMatchObject([
    {
      field: 'definition',
      there: ['a chamber with gates'],
      brings: ['a device to raise boats'],
      from: [lasting, job],
      choice: 'there',
    },
  ]);
  const { units } = await server.ask<{ units: { variants: { text: string }[] }[] }>(
    'GET',
    `/term-merges/${client}/concepts?termbase=${job}&fate=gaveWay`,
  );
  expect(units.map(({ variants }) => variants.map(({ text }) => text))).toEqual([['lock', 'Kammerschleuse']]);
});

test('into one that lives on, the other goes away: one operation, one undo', async () => {
  const [conflict] = await conflicts();
  await plan({ keep: 'ask', decisions: { [conflict!.id]: 'brings' }, into: lasting, deleted: [job] });
  const { result } = await run('write');
  const { ledgerId, termbaseId } = result as { ledgerId: number; termbaseId: number };
  expect(termbaseId).toBe(lasting);
  expect(await terms(lasting)).toEqual(['Drempel', 'Kammerschleuse', 'Schleuse', 'Wehr']);
  await server.ask('GET', `/termbases/${job}`, undefined, 404);
  expect((await look()).written).toMatchObject({ standing: 'stands', concepts: 3 });

  await server.ask('POST', `/ledger/${ledgerId}/undo`);
  expect(await terms(lasting)).toEqual(['Schleuse', 'Wehr']);
  expect(await terms(job)).toEqual(['Drempel', 'Kammerschleuse']);
  await server.ask('POST', `/ledger/${ledgerId}/redo`);
  expect(await terms(lasting)).toEqual(['Drempel', 'Kammerschleuse', 'Schleuse', 'Wehr']);
  await server.ask('POST', `/ledger/${ledgerId}/undo`);
});

test('into a new one; what waits is not written and stays where it was', async () => {
  await plan({ keep: 'ask', decisions: {}, into: null, newName: 'Together', deleted: [] });
  await run('count');
  expect((await look()).outcome).toMatchObject({ tally: { written: 3, waiting: 1 }, open: 1 });
  const { result } = await run('write');
  const { termbaseId } = result as { termbaseId: number };
  expect(await terms(termbaseId)).toEqual(['Drempel', 'Schleuse', 'Wehr']);
  expect(await terms(job)).toEqual(['Drempel', 'Kammerschleuse']);
});
