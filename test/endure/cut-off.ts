/** Operations cut off at a chosen place, by a kill or by a full disk: afterwards there is the state before or the one after. */
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { isDeepStrictEqual } from 'node:util';
import { copyOf, recoverFolder, remove, runTask, startCutOff, type Fault, type Workspace } from './operations.js';
import { faultsOf, stateOf, type State } from './state.js';

export interface Cut {
  /** What was cut off, and where. */
  readonly title: string;
  readonly state: 'before' | 'after' | 'neither';
  readonly faults: readonly string[];
  /** What the task said, where it was not killed. */
  readonly said: string | null;
}

export interface Place {
  readonly name: string;
  readonly thread: number;
  /** From 1, within its thread. */
  readonly at: number;
}

/** The places that a task passes, in their order. */
export function placesOf(workspace: Workspace, task: string, args: unknown): Place[] {
  const copy = copyOf(workspace);
  const to = `${copy.dataDir}.places`;
  try {
    runTask(copy.dataDir, task, args, { kind: 'count', to });
    return readFileSync(to, 'utf8')
      .trim()
      .split('\n')
      .filter(Boolean)
      .map((line) => {
        const [thread, at, ...name] = line.split(' ');
        return { thread: Number(thread), at: Number(at), name: name.join(' ') };
      });
  } catch {
    return [];
  } finally {
    rmSync(to, { force: true });
    remove(copy);
  }
}

/** The state after the task, undisturbed. */
export function stateAfter(workspace: Workspace, task: string, args: unknown): State {
  const copy = copyOf(workspace);
  try {
    const { reply, stderr } = runTask(copy.dataDir, task, args);
    if (!reply?.ok) throw new Error(`${task}: ${JSON.stringify(reply)} ${stderr}`);
    recoverFolder(copy.dataDir);
    return stateOf(copy.dataDir);
  } finally {
    remove(copy);
  }
}

export function cut(
  workspace: Workspace,
  {
    title,
    task,
    args,
    fault,
    before,
    after,
  }: {
    readonly title: string;
    readonly task: string;
    readonly args: unknown;
    readonly fault: Fault;
    readonly before: State;
    readonly after: State;
  },
): Cut {
  const copy = copyOf(workspace);
  try {
    const { killed, reply } = runTask(copy.dataDir, task, args, fault);
    const faults: string[] = [];
    if (fault.kind === 'kill' && !killed) faults.push('it was not cut off');
    if (fault.kind === 'full' && reply?.ok !== false)
      faults.push(`a full disk went unnoticed: ${JSON.stringify(reply)}`);
    recoverFolder(copy.dataDir);
    const now = stateOf(copy.dataDir);
    faults.push(...faultsOf(copy.dataDir));
    const state = same(now, before) ? 'before' : same(now, after) ? 'after' : 'neither';
    // What failed and said so left nothing.
    if (reply?.ok === false && state !== 'before')
      faults.push(`it said "${reply.error?.message}", and left the state ${state}`);
    return { title, state, faults, said: reply?.error?.message ?? null };
  } finally {
    remove(copy);
  }
}

const same = (a: State, b: State): boolean => isDeepStrictEqual(a, b);

/** Cut off, and the start that would put it right cut off as well, at each of its places; then left in peace. */
export function cutTwice(
  workspace: Workspace,
  { title, task, args, fault, before, after }: Parameters<typeof cut>[1],
): readonly Cut[] {
  const once = copyOf(workspace);
  const cuts: Cut[] = [];
  try {
    runTask(once.dataDir, task, args, fault);
    const counted = copyOf(once);
    const to = `${counted.dataDir}.places`;
    startCutOff(counted.dataDir, { kind: 'count', to });
    const places = existsSync(to) ? readFileSync(to, 'utf8').trim().split('\n').filter(Boolean) : [];
    rmSync(to, { force: true });
    remove(counted);
    for (let at = 1; at <= places.length; at++) {
      const twice = copyOf(once);
      startCutOff(twice.dataDir, { kind: 'kill', at });
      recoverFolder(twice.dataDir);
      const now = stateOf(twice.dataDir);
      const state = same(now, before) ? 'before' : same(now, after) ? 'after' : 'neither';
      cuts.push({
        title: `${title}, and the start at ${places[at - 1]}`,
        state,
        faults: faultsOf(twice.dataDir),
        said: null,
      });
      remove(twice);
    }
    return cuts;
  } finally {
    remove(once);
  }
}
