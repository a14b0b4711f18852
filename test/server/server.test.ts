/** The server as a process: who may ask, what it says of itself, and what a kill leaves behind. */
import { afterEach, describe, expect, test } from '@jest/globals';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Application } from './application.js';

const MAIN = fileURLToPath(new URL('../../packages/server/dist/main.js', import.meta.url));

describe('who may ask', () => {
  test('another Host or Origin is refused', async () => {
    const server = await Application.start();
    const ask = (headers: Record<string, string>) => server.app.inject({ url: '/api/clients', headers });
    expect((await ask({ host: 'localhost:4317' })).statusCode).toBe(200);
    expect((await ask({ host: 'evil.example' })).statusCode).toBe(403);
    expect((await ask({ host: 'localhost', origin: 'http://evil.example' })).statusCode).toBe(403);
    expect((await ask({ host: 'localhost' })).headers['content-security-policy']).toContain("default-src 'self'");
    await server.stop();
  });
});

test('the OpenAPI document describes the routes', async () => {
  const server = await Application.start();
  const document = await server.ask<{ openapi: string; paths: Record<string, object> }>('GET', '/docs');
  expect(document.openapi).toBe('3.1.0');
  expect(Object.keys(document.paths)).toEqual(
    expect.arrayContaining(['/api/clients', '/api/intake/files', '/api/ledger/{id}/undo', '/api/events']),
  );
  await server.stop();
});

test('clients are created, renamed, and both can be undone', async () => {
  const server = await Application.start();
  const id = await server.client('Alder & Voss Kilns');
  await server.ask('POST', '/clients', { name: ' alder & voss kilns ' }, 409);
  await server.ask('PATCH', `/clients/${id}`, { name: 'Alder Kilns' });
  await server.ask('POST', '/ledger/2/undo');
  expect(await server.ask('GET', '/clients')).toEqual([{ id, name: 'Alder & Voss Kilns' }]);
  await server.ask('POST', '/termbases', { clientId: id, name: 'Kilns' });
  // What the client owns has to go first.
  expect(await server.ask('POST', '/ledger/1/undo', undefined, 409)).toMatchObject({ code: 'changed-since' });
  await server.ask('POST', '/ledger/3/undo');
  await server.ask('POST', '/ledger/1/undo');
  expect(await server.ask('GET', '/clients')).toEqual([]);
  await server.stop();
});

describe('a running server', () => {
  let child: ChildProcess | undefined;
  let dataDir = '';
  afterEach(() => {
    child?.kill('SIGKILL');
    rmSync(dataDir, { recursive: true, force: true });
  });

  async function start(): Promise<string> {
    child = spawn(process.execPath, [MAIN, '--data', dataDir, '--port', '0'], { stdio: ['ignore', 'pipe', 'inherit'] });
    for await (const chunk of child.stdout!) {
      const found = /at (http:\S+)/.exec(String(chunk));
      if (found) return found[1]!;
    }
    throw new Error('the server did not start');
  }
  const get = async <T>(address: string, path: string): Promise<T> =>
    (await (await fetch(`${address}/api${path}`)).json()) as T;
  const post = async <T>(address: string, path: string, body: unknown): Promise<T> =>
    (await (
      await fetch(`${address}/api${path}`, {
        method: 'POST',
        headers: { 'content-type': typeof body === 'string' ? 'application/octet-stream' : 'application/json' },
        body: typeof body === 'string' ? body : JSON.stringify(body),
      })
    ).json()) as T;
  interface JobBody {
    readonly id: number;
    readonly state: string;
    readonly share: number;
  }
  const until = async (address: string, id: number, enough: (job: JobBody) => boolean): Promise<JobBody> => {
    for (;;) {
      const job = await get<JobBody>(address, `/jobs/${id}`);
      if (enough(job)) return job;
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  };
  const glossary = 'Deutsch;English\n' + Array.from({ length: 60_000 }, (_, i) => `Pegel ${i};gauge ${i}`).join('\n');

  test('killed in the middle of writing, it has written nothing and says so; then all of it', async () => {
    dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-kill-'));
    let address = await start();
    const { id: client } = await post<{ id: number }>(address, '/clients', { name: 'Brennick' });
    const { fileId, jobId } = await post<{ fileId: number; jobId: number }>(
      address,
      `/intake/files?client=${client}&name=g.csv`,
      glossary,
    );
    await until(address, jobId, (job) => job.state === 'done');
    const write = await post<JobBody>(address, `/intake/files/${fileId}/write`, { newName: 'Terms' });
    const caught = await until(address, write.id, (job) => job.share > 0.3 || job.state !== 'running');
    expect(caught.state).toBe('running');
    child!.kill('SIGKILL');
    address = await start();
    expect(await get(address, '/holdings')).toEqual([]);
    expect((await get<{ title: string }[]>(address, '/ledger')).map((entry) => entry.title)).toEqual([
      'Created the client “Brennick”',
    ]);
    expect(await get(address, `/jobs/${write.id}`)).toMatchObject({ state: 'interrupted' });
    const again = await post<JobBody>(address, `/intake/files/${fileId}/write`, { newName: 'Terms' });
    await until(address, again.id, (job) => job.state === 'done');
    expect(await get(address, '/holdings')).toMatchObject([{ name: 'Terms', concepts: 60_000 }]);
  });

  test('Stop leaves nothing, and progress is told as it happens', async () => {
    dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-stop-'));
    const address = await start();
    const { id: client } = await post<{ id: number }>(address, '/clients', { name: 'Brennick' });
    const { fileId, jobId } = await post<{ fileId: number; jobId: number }>(
      address,
      `/intake/files?client=${client}&name=g.csv`,
      glossary,
    );
    await until(address, jobId, (job) => job.state === 'done');
    const listening = new AbortController();
    const events = await fetch(`${address}/api/events`, { signal: listening.signal });
    const write = await post<JobBody>(address, `/intake/files/${fileId}/write`, { newName: 'Terms' });
    await until(address, write.id, (job) => job.share > 0.2);
    await post(address, `/jobs/${write.id}/stop`, {});
    expect((await until(address, write.id, (job) => job.state !== 'running')).state).toBe('stopped');
    expect(await get(address, '/holdings')).toEqual([]);
    const reader = events.body!.pipeThrough(new TextDecoderStream()).getReader();
    let told = '';
    while (!told.includes('"stopped"')) told += (await reader.read()).value ?? '';
    expect(told.match(/"share":0\.\d/g)!.length).toBeGreaterThan(0);
    listening.abort();
  });
});
