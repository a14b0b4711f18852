import { expect, test } from '@jest/globals';
import { StoppedError } from '../errors.js';
import { Evaluations } from './evaluations.js';
import type { OnDesk } from './on-the-desk.js';

/** A desk with one file, whose evaluations end when the test says so. */
function desk() {
  const updates: unknown[] = [];
  const running: { readonly stop: SharedArrayBuffer; end(outcome: unknown): void; noticeStop(): void }[] = [];
  const run = (_task: unknown, _args: unknown, { stop }: { stop: SharedArrayBuffer }): Promise<unknown> =>
    new Promise((resolve, reject) =>
      running.push({
        stop,
        end: resolve,
        noticeStop: () => reject(new StoppedError('stopped')),
      }),
    );
  const told: number[] = [];
  const evaluations = new Evaluations({
    context: { workers: { run } },
    files: {
      exists: () => true,
      get: () => ({ name: 'a.csv', reading: {}, targetId: null, clientId: 1 }),
      rowDecisions: () => [],
      update: (_: number, change: unknown) => updates.push(change),
    },
    pictures: { of: () => [] },
    told: (id: number) => told.push(id),
  } as unknown as OnDesk);
  return { evaluations, updates, running, told };
}

test('a newer decision stops the evaluation under way; only what is newest is kept', async () => {
  const { evaluations, updates, running, told } = desk();
  evaluations.again(7);
  evaluations.again(7);
  running[0]!.end('old');
  running[1]!.end('new');
  await evaluations.ended([7]);
  expect(updates).toEqual([{ outcome: 'new' }]);
  expect(told).toEqual([7, 7]);
});

test('a file that is read anew keeps nothing of what was being worked out, and is not called failed by it', async () => {
  const { evaluations, updates, running } = desk();
  evaluations.again(7);
  evaluations.stop(7);
  running[0]!.end('old');
  await evaluations.ended([7]);
  expect(updates).toEqual([]);
});

test('what noticed its stop is no failure', async () => {
  const { evaluations, updates, running } = desk();
  evaluations.again(7);
  evaluations.stop(7);
  running[0]!.noticeStop();
  await evaluations.ended([7]);
  expect(updates).toEqual([]);
});

test('stopping what is not under way does nothing', () => expect(() => desk().evaluations.stop(7)).not.toThrow());
