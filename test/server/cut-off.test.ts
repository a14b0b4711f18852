/** The server pulled out of the wall: what its pages say afterwards is what the ledger says. */
import { afterEach, expect, test } from '@jest/globals';
import { faultsOf, stateOf } from '../endure/state.js';
import { ServerProcess } from './process.js';

let server: ServerProcess;
afterEach(async () => {
  await server.end('SIGKILL');
  server.remove();
});

const TMX = Buffer.from(
  `<?xml version="1.0"?><tmx version="1.4"><header srclang="en" creationtool="x" creationtoolversion="1" segtype="sentence" o-tmf="x" adminlang="en" datatype="xml"/><body><tu><tuv xml:lang="en"><seg>gate</seg></tuv><tuv xml:lang="de"><seg>Tor</seg></tuv></tu></body></tmx>`,
);
const GLOSSARY = Buffer.from('Deutsch\tEnglish\nSchleuse\tlock\nWehr\tweir\n');

async function receive(name: string, bytes: Uint8Array): Promise<number> {
  const { body } = await server.ask<{ fileId: number; jobId: number }>(
    'POST',
    `/intake/files?client=1&name=${name}`,
    bytes,
  );
  await server.ended(body.jobId);
  return body.fileId;
}

/** The client is the first operation of the writing thread, what is written the second. */
const atSecond = (among: string): object => ({ kind: 'kill', among, at: 2 });

test.each([
  ['units', 'a.tmx', TMX, 'write-units'],
  ['terms', 'a.txt', GLOSSARY, 'write'],
])('%s: cut off right after the ledger, the job is done and the desk knows', async (_, name, bytes, route) => {
  server = await ServerProcess.start(undefined, atSecond('committed ledger'));
  await server.ask('POST', '/clients', { name: 'Brennick Waterways' });
  const fileId = await receive(name, bytes);
  const { body: job } = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/${route}`, {
    newName: 'New',
  });
  await server.ended(job.id);
  await server.gone();
  server = await ServerProcess.start(server.dataDir);
  expect(await server.ended(job.id)).toMatchObject({ state: 'done' });
  const { body: file } = await server.ask<{ written: object | null; unitsWritten: object | null }>(
    'GET',
    `/intake/files/${fileId}`,
  );
  expect(file.written ?? file.unitsWritten).toMatchObject({ ledgerId: 2 });
  const { body: entries } = await server.ask<{ id: number; title: string }[]>('GET', '/ledger');
  expect(entries[0]).toMatchObject({ id: 2, title: expect.stringContaining('Took in') });
});

test('cut off right before the ledger, nothing was written, and the page says so', async () => {
  server = await ServerProcess.start(undefined, atSecond('commit ledger'));
  await server.ask('POST', '/clients', { name: 'Brennick Waterways' });
  const fileId = await receive('a.tmx', TMX);
  const { body: job } = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, {
    newName: 'New',
  });
  await server.ended(job.id);
  await server.gone();
  server = await ServerProcess.start(server.dataDir);
  expect(await server.ended(job.id)).toMatchObject({ state: 'interrupted' });
  expect((await server.ask('GET', '/memories')).body).toEqual([]);
  expect(faultsOf(server.dataDir)).toEqual([]);
  // Nothing to repair: it is simply done again.
  const again = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'New' });
  expect(await server.ended(again.body.id)).toMatchObject({ state: 'done' });
});

test('asked to end in the middle of work (SIGTERM), it ends whole', async () => {
  server = await ServerProcess.start();
  await server.ask('POST', '/clients', { name: 'Brennick Waterways' });
  const fileId = await receive('a.tmx', TMX);
  const { body } = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'New' });
  await server.ended(body.id);
  let done = 0;
  const work = (async () => {
    for (;;) {
      const answer = await server.ask('PATCH', '/memories/1/units/1', {
        variant: 1,
        text: `Tor ${done + 1}`,
        codes: [],
      });
      if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
      done++;
    }
  })().catch(() => undefined);
  await new Promise((resolve) => setTimeout(resolve, 700));
  await server.end('SIGTERM');
  await work;
  expect(done).toBeGreaterThan(0);
  server = await ServerProcess.start(server.dataDir);
  const { memories, workspace } = stateOf(server.dataDir);
  const text = (memories[1]!.segment![1] as { text: string }).text;
  // The last one that was answered, or one more that was done and could not be answered any more.
  expect([`Tor ${done}`, `Tor ${done + 1}`]).toContain(text);
  expect(workspace.ledger!.length).toBe(2 + Number(text.slice(4)));
  expect(faultsOf(server.dataDir)).toEqual([]);
});
