/** Starts that cannot be: what is wrong and what can be done, in plain words, never a stack trace. */
import { expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';
import { TaskContext } from '@fair-copy/server/jobs/task.js';
import { keepCopies } from '@fair-copy/server/upkeep/copies.js';
import { ServerProcess } from './process.js';

const MAIN = fileURLToPath(new URL('../../packages/server/dist/main.js', import.meta.url));

/** A start that ends by itself. */
function start(dataDir: string, ...args: string[]): { status: number | null; stderr: string } {
  const { status, stderr } = spawnSync(process.execPath, [MAIN, '--data', dataDir, '--port', '0', ...args], {
    encoding: 'utf8',
    timeout: 60_000,
  });
  expect(stderr).not.toMatch(/^\s+at .*:\d+:\d+/m);
  return { status, stderr };
}

async function filled(): Promise<string> {
  const server = await ServerProcess.start();
  await server.ask('POST', '/clients', { name: 'Brennick Waterways' });
  await server.end('SIGTERM');
  await keepCopies({}, new TaskContext(server.dataDir, null, () => undefined));
  return server.dataDir;
}

test('a folder that is in use: the message names the process', async () => {
  const server = await ServerProcess.start();
  const { status, stderr } = start(server.dataDir);
  expect(status).toBe(1);
  expect(stderr).toMatch(/is in use by another Fair Copy \(process \d+, since /);
  await server.end('SIGKILL');
  // A kill leaves no lock behind.
  const again = await ServerProcess.start(server.dataDir);
  await again.end('SIGTERM');
  again.remove();
});

test.each([
  ['no database', 'this is no database, whatever its name says'.repeat(50)],
  ['empty', ''],
])('a workspace that is %s: named, and gone back from', async (_, content) => {
  const dataDir = await filled();
  writeFileSync(join(dataDir, 'workspace.db'), content);
  const { status, stderr } = start(dataDir);
  expect(status).toBe(1);
  expect(stderr).toContain('workspace.db is damaged');
  expect(stderr).toContain('--from-copy');
  const server = await ServerProcess.start(dataDir, null, ['--from-copy']);
  expect((await server.ask('GET', '/clients')).body).toMatchObject([{ name: 'Brennick Waterways' }]);
  await server.end('SIGTERM');
  const aside = readdirSync(dataDir).find((name) => name.startsWith('aside '));
  expect(existsSync(join(dataDir, aside!, 'workspace.db'))).toBe(true);
  server.remove();
});

test('a desk that is damaged and has no copy: an empty one, the resources as they were', async () => {
  const dataDir = await filled();
  rmSync(join(dataDir, 'copies'), { recursive: true });
  writeFileSync(join(dataDir, 'desk.db'), 'x'.repeat(5000));
  expect(start(dataDir).stderr).toContain('empty desk');
  const server = await ServerProcess.start(dataDir, null, ['--from-copy']);
  expect((await server.ask('GET', '/clients')).body).toMatchObject([{ name: 'Brennick Waterways' }]);
  await server.end('SIGTERM');
  server.remove();
});

test('data of a newer version is left alone', async () => {
  const dataDir = await filled();
  const db = new Database(join(dataDir, 'workspace.db'));
  db.pragma('user_version = 99');
  db.close();
  const { status, stderr } = start(dataDir);
  expect(status).toBe(1);
  expect(stderr).toMatch(/newer version of Fair Copy \(form 99/);
  rmSync(dataDir, { recursive: true });
});

test('a folder that cannot be one', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fair-copy-start-'));
  writeFileSync(join(folder, 'file'), 'x');
  const { status, stderr } = start(join(folder, 'file'));
  expect(status).toBe(1);
  expect(stderr).toMatch(/^Fair Copy cannot /);
  rmSync(folder, { recursive: true });
});
