/** Kits: made, after a pattern, changed, undone; what is kept for reference is never written to. */
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { KitItem } from '@fair-copy/api/kits.js';
import type { LedgerEntryBody } from '@fair-copy/api/ledger.js';
import type { KitPlan, RehearsalBody } from '@fair-copy/api/rehearsals.js';
import { zipSync } from 'fflate';
import { PNG } from '../png.js';
import { Application, unitsWritten } from './application.js';

let server: Application;
let client: number;
let memory: number;
let termbase: number;

const TMX = `<tmx version="1.4"><header srclang="en"/><body>
  <tu changedate="20200101T000000Z"><prop type="subject">Weirs</prop>
    <tuv xml:lang="en"><seg>Close the gate.</seg></tuv><tuv xml:lang="de"><seg>Wehr zu.</seg></tuv></tu>
  <tu changedate="20250601T000000Z"><prop type="subject">Locks</prop>
    <tuv xml:lang="en"><seg>Close the gate.</seg></tuv><tuv xml:lang="de"><seg>Tor schließen.</seg></tuv></tu>
</body></tmx>`;

async function takenIn(newName: string): Promise<number> {
  const { fileId } = await server.takeIn(client, `${newName}.tmx`, TMX);
  const { id } = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName });
  return unitsWritten(await server.ended(id)).memoryId;
}

beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
  memory = await takenIn('Gates');
  const { fileId } = await server.takeIn(client, 'terms.csv', 'English;German\nupper gate;Obertor\n');
  termbase = ((await server.write(fileId, { newName: 'Terms' })).result as { termbaseId: number }).termbaseId;
});
afterAll(() => server.stop());

const made = async (body: object): Promise<number> =>
  (await server.ask<{ id: number }>('POST', '/kits', { source: 'en', target: 'de', clientId: client, ...body })).id;
const look = (id: number): Promise<RehearsalBody> => server.ask('GET', `/rehearsals/${id}`);
const kits = (): Promise<KitItem[]> => server.ask('GET', '/kits');
const choose = async (id: number, part: Partial<KitPlan>, status?: number): Promise<unknown> =>
  server.ask('PUT', `/rehearsals/${id}`, { ...(await look(id)).plan, ...part }, status);
const newest = async (): Promise<LedgerEntryBody> => (await server.ask<LedgerEntryBody[]>('GET', '/ledger'))[0]!;
const undo = async (): Promise<void> => {
  await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
};

test('a kit is made, listed, changed and taken back step by step; what changes nothing is no step', async () => {
  const id = await made({ name: 'Handbooks' });
  expect(
    await server.ask('POST', '/kits', { clientId: client, name: ' handbooks', source: '', target: '' }, 409),
  ).toMatchObject({ code: 'name-taken' });
  const memories = [{ id: memory, off: 5, only: { subject: 'Locks', client: '' } }];
  await choose(id, { memories, termbases: [termbase], writesMemory: memory, writesTermbase: termbase });
  const entry = await newest();
  await choose(id, {});
  expect((await newest()).id).toBe(entry.id);
  expect((await look(id)).plan.memories).toEqual([{ id: memory, off: 5, only: { subject: 'Locks' } }]);
  expect(await kits()).toMatchObject([
    { name: 'Handbooks', source: 'en', memories: ['Gates'], termbases: ['Terms'], writes: ['Gates', 'Terms'] },
  ]);
  await server.ask('PATCH', `/kits/${id}`, { name: 'Manuals' });
  await server.ask('POST', `/ledger/${entry.id}/undo`);
  expect(await kits()).toMatchObject([{ name: 'Manuals', memories: [], writes: [] }]);
  await server.ask('POST', `/ledger/${entry.id}/redo`);
  await server.ask('DELETE', `/kits/${id}`);
  expect(await kits()).toEqual([]);
  await server.ask('GET', `/rehearsals/${id}`, undefined, 404);
  await undo();
  expect(await kits()).toMatchObject([{ id, name: 'Manuals', memories: ['Gates'] }]);
});

test('a pattern: of the same client with its resources, of another without, with what it writes to made for it', async () => {
  const [first] = await kits();
  const second = await made({ name: 'Second', like: first!.id });
  expect((await look(second)).plan).toMatchObject({ memories: [{ id: memory }], writesMemory: memory });
  const other = (await server.ask<{ id: number }>('POST', '/clients', { name: 'Alder & Voss Kilns' })).id;
  const third = await made({ clientId: other, name: 'Leaflets', like: first!.id, withLasting: true });
  const { plan, resources } = await look(third);
  expect(resources).toMatchObject([
    { kind: 'memory', name: 'Leaflets', items: 0, fit: 'same' },
    { kind: 'termbase', name: 'Leaflets', items: 0, fit: 'same' },
  ]);
  expect(plan).toMatchObject({
    memories: [{ id: resources[0]!.id, off: 0 }],
    termbases: [resources[1]!.id],
    writesMemory: resources[0]!.id,
    writesTermbase: resources[1]!.id,
  });
  await undo();
  expect((await kits()).map(({ name }) => name)).toEqual(['Manuals', 'Second']);
  expect(await server.ask('GET', `/memories?client=${other}`)).toEqual([]);
});

test('of a memory only the units that are asked for are looked up', async () => {
  const id = await made({ name: 'Newer' });
  const { sha256 } = await server.ask<{ sha256: string }>(
    'POST',
    '/alignments/files',
    Buffer.from('Close the gate.\n'),
  );
  const documents = [{ sha256, name: 'notice.txt' }];
  const best = async (only?: object): Promise<readonly string[]> => {
    await choose(id, { documents, memories: [{ id: memory, off: 0, ...(only && { only }) }] });
    await server.ended((await server.ask<{ id: number }>('POST', `/rehearsals/${id}/run`)).id);
    const { segments } = await server.ask<{ segments: { matches: { target: string }[] }[] }>(
      'GET',
      `/rehearsals/${id}/segments`,
    );
    return segments[0]!.matches.map(({ target }) => target);
  };
  expect(await best()).toEqual(['Wehr zu.', 'Tor schließen.']);
  expect(await best({ since: '2025-01-01' })).toEqual(['Tor schließen.']);
  expect(await best({ subject: 'weirs' })).toEqual(['Wehr zu.']);
  expect(await best({ client: 'Nobody' })).toEqual([]);
  // Nothing was asked for of its languages: it is no misfit.
  const report = await server.ask<{ id: number }>('POST', `/rehearsals/${id}/hand-over`, { what: 'html' });
  const { path } = (await server.ended(report.id)).result as { path: string };
  expect(readFileSync(path, 'utf8')).not.toContain('It has nothing');
  const pack = zipSync({ 'gate.png': PNG });
  const zip = await server.ask<{ sha256: string }>('POST', '/alignments/files', Buffer.from(pack));
  await choose(id, { documents: [{ sha256: zip.sha256, name: 'pictures.zip' }] });
  const none = await server.ended((await server.ask<{ id: number }>('POST', `/rehearsals/${id}/run`)).id);
  expect(JSON.stringify(none.error)).toContain('gate.png');
});

test('what is kept for reference is not written to, by no way in, nor by an undo', async () => {
  const { id: edit } = await newest();
  const { version } = await server.ask<{ version: string }>('GET', `/memories/${memory}/units/1`);
  const { fileId } = await server.takeIn(client, 'more.csv', 'English;German\nsill;Drempel\n');
  await server.ask('PATCH', `/memories/${memory}`, { isReference: true });
  await server.ask('PUT', `/termbases/${termbase}/reference`, { on: true });
  const refused = expect.objectContaining({ code: 'reference-only' }) as unknown;
  const concept = { language: 'en', text: 'sill' };
  expect(await server.ask('POST', `/termbases/${termbase}/concepts`, concept, 409)).toEqual(refused);
  const written = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write`, { termbaseId: termbase });
  expect((await server.ended(written.id)).error).toEqual(refused);
  const bulk = { filter: {}, change: { kind: 'delete' } };
  const { id } = await server.ask<{ id: number }>('POST', `/memories/${memory}/bulk`, bulk);
  expect((await server.ended(id)).error).toEqual(refused);
  const intake = (await server.ask<LedgerEntryBody[]>('GET', '/ledger')).find(({ kind }) => kind === 'intake')!;
  expect(intake.id).toBeLessThan(edit);
  const kit = await made({ name: 'Writing' });
  expect(await choose(kit, { memories: [{ id: memory, off: 0 }], writesMemory: memory }, 409)).toEqual(refused);
  // A kit that wrote to it before goes on without.
  const [manuals] = await kits();
  expect(manuals!.writes).toEqual([]);
  await choose(manuals!.id, { threshold: 60 });
  await server.ask('PUT', `/termbases/${termbase}/reference`, { on: false });
  await server.ask('POST', `/termbases/${termbase}/concepts`, concept);
  await server.ask('PUT', `/termbases/${termbase}/reference`, { on: true });
  const added = (await server.ask<LedgerEntryBody[]>('GET', '/ledger')).find(({ kind }) => kind === 'edit')!;
  expect(await server.ask('POST', `/ledger/${added.id}/undo`, undefined, 409)).toEqual(refused);
  const change = { variant: 1, text: 'Tor zu.', codes: [], version };
  expect(await server.ask('PATCH', `/memories/${memory}/units/1`, change, 409)).toEqual(refused);
});
