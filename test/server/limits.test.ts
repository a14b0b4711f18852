/** What comes from outside and is more than it should be: archives in archives, patterns that never end, odd names. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { existsSync, readdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { Application, GLOSSARY, unitsWritten } from './application.js';

let server: Application;
let client: number;
beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
});
afterAll(() => server.stop());

interface Listed {
  readonly id: number;
  readonly name: string;
  readonly state: string;
  readonly error: { readonly code: string; readonly message: string } | null;
}

/** All files of a client once nothing is being read any more. */
async function settled(of = client): Promise<Listed[]> {
  for (;;) {
    const files = await server.ask<Listed[]>('GET', `/intake/files?client=${of}`);
    if (files.every(({ state }) => state === 'ready' || state === 'failed')) return files;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
}

async function upload(name: string, bytes: Uint8Array, of = client): Promise<void> {
  const { jobId } = await server.ask<{ jobId: number }>(
    'POST',
    `/intake/files?client=${of}&name=${encodeURIComponent(name)}`,
    bytes,
  );
  await server.ended(jobId);
}

const glossary = (k: number): Uint8Array => strToU8(`Deutsch\tEnglish\nWort ${k}\tword ${k}\n`);

describe('archives within archives', () => {
  test('one that unpacks to a flood is refused with what was too much, and leaves nothing', async () => {
    const of = await server.client('Flood');
    // 10 MB of zeros pack into 10 kB; thirty of those into less.
    const inner = zipSync({ 'zeros.txt': new Uint8Array(10 * 1024 ** 2) }, { level: 9 });
    const outer = zipSync(Object.fromEntries(Array.from({ length: 30 }, (_, i) => [`inner ${i}.zip`, inner])), {
      level: 9,
    });
    await upload('flood.zip', outer, of);
    const files = await settled(of);
    const refused = files.filter(({ error }) => error?.code === 'archive-large');
    expect(refused.length).toBeGreaterThan(20);
    expect(refused[0]!.error!.message).toMatch(
      /^“inner \d+\.zip” unpacks to more than the \d+ MB that are left for this upload/,
    );
    expect(existsSync(join(server.dataDir, 'incoming')) ? readdirSync(join(server.dataDir, 'incoming')) : []).toEqual(
      [],
    );
  });

  test('too many files, and too deep', async () => {
    const of = await server.client('Many');
    await upload(
      'many.zip',
      zipSync(Object.fromEntries(Array.from({ length: 1100 }, (_, i) => [`${i}.txt`, glossary(i)]))),
      of,
    );
    expect(await settled(of)).toMatchObject([{ name: 'many.zip', error: { code: 'archive-many' } }]);
    let deep = zipSync({ 'a.txt': glossary(0) });
    for (let i = 0; i < 4; i++) deep = zipSync({ [`level ${i}.zip`]: deep });
    const other = await server.client('Deep');
    await upload('deep.zip', deep, other);
    expect(await settled(other)).toMatchObject([{ error: { code: 'archive-deep' } }]);
  });

  test('two members of one name are both taken, and an ordinary folder of zips is no flood', async () => {
    const of = await server.client('Twice');
    // A zip may hold a name twice: two local files, two entries of the directory (APPNOTE 6.3.10).
    const one = zipSync({ 'a.txt': glossary(1), 'b.txt': glossary(2) }, { level: 0 });
    const bytes = Buffer.from(one);
    for (let at = bytes.indexOf('b.txt'); at >= 0; at = bytes.indexOf('b.txt', at + 1)) bytes.write('a.txt', at);
    await upload('twice.zip', zipSync({ 'inner.zip': bytes, 'c.txt': glossary(3) }), of);
    expect((await settled(of)).map(({ name, state }) => [name, state]).sort()).toEqual([
      ['a (2).txt', 'ready'],
      ['a.txt', 'ready'],
      ['c.txt', 'ready'],
    ]);
  });
});

describe('patterns that would never end', () => {
  let memory: number;
  beforeAll(async () => {
    const texts = Array.from(
      { length: 50 },
      (_, i) =>
        `<tu><tuv xml:lang="en"><seg>${'a'.repeat(40)} ${i}!</seg></tuv><tuv xml:lang="de"><seg>Satz ${i}</seg></tuv></tu>`,
    );
    const tmx = `<?xml version="1.0"?><tmx version="1.4"><header srclang="en" creationtool="x" creationtoolversion="1" segtype="sentence" o-tmf="x" adminlang="en" datatype="xml"/><body>${texts.join('')}</body></tmx>`;
    const { fileId } = await server.takeIn(client, 'a.tmx', tmx);
    const { id } = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, {
      newName: 'Patterns',
    });
    memory = unitsWritten(await server.ended(id)).memoryId;
  });
  /** Exponential for a backtracking engine (Cox 2007, "Regular Expression Matching Can Be Simple And Fast"). */
  const SLOW = '(a+)+$';
  const change = { kind: 'replace', find: SLOW, by: 'b', pattern: true };

  test('a filter, a preview and a replacement are given up; reading and writing go on', async () => {
    const filter = server.units(memory, { filter: { text: SLOW, mode: 'pattern' } });
    const filtered = expect(filter).rejects.toThrow('"pattern-slow"');
    const preview = server.ask('POST', `/memories/${memory}/preview`, { filter: {}, change }, 409);
    const { id } = await server.ask<{ id: number }>('POST', `/memories/${memory}/bulk`, { filter: {}, change });
    const edit = server.ask('PATCH', `/memories/${memory}/units/1`, { variant: 1, text: 'Neu', codes: [] });
    await filtered;
    expect(await preview).toMatchObject({ code: 'pattern-slow' });
    expect(await server.ended(id)).toMatchObject({ state: 'failed', error: { code: 'pattern-slow' } });
    await edit;
    const wanted = { ...change, find: 'a{40}', by: '$0' };
    const job = await server.ask<{ id: number }>('POST', `/memories/${memory}/bulk`, {
      filter: {},
      change: { ...wanted, by: 'b' },
    });
    expect(await server.ended(job.id)).toMatchObject({ state: 'done', result: { changed: 50 } });
  });
});

describe('names', () => {
  test('as long as a file system takes, up to the hand-over', async () => {
    const name = 'ü'.repeat(190);
    const { fileId } = await server.takeIn(client, `${name.slice(0, 120)}.txt`, GLOSSARY);
    const { termbaseId } = (await server.write(fileId, { newName: name })).result as { termbaseId: number };
    const { id } = await server.ask<{ id: number }>('POST', `/termbases/${termbaseId}/hand-over`, {
      format: 'tbx',
      languages: ['de', 'en'],
    });
    const job = await server.ended(id);
    expect(job.error).toBeNull();
    const file = basename((job.result as { path: string }).path);
    expect(Buffer.byteLength(file)).toBeLessThanOrEqual(255);
    expect(file).toMatch(/^ü+…\.tbx$/);
    const memory = await server.ask<{ id: number }>('POST', `/termbases/${termbaseId}/memory`, { name });
    const tmx = await server.ask<{ id: number }>('POST', `/memories/${memory.id}/hand-over`, {
      format: 'tmx',
      filter: {},
    });
    expect((await server.ended(tmx.id)).error).toBeNull();
  });

  test('characters that control or turn what stands around them are taken out, and shown', async () => {
    const { fileId } = await server.takeIn(client, 'a\u202Etxt.exe\u0007.txt', GLOSSARY);
    const { name } = await server.ask<{ name: string }>('GET', `/intake/files/${fileId}`);
    expect(name).toBe('a\uFFFDtxt.exe\uFFFD.txt');
    const { id } = await server.ask<{ id: number }>('POST', '/termbases', { clientId: client, name: 'Lo\u2066cks' });
    expect(await server.ask('GET', `/termbases/${id}`)).toMatchObject({ name: 'Lo\uFFFDcks' });
  });
});

test('several files are one operation, undone as one; a file is not changed while it is written', async () => {
  const of = await server.client('Several');
  const tmx = (k: number): string =>
    `<?xml version="1.0"?><tmx version="1.4"><header srclang="en" creationtool="x" creationtoolversion="1" segtype="sentence" o-tmf="x" adminlang="en" datatype="xml"/><body>${Array.from({ length: 2000 }, (_, i) => `<tu><tuv xml:lang="en"><seg>Text ${k} ${i}</seg></tuv><tuv xml:lang="de"><seg>Satz ${k} ${i}</seg></tuv></tu>`).join('')}</body></tmx>`;
  const ids: number[] = [];
  for (const k of [1, 2, 3]) ids.push((await server.takeIn(of, `${k}.tmx`, tmx(k))).fileId);
  const { id } = await server.ask<{ id: number }>('POST', '/intake/write-units', {
    ids,
    newName: 'All',
    subject: 'locks',
  });
  const refused = await server.ask<{ code: string }>(
    'PATCH',
    `/intake/files/${ids[2]}/source`,
    { languages: { en: 'en-GB' } },
    409,
  );
  expect(refused.code).toBe('file-being-written');
  await server.ask('DELETE', `/intake/files/${ids[1]}`, undefined, 409);
  const job = await server.ended(id);
  expect(unitsWritten(job).units).toBe(6000);
  const entries = await server.ask<{ id: number; title: string }[]>('GET', `/ledger?client=${of}`);
  expect(entries.map(({ title }) => title)).toEqual([
    'Took in 3 files: 6,000 units to “All”',
    'Created the client “Several”',
  ]);
  await server.ask('POST', `/ledger/${entries[0]!.id}/undo`);
  expect(await server.ask('GET', `/memories?client=${of}`)).toEqual([]);
  // Stamped in place and taken back: read again, it is as the file has it.
  const again = await server.ask<{ id: number }>('POST', `/intake/files/${ids[0]}/write-units`, { newName: 'One' });
  const { memoryId } = unitsWritten(await server.ended(again.id));
  const page = await server.units<{ props?: unknown }>(memoryId, { filter: {}, limit: 1 });
  expect(page.units[0]!.props).toBeUndefined();
});
