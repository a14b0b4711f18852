/**
 * Places at which a power cut or a full disk would do most harm: before and after every commit and every file that is put
 * in its place. Nothing happens there, unless a test asks for a fault by FAIR_COPY_FAULT (see docs/promises.md):
 * `{"kind": "kill" | "full" | "count", "at": 3, "among": "commit"}` ends the process, or throws what SQLite throws on a
 * full disk, at the third place whose name begins with "commit".
 */
import { appendFileSync } from 'node:fs';
import { threadId } from 'node:worker_threads';

interface Plan {
  readonly kind: 'kill' | 'full' | 'count';
  /** From 1. */
  readonly at?: number;
  /** How many places in a row fail from there on; by default one. */
  readonly times?: number;
  readonly among?: string;
  /** Which thread's places count: each has its own. By default the one that does the task. */
  readonly thread?: number;
  /** For `count`: a file that gets the thread, the number and the name of each place. */
  readonly to?: string;
}

const plan: Plan | null = read();
let passed = 0;

function read(): Plan | null {
  const said = process.env.FAIR_COPY_FAULT;
  return said ? (JSON.parse(said) as Plan) : null;
}

/** @param place what happens next, or has just happened: "commit memory", "committed ledger", "rename memory" */
export function faultAt(place: string): void {
  if (!plan || !place.startsWith(plan.among ?? '')) return;
  if (plan.kind !== 'count' && plan.thread !== undefined && plan.thread !== threadId) return;
  passed++;
  if (plan.kind === 'count') {
    if (plan.to) appendFileSync(plan.to, `${threadId} ${passed} ${place}\n`);
    return;
  }
  const from = plan.at ?? 1;
  if (passed < from || passed >= from + (plan.times ?? 1)) return;
  if (plan.kind === 'kill') {
    process.kill(process.pid, 'SIGKILL');
    // The signal is for the whole process; this thread must not go on meanwhile.
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 60_000);
  }
  // A full disk is noticed before something is there, not after.
  if (/^(committed|renamed)/.test(place)) return;
  throw Object.assign(new Error('database or disk is full'), { code: 'SQLITE_FULL' });
}
