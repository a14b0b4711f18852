/** A thread beside the main one: runs tasks by their names. Each opens what it needs and closes it; errors travel as values. */
import { getHeapStatistics } from 'node:v8';
import type { MessagePort } from 'node:worker_threads';
import { carried } from './errors.js';
import { FEATURES } from './features.js';
import { TaskContext, type Task, type TaskMessage, type TaskReply } from './jobs/task.js';

const TASKS = new Map<string, Task<never, unknown>>();
for (const { tasks = {} } of FEATURES)
  for (const task of Object.values(tasks)) {
    if (TASKS.has(task.name)) throw new Error(`Two tasks are called ${task.name}.`);
    TASKS.set(task.name, task);
  }

export default async function run({ name, args, dataDir, jobId, stop, port, page }: TaskMessage): Promise<TaskReply> {
  const context = new TaskContext(dataDir, stop && new Int32Array(stop), speaker(port), jobId, page);
  try {
    // Stopped while it waited for its turn: it does not begin.
    context.checkpoint();
    const work = await TASKS.get(name)!.load();
    const value = await work(args as never, context);
    return { ok: true, value, changes: context.changes, held: held() };
  } catch (error) {
    if (carried(error).kind === 'internal')
      process.stderr.write(`${name}: ${(error as Error).stack ?? String(error)}\n`);
    return { ok: false, error: carried(error), held: held() };
  } finally {
    port?.close();
  }
}

function held(): number {
  const { total_heap_size: heap, external_memory: beside } = getHeapStatistics();
  return heap + beside;
}

/** At most ten messages a second. */
function speaker(port: MessagePort | null): (share: number) => void {
  let last = 0;
  return (share) => {
    const time = Date.now();
    if (!port || time - last < 100) return;
    last = time;
    port.postMessage(share);
  };
}
