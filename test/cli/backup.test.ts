/** `fair-copy backup` and `restore`: while the server runs and somebody works, everything as it was at one moment. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { Application, GLOSSARY } from '../server/application.js';
import { faultsOf, stateOf } from '../endure/state.js';
import { CommandLine } from './calls.js';

const line = new CommandLine();
const CLI = fileURLToPath(new URL('../../packages/cli/bin/fair-copy.js', import.meta.url));
let server: Application;
beforeAll(async () => {
  server = await Application.start();
});
afterAll(async () => {
  await server.stop();
  line.end();
});

/** Beside this process, which goes on serving. */
function called(...args: string[]): Promise<{ status: number | null; out: string; err: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [CLI, ...args], { cwd: line.folder });
    let [out, err] = ['', ''];
    child.stdout.on('data', (chunk) => (out += String(chunk)));
    child.stderr.on('data', (chunk) => (err += String(chunk)));
    child.on('exit', (status) => resolve({ status, out, err }));
  });
}

test('backups made in the middle of work hold whole operations only', async () => {
  const client = await server.client();
  const { fileId } = await server.takeIn(client, 'glossary.txt', GLOSSARY);
  const { termbaseId } = (await server.write(fileId, { newName: 'Locks' })).result as { termbaseId: number };
  const { id: memory } = await server.ask<{ id: number }>('POST', `/termbases/${termbaseId}/memory`, { name: 'Terms' });
  let done = false;
  const work = (async () => {
    for (let i = 0; !done; i++) {
      await server.ask('PATCH', `/memories/${memory}/units/1`, { variant: 0, text: `Schleuse ${i}`, codes: [] });
      const [entry] = await server.ask<{ id: number }[]>('GET', '/ledger?limit=1');
      if (i % 3 === 0) await server.ask('POST', `/ledger/${entry!.id}/undo`);
    }
  })();
  for (let i = 0; i < 3; i++) {
    const made = await called('backup', server.dataDir, '-o', `backup-${i}.zip`);
    expect(made).toMatchObject({ status: 0, err: '' });
    const folder = join(line.folder, `restored-${i}`);
    expect(await called('restore', `backup-${i}.zip`, folder)).toMatchObject({ status: 0, err: '' });
    const state = stateOf(folder);
    expect(faultsOf(folder)).toEqual([]);
    // What the memory says is what the ledger says was done last and stands.
    const restored = await Application.start(folder);
    const before = stateOf(folder);
    expect(before.memories).toEqual(state.memories);
    const [newest] = await restored.ask<{ id: number; undoneAt: string | null }[]>('GET', '/ledger?limit=1');
    await restored.ask('POST', `/ledger/${newest!.id}/${newest!.undoneAt ? 'redo' : 'undo'}`);
    await restored.stop(true);
  }
  done = true;
  await work;
});

test('what is no data folder, no backup, or no empty folder is refused in plain words', () => {
  mkdirSync(join(line.folder, 'empty'));
  expect(line.call('backup', 'empty', '-o', 'x.zip')).toMatchObject({
    status: 3,
    err: expect.stringMatching(/holds no data/),
  });
  writeFileSync(join(line.folder, 'there.zip'), 'x');
  expect(line.call('backup', 'empty', '-o', 'there.zip')).toMatchObject({
    status: 2,
    err: expect.stringMatching(/--force/),
  });
  expect(readFileSync(join(line.folder, 'there.zip'), 'utf8')).toBe('x');
  expect(line.call('restore', 'there.zip', 'new').status).toBe(3);
  expect(line.call('restore', 'backup-0.zip', 'restored-0')).toMatchObject({
    status: 3,
    err: expect.stringMatching(/is not empty/),
  });
});
