/** A memory of many languages becomes memories of pairs: one operation, one undo; nothing that cannot be paired is hidden. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Application, unitsWritten } from './application.js';

let server: Application;
let client: number;
let memory: number;

const tu = (texts: Readonly<Record<string, string>>): string =>
  `<tu><prop type="subject">Locks</prop>${Object.entries(texts)
    .map(([language, text]) => `<tuv xml:lang="${language}"><seg>${text}</seg></tuv>`)
    .join('')}</tu>`;

beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
  const { fileId } = await server.takeIn(
    client,
    'all.tmx',
    `<tmx version="1.4"><header srclang="en"/><body>${(
      [
        { 'en-GB': 'Open the gate.', de: 'Öffnen Sie das Tor.', fr: 'Ouvrez la porte.' },
        { en: 'Close the weir.', de: 'Schließen Sie das Wehr.' },
        { de: 'Nur zwei.', fr: 'Seulement deux.' },
      ] as Readonly<Record<string, string>>[]
    )
      .map(tu)
      .join('')}</body></tmx>`,
  );
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'All' });
  memory = unitsWritten(await server.ended(job.id)).memoryId;
});
afterAll(() => server.stop());

interface Parts {
  readonly ledgerId: number;
  readonly memories: readonly { readonly id: number; readonly name: string; readonly units: number }[];
  readonly left: number;
}

test('each other language with the source, regions together; what is in no pair is counted', async () => {
  const job = await server.ask<{ id: number }>('POST', `/memories/${memory}/take-apart`, { source: 'en' });
  const { memories, left, ledgerId } = (await server.ended(job.id)).result as unknown as Parts;
  expect(memories.map(({ name, units }) => [name, units]).sort()).toEqual([
    ['All en-de', 2],
    ['All en-fr', 1],
  ]);
  expect(left).toBe(1);
  const french = memories.find(({ name }) => name === 'All en-fr')!;
  const shown = await server.ask<{ languages: { language: string }[]; attributes: string[] }>(
    'GET',
    `/memories/${french.id}`,
  );
  expect(shown.languages.map(({ language }) => language).sort()).toEqual(['en-GB', 'fr']);
  expect(shown.attributes).toContain('subject');
  expect((await server.ask<{ units: number }>('GET', `/memories/${memory}`)).units).toBe(3);

  await server.ask('POST', `/ledger/${ledgerId}/undo`);
  for (const { id } of memories) await server.ask('GET', `/memories/${id}`, undefined, 404);
});

test('a source that the memory does not have makes nothing, and says so', async () => {
  const job = await server.ask<{ id: number }>('POST', `/memories/${memory}/take-apart`, { source: 'pt' });
  expect(await server.ended(job.id)).toMatchObject({ state: 'failed', error: { code: 'nothing-to-write' } });
});
