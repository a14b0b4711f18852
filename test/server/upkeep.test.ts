/** What is promised about data when things go wrong (docs/promises.md), through the server. */
import { afterEach, describe, expect, test } from '@jest/globals';
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  statSync,
  truncateSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { keepCopies } from '@fair-copy/server/upkeep/copies.js';
import { restoreBackup } from '@fair-copy/server/upkeep/restore.js';
import { TaskContext } from '@fair-copy/server/jobs/task.js';
import { Application, GLOSSARY, unitsWritten } from './application.js';

const servers: Application[] = [];
async function start(dataDir?: string): Promise<Application> {
  const server = await Application.start(dataDir);
  servers.push(server);
  return server;
}
afterEach(async () => {
  for (const server of servers.splice(0)) await server.stop();
});

function tmx(texts: readonly (readonly [string, string])[]): string {
  const units = texts.map(
    ([en, de]) => `<tu><tuv xml:lang="en"><seg>${en}</seg></tuv><tuv xml:lang="de"><seg>${de}</seg></tuv></tu>`,
  );
  return `<?xml version="1.0"?><tmx version="1.4"><header srclang="en" creationtool="x" creationtoolversion="1" segtype="sentence" o-tmf="x" adminlang="en" datatype="xml"/><body>${units.join('\n')}</body></tmx>`;
}

const PAIRS = [
  ['Open the upper lock gate.', 'Öffnen Sie das Obertor.'],
  ['Close the lock gate.', 'Schließen Sie das Schleusentor.'],
] as const;

async function memoryOf(server: Application, client: number, name: string, pairs = PAIRS): Promise<number> {
  const { fileId } = await server.takeIn(client, `${name}.tmx`, tmx(pairs));
  const { id } = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: name });
  return unitsWritten(await server.ended(id)).memoryId;
}

async function termbaseOf(server: Application, client: number, name: string, glossary = GLOSSARY): Promise<number> {
  const { fileId } = await server.takeIn(client, `${name}.txt`, glossary);
  return ((await server.write(fileId, { newName: name })).result as { termbaseId: number }).termbaseId;
}

const fileOf = (server: Application, memory: number): string => {
  const db = new Database(join(server.dataDir, 'workspace.db'), { readonly: true });
  const file = db.prepare<[number], string>('SELECT file FROM memory WHERE id = ?').pluck().get(memory)!;
  db.close();
  return join(server.dataDir, 'memories', file);
};

const counted = async (server: Application, memory: number, filter: object): Promise<{ total: number }> => ({
  total: (await server.units(memory, { filter })).total,
});

interface Entry {
  readonly id: number;
  readonly title: string;
}
const newest = async (server: Application): Promise<Entry> => (await server.ask<Entry[]>('GET', '/ledger?limit=1'))[0]!;

test('a number is never given twice, so nothing points to a stranger', async () => {
  const server = await start();
  const [brennick, tarn] = [await server.client('Brennick Waterways'), await server.client('Tarn Ferries')];
  const termbase = await termbaseOf(server, brennick, 'Locks');
  const { fileId } = await server.takeIn(brennick, 'more.txt', GLOSSARY);
  await server.ask('PATCH', `/intake/files/${fileId}/target`, { termbaseId: termbase });
  await server.ask('DELETE', `/termbases/${termbase}`);
  const deletion = await newest(server);
  const other = await termbaseOf(server, tarn, 'Ferries', 'Deutsch\tEnglish\nFähre\tferry\n');
  expect(other).toBeGreaterThan(termbase);
  await server.ask('POST', `/ledger/${deletion.id}/undo`);
  expect(await server.ask('GET', `/termbases/${termbase}`)).toMatchObject({ name: 'Locks', concepts: 4 });
  // What is another client's is not there for this one.
  await server.ask('PATCH', `/intake/files/${fileId}/target`, { termbaseId: other }, 404);
});

test('a rename is undone without what was defined since', async () => {
  const server = await start();
  const termbase = await termbaseOf(server, await server.client(), 'Locks');
  await server.ask('PATCH', `/termbases/${termbase}`, { name: 'Gates' });
  const rename = await newest(server);
  const fields = [{ name: 'definition', level: 'concept', values: null, required: true }];
  await server.ask('PUT', `/termbases/${termbase}/fields`, fields);
  await server.ask('POST', `/ledger/${rename.id}/undo`);
  expect(await server.ask('GET', `/termbases/${termbase}`)).toMatchObject({ name: 'Locks', fields });
});

test('a deleted memory comes back with what was let stand', async () => {
  const server = await start();
  const memory = await memoryOf(server, await server.client(), 'Manuals', [
    ['Close the gate.', 'Schließen Sie das Tor.'],
    ['Close the gate.', 'Tor schließen.'],
  ] as never);
  await server.ended((await server.ask<{ id: number }>('POST', `/memories/${memory}/inspection`)).id);
  const findings = await server.ask<{ ids: number[] }[]>('GET', `/memories/${memory}/findings`);
  expect(findings.length).toBeGreaterThan(0);
  await server.ask('POST', `/memories/${memory}/findings/stet`, {
    ids: findings.flatMap(({ ids }) => ids),
    reason: 'both are used',
  });
  await server.ask('DELETE', `/memories/${memory}`);
  await server.ask('POST', `/ledger/${(await newest(server)).id}/undo`);
  expect(await server.ask('GET', `/memories/${memory}/findings`)).toEqual([]);
  await server.ended((await server.ask<{ id: number }>('POST', `/memories/${memory}/inspection`)).id);
  expect(await server.ask('GET', `/memories/${memory}`)).toMatchObject({ openFindings: 0 });
});

test('the second of two edits from the same state is told what the first did', async () => {
  const server = await start();
  const client = await server.client();
  const memory = await memoryOf(server, client, 'Manuals');
  const { version } = await server.ask<{ version: string }>('GET', `/memories/${memory}/units/1`);
  const edit = { variant: 1, text: 'Das Obertor öffnen.', codes: [], version };
  await server.ask('PATCH', `/memories/${memory}/units/1`, edit);
  const refused = await server.ask<{ code: string; message: string }>(
    'PATCH',
    `/memories/${memory}/units/1`,
    { ...edit, text: 'Obertor auf!' },
    409,
  );
  expect(refused.code).toBe('changed-meanwhile');
  expect(refused.message).toContain('Changed a unit of “Manuals”');
  const termbase = await termbaseOf(server, client, 'Locks');
  const [{ concept }] = (await server.ask<{ concept: number }[]>(
    'GET',
    `/termbases/${termbase}/terms?language=de`,
  )) as [{ concept: number }];
  const seen = await server.ask<{ version: string }>('GET', `/concepts/${concept}`);
  const change = (text: string): object => ({ kind: 'add term', language: 'fi', text });
  await server.ask('POST', `/concepts/${concept}/change?version=${seen.version}`, change('sulku'));
  expect(
    await server.ask('POST', `/concepts/${concept}/change?version=${seen.version}`, change('pato'), 409),
  ).toMatchObject({
    code: 'changed-meanwhile',
  });
  await server.ask('DELETE', `/concepts/${concept}?version=${seen.version}`, undefined, 409);
});

test('a second server on the same folder is refused, and touches nothing', async () => {
  const server = await start();
  const incoming = join(server.dataDir, 'incoming');
  await server.takeIn(await server.client(), 'a.txt', GLOSSARY);
  writeFileSync(join(incoming, 'upload-1'), 'half of an upload');
  await expect(Application.start(server.dataDir)).rejects.toThrow(new RegExp(`process ${process.pid}`));
  expect(existsSync(join(incoming, 'upload-1'))).toBe(true);
});

describe('a damaged memory', () => {
  async function damaged(): Promise<{ dataDir: string; memory: number; sound: number; file: string }> {
    const server = await start();
    const client = await server.client();
    const memory = await memoryOf(server, client, 'Manuals');
    const sound = await memoryOf(server, client, 'Notices');
    await keepCopies({}, new TaskContext(server.dataDir, null, () => undefined));
    const file = fileOf(server, memory);
    servers.splice(servers.indexOf(server), 1);
    await server.stop(true);
    return { dataDir: server.dataDir, memory, sound, file };
  }

  test.each(['empty', 'no database'])('%s: the rest works, and it is gone back to the copy', async (how) => {
    const { dataDir, memory, sound, file } = await damaged();
    if (how === 'empty') truncateSync(file);
    else writeFileSync(file, 'this is no database at all, and never was one');
    const server = await start(dataDir);
    const all = await server.ask<{ id: number; damage: { what: string; copiedAt: string | null } | null }[]>(
      'GET',
      '/memories',
    );
    expect(all.find(({ id }) => id === sound)!.damage).toBeNull();
    expect(all.find(({ id }) => id === memory)!.damage!.copiedAt).not.toBeNull();
    expect(await server.ask('POST', `/memories/${memory}/units`, { filter: {} }, 409)).toMatchObject({
      code: 'memory-damaged',
    });
    expect((await server.ask<{ damaged: string[] }>('GET', '/concordance?q=gate')).damaged).toEqual(['Manuals']);
    const { id } = await server.ask<{ id: number }>('POST', `/memories/${memory}/mend`, { how: 'copy' });
    expect((await server.ended(id)).result).toMatchObject({ units: 2 });
    expect(await server.ask('GET', `/memories/${memory}`)).toMatchObject({ units: 2, damage: null });
    await server.ask('POST', `/memories/${sound}/mend`, { how: 'copy' }, 409);
  });

  test('pages overwritten in the middle: what can be read is taken out', async () => {
    const pairs = Array.from(
      { length: 3000 },
      (_, i) => [`Sentence number ${i} of many.`, `Satz ${i} von vielen.`] as const,
    );
    let server = await start();
    const memory = await memoryOf(server, await server.client(), 'Manuals', pairs as never);
    const file = fileOf(server, memory);
    servers.splice(0);
    await server.stop(true);
    const bytes = readFileSync(file);
    bytes.fill(0x5a, 4096 * 20, 4096 * 24);
    writeFileSync(file, bytes);
    server = await start(server.dataDir);
    await expect(
      keepCopies({}, new TaskContext(server.dataDir, null, () => undefined)).then(({ damaged: found }) => found),
    ).resolves.toEqual([file.split('/').at(-1)]);
    writeFileSync(file, bytes.fill(0, 0, 100));
    servers.splice(0);
    await server.stop(true);
    server = await start(server.dataDir);
    expect((await server.ask<{ damage: object | null }>('GET', `/memories/${memory}`)).damage).not.toBeNull();
    const { id } = await server.ask<{ id: number }>('POST', `/memories/${memory}/mend`, { how: 'read' });
    expect((await server.ended(id)).state).toBe('done');
    expect(await server.ask('GET', `/memories/${memory}`)).toMatchObject({ damage: null });
  });
});

test('a backup made while the server runs is everything, elsewhere', async () => {
  const server = await start();
  const client = await server.client();
  const memory = await memoryOf(server, client, 'Manuals');
  const termbase = await termbaseOf(server, client, 'Locks');
  const { id } = await server.ask<{ id: number }>('POST', '/backup');
  const { path } = (await server.ended(id)).result as { path: string };
  await server.ask('DELETE', `/termbases/${termbase}`);
  const folder = join(mkdtempSync(join(tmpdir(), 'fair-copy-restored-')), 'data');
  await restoreBackup(path, folder, () => undefined);
  const other = await start(folder);
  expect(await other.ask('GET', `/memories/${memory}`)).toMatchObject({ units: 2, damage: null });
  expect(await other.count(termbase)).toBe(4);
  const entry = await newest(other);
  await other.ask('POST', `/ledger/${entry.id}/undo`);
  // What lay on the desk is read again.
  const [file] = await other.ask<{ id: number; state: string }[]>('GET', '/intake/files');
  expect(file!.state).toBe('waiting');
  await other.file(file!.id);
  // Nothing is ever written over.
  await expect(restoreBackup(path, folder, () => undefined)).rejects.toThrow(/is not empty/);
  const bytes = readFileSync(path);
  const broken = join(tmpdir(), `fair-copy-broken-${process.pid}.zip`);
  writeFileSync(broken, bytes.fill(0x20, 2000, 2400));
  await expect(restoreBackup(broken, `${folder}-2`, () => undefined)).rejects.toThrow();
  expect(existsSync(`${folder}-2`)).toBe(false);
});

test('undo is kept for as long as the ledger says; what only it needed goes', async () => {
  const server = await start();
  const client = await server.client();
  const memory = await memoryOf(server, client, 'Manuals');
  await server.ask('PATCH', `/memories/${memory}/units/1`, { variant: 1, text: 'Das Obertor öffnen.', codes: [] });
  const gone = await memoryOf(server, client, 'Notices');
  const file = fileOf(server, gone);
  await server.ask('DELETE', `/memories/${gone}`);
  const before = await server.ask<{ days: number; entries: number; bytes: number }>('GET', '/ledger/history');
  expect(before.days).toBe(90);
  expect(before.bytes).toBeGreaterThan(statSync(file).size);
  await server.ask('PUT', '/ledger/history', { days: 0 }, 400);
  await server.ask('PUT', '/ledger/history', { days: 30 });
  // An hour ago: younger files are left alone, somebody may be about to own them.
  const past = new Date(Date.now() - 2 * 60 * 60 * 1000);
  utimesSync(file, past, past);
  await server.ended((await server.ask<{ id: number }>('POST', '/ledger/history/clear')).id);
  expect(await server.ask('GET', '/ledger/history')).toMatchObject({ days: 30, entries: 0, bytes: 0 });
  expect(existsSync(file)).toBe(false);
  const entry = await newest(server);
  expect(await server.ask('POST', `/ledger/${entry.id}/undo`, undefined, 409)).toMatchObject({ code: 'entry-closed' });
  // Filters still know of units that were edited, and numbers are still not given twice.
  const find = (text: string): Promise<{ total: number }> => counted(server, memory, { text, language: 'de' });
  expect(await find('Öffnen Sie')).toMatchObject({ total: 0 });
  expect(await find('öffnen')).toMatchObject({ total: 1 });
});

test('a client is deleted with everything, for good', async () => {
  const server = await start();
  const [client, other] = [await server.client('Brennick Waterways'), await server.client('Tarn Ferries')];
  const merged = await memoryOf(server, client, 'Geheimpegel');
  await termbaseOf(server, client, 'Locks', 'Deutsch\tEnglish\nGeheimschleuse\tsecret lock\n');
  const { plan } = await server.ask<{ plan: object }>('GET', `/merges/${client}`);
  const decisions = { 1: { text: 'Geheimtext' } };
  await server.ask('PUT', `/merges/${client}`, { ...plan, inputs: [merged], newName: 'Geheimplan', decisions });
  await server.ended((await server.ask<{ id: number }>('POST', `/merges/${client}/count`)).id);
  const kept = await memoryOf(server, other, 'Ferries');
  await server.ask('DELETE', `/clients/${client}`, { name: 'Brennick' }, 400);
  await new Promise((resolve) => setTimeout(resolve, 2100));
  await server.ask('DELETE', `/clients/${client}`, { name: 'Brennick Waterways' });
  expect(await server.ask('GET', '/clients')).toMatchObject([{ id: other }]);
  expect(await server.ask('GET', `/memories/${kept}`)).toMatchObject({ units: 2 });
  servers.splice(0);
  await server.stop(true);
  // Not in any file, whatever it is called.
  const holding: string[] = [];
  const look = (folder: string): void => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      const path = join(folder, entry.name);
      if (entry.isDirectory()) look(path);
      else if (/Geheim|Brennick/.test(readFileSync(path).toString('latin1'))) holding.push(path);
    }
  };
  look(server.dataDir);
  expect(holding).toEqual([]);
});

test('a full disk where a job ends is said, and the server lives on', async () => {
  const server = await start();
  const client = await server.client();
  const desk = new Database(join(server.dataDir, 'desk.db'));
  desk.exec("CREATE TRIGGER full BEFORE UPDATE ON job BEGIN SELECT RAISE(ABORT, 'database or disk is full'); END");
  const { job } = await server.takeIn(client, 'a.txt', GLOSSARY);
  expect(job.state).toBe('done');
  desk.exec('DROP TRIGGER full');
  // Noted a little later, by itself.
  const noted = desk.prepare<[number], string>('SELECT state FROM job WHERE id = ?').pluck();
  while (noted.get(job.id) !== 'done') await new Promise((resolve) => setTimeout(resolve, 50));
  desk.close();
  expect(await server.ask('GET', `/jobs/${job.id}`)).toMatchObject({ state: 'done' });
});
