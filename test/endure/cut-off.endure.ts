/** Every operation, its undo and its redo, killed at every place, with the disk full at every place, and killed at random times. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { cut, cutTwice, placesOf, stateAfter } from './cut-off.js';
import {
  copyOf,
  done,
  makeWorkspace,
  OPERATIONS,
  recoverFolder,
  remove,
  runTask,
  type Workspace,
} from './operations.js';
import { random } from './random-work.js';
import { faultsOf, stateOf, type State } from './state.js';
import { isDeepStrictEqual } from 'node:util';

let workspace: Workspace;
const figures = { kills: 0, full: 0, before: 0, after: 0, random: 0, randomBefore: 0, randomAfter: 0 };
beforeAll(() => {
  workspace = makeWorkspace();
}, 120_000);
afterAll(() => {
  remove(workspace);
  process.stdout.write(
    `Cut off: ${figures.kills} kills at chosen places and ${figures.full} full disks; the state before in ${figures.before}, ` +
      `the one after in ${figures.after}. Killed at random times: ${figures.random} (${figures.randomBefore} before, ${figures.randomAfter} after).\n`,
  );
});

interface Step {
  readonly title: string;
  readonly from: Workspace;
  readonly task: string;
  readonly args: unknown;
}

/** The operation, its undo, its redo; each from a workspace of its own. */
function stepsOf({ name, task, args, undoable }: (typeof OPERATIONS)[number]): Step[] {
  const said = args(workspace);
  const steps: Step[] = [{ title: name, from: copyOf(workspace), task, args: said }];
  if (!undoable) return steps;
  const did = copyOf(workspace);
  done(did.dataDir, task, said);
  const id = Math.max(...stateOf(did.dataDir).workspace.ledger!.map((row) => (row as { id: number }).id));
  steps.push({ title: `${name}, undone`, from: did, task: 'undoEntry', args: { id } });
  const undone = copyOf(did);
  done(undone.dataDir, 'undoEntry', { id });
  steps.push({ title: `${name}, done again`, from: undone, task: 'redoEntry', args: { id } });
  return steps;
}

describe.each(OPERATIONS)('$name', (operation) => {
  test('is there or not, wherever it is cut off', () => {
    for (const { title, from, task, args } of stepsOf(operation)) {
      const before = stateOf(from.dataDir);
      const after = stateAfter(from, task, args);
      for (const { name: place, thread, at } of placesOf(from, task, args))
        for (const kind of ['kill', 'full'] as const) {
          if (kind === 'full' && /^(committed|renamed)/.test(place)) continue;
          const result = cut(from, {
            title: `${title}: ${place}`,
            task,
            args,
            fault: { kind, at, thread },
            before,
            after,
          });
          expect(result).toMatchObject({ faults: [], state: expect.stringMatching(/before|after/) });
          figures[kind === 'kill' ? 'kills' : 'full']++;
          figures[result.state as 'before' | 'after']++;
        }
      // The start that would put it right is cut off as well.
      for (const { at, thread, name: place } of placesOf(from, task, args).filter((p) =>
        p.name.startsWith('committed'),
      ))
        for (const result of cutTwice(from, {
          title: `${title}: ${place}`,
          task,
          args,
          fault: { kind: 'kill', at, thread },
          before,
          after,
        })) {
          expect(result).toMatchObject({ faults: [], state: expect.stringMatching(/before|after/) });
          figures.kills++;
          figures[result.state as 'before' | 'after']++;
        }
      // A disk that stays full, also while things are taken back: at the next start all is well.
      for (const { at, thread, name: place } of placesOf(from, task, args).filter((p) =>
        p.name.startsWith('commit '),
      )) {
        const fault = { kind: 'full', at, thread, times: 1000 } as const;
        const result = cut(from, { title: `${title}: ${place} and on`, task, args, fault, before, after });
        expect({ ...result, faults: result.faults.filter((f) => !f.startsWith('it said')) }).toMatchObject({
          faults: [],
          state: expect.stringMatching(/before|after/),
        });
        figures.full++;
        figures[result.state as 'before' | 'after']++;
      }
      remove(from);
    }
  }, 3_600_000);
});

const HERE = fileURLToPath(new URL('./one-task.mjs', import.meta.url));

/** Killed so many milliseconds after it began. */
function killedAfter(dataDir: string, task: string, args: unknown, milliseconds: number): Promise<void> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [HERE, dataDir, task, JSON.stringify(args)], { stdio: 'ignore' });
    const timer = setTimeout(() => child.kill('SIGKILL'), milliseconds);
    child.on('exit', () => {
      clearTimeout(timer);
      resolve();
    });
  });
}

test('killed at 200 random times', async () => {
  const next = random(7);
  const known = new Map<string, { before: State; after: State; time: number }>();
  for (let i = 0; i < 200; i++) {
    const { name, task, args } = OPERATIONS[Math.floor(next() * OPERATIONS.length)]!;
    const said = args(workspace);
    let about = known.get(name);
    if (!about) {
      const copy = copyOf(workspace);
      const start = Date.now();
      runTask(copy.dataDir, task, said);
      const time = Date.now() - start;
      remove(copy);
      about = { before: stateOf(workspace.dataDir), after: stateAfter(workspace, task, said), time };
      known.set(name, about);
    }
    const copy = copyOf(workspace);
    await killedAfter(copy.dataDir, task, said, about.time * (0.4 + next() * 0.6));
    recoverFolder(copy.dataDir);
    const now = stateOf(copy.dataDir);
    expect(faultsOf(copy.dataDir)).toEqual([]);
    const isBefore = isDeepStrictEqual(now, about.before);
    expect(isBefore || isDeepStrictEqual(now, about.after)).toBe(true);
    figures.random++;
    figures[isBefore ? 'randomBefore' : 'randomAfter']++;
    remove(copy);
  }
}, 3_600_000);
