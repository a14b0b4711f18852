/** A disk that is really full (a small tmpfs; as root): the server says so, lives on, and nothing is half done. */
import { afterAll, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ServerProcess } from '../server/process.js';
import { tmxOf } from './operations.js';
import { random } from './random-work.js';
import { faultsOf, stateOf } from './state.js';

const figures = { operations: 0, refused: 0, done: 0, restarts: 0 };
afterAll(() => {
  process.stdout.write(
    `Full disk: ${figures.operations} operations on a full disk, ${figures.refused} refused with its reason, ${figures.done} done all the same, ${figures.restarts} starts.\n`,
  );
});

function shell(command: string): void {
  const { status, stderr } = spawnSync('sh', ['-c', command], { encoding: 'utf8' });
  if (status !== 0) throw new Error(`${command}: ${stderr} (this test needs root, for a small file system of its own)`);
}

test('200 operations with all room taken', async () => {
  const disk = mkdtempSync(join(tmpdir(), 'fair-copy-disk-'));
  shell(`mount -t tmpfs -o size=48m tmpfs ${disk}`);
  const dataDir = join(disk, 'data');
  let server = await ServerProcess.start(dataDir);
  const next = random(3);
  const fill = join(disk, 'fill');
  const free = (): number => statfsSync(disk).bavail * statfsSync(disk).bsize;
  const fillUp = (leave: number): void => writeFileSync(fill, Buffer.alloc(Math.max(0, free() - leave)));
  try {
    await server.ask('POST', '/clients', { name: 'Brennick Waterways' });
    const pairs = Array.from({ length: 300 }, (_, i) => [`Sentence ${i} of the gate.`, `Satz ${i} vom Tor.`] as const);
    const { body } = await server.ask<{ fileId: number; jobId: number }>(
      'POST',
      '/intake/files?client=1&name=a.tmx',
      Buffer.from(tmxOf(pairs)),
    );
    await server.ended(body.jobId);
    const { body: job } = await server.ask<{ id: number }>('POST', `/intake/files/${body.fileId}/write-units`, {
      newName: 'A',
    });
    await server.ended(job.id);
    for (let i = 0; i < 200; i++) {
      // Room for nothing, or for a little: what is begun ends somewhere in the middle.
      fillUp(Math.floor(next() * 5) * 24_576);
      const before = stateOf(dataDir);
      figures.operations++;
      const kind = Math.floor(next() * 5);
      let status: number;
      let said = '';
      if (kind === 0) ({ status, said } = await asked('POST', '/clients', { name: `Client ${i}` }));
      else if (kind === 1)
        ({ status, said } = await asked('PATCH', `/memories/1/units/${1 + (i % 300)}`, {
          variant: 0,
          text: `Text ${i} `.repeat(50),
          codes: [],
        }));
      else if (kind === 2) {
        const change = { kind: 'attribute', type: 'subject', value: `subject ${i}` };
        ({ status, said } = await jobAsked('/memories/1/bulk', { filter: {}, change }));
      } else if (kind === 3)
        ({ status, said } = await jobAsked(`/intake/files/${body.fileId}/write-units`, { memoryId: 1 }));
      else {
        const [entry] = (await server.ask<{ id: number; undoneAt: string | null }[]>('GET', '/ledger?limit=1')).body;
        ({ status, said } = await asked('POST', `/ledger/${entry!.id}/${entry!.undoneAt ? 'redo' : 'undo'}`));
      }
      expect(server.isAlive).toBe(true);
      if (status === 200) figures.done++;
      else {
        figures.refused++;
        expect(said).toMatch(/disk-full|unfinished|changed-since/);
      }
      rmSync(fill, { force: true });
      if (status !== 200) {
        // With room again: whatever could not be taken back is, by the next operation or the next start.
        if (next() < 0.3) {
          await server.end(next() < 0.5 ? 'SIGKILL' : 'SIGTERM');
          server = await ServerProcess.start(dataDir);
          figures.restarts++;
        } else await server.ask('POST', '/clients', { name: 'Brennick Waterways' });
        expect(stateOf(dataDir)).toEqual(before);
      }
      expect(faultsOf(dataDir).filter((fault) => !/staging|incoming/.test(fault))).toEqual([]);
    }
  } finally {
    await server.end('SIGKILL');
    shell(`umount ${disk}`);
    rmSync(disk, { recursive: true });
  }

  async function asked(method: string, path: string, said?: object): Promise<{ status: number; said: string }> {
    const { status, body } = await server.ask<{ code?: string }>(method, path, said);
    return { status, said: body.code ?? '' };
  }
  async function jobAsked(path: string, said: object): Promise<{ status: number; said: string }> {
    const { status, body } = await server.ask<{ id: number; code?: string }>('POST', path, said);
    if (status !== 200) return { status, said: body.code ?? '' };
    const ended = await server.ended(body.id);
    return ended?.state === 'done' ? { status: 200, said: '' } : { status: 507, said: ended?.error?.code ?? '' };
  }
}, 3_600_000);
