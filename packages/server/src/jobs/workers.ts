/** Threads beside the main one; what each is for: `Thread`. */
import { setTimeout as wait } from 'node:timers/promises';
import { MessageChannel } from 'node:worker_threads';
import { THREAD_OPTIONS, threadFile } from '@fair-copy/files/threads.js';
import { Piscina } from 'piscina';
import { ApiError, StoppedError, type Carried } from '../errors.js';
import { DataError } from '@fair-copy/core/diagnostic.js';
import type { Events } from './events.js';
import { pageNow } from './page.js';
import type { Task, TaskMessage, TaskReply, Thread } from './task.js';

export interface RunOptions {
  /** The job that asks. */
  readonly id?: number;
  readonly stop?: SharedArrayBuffer;
  readonly onProgress?: (share: number) => void;
}

/** A preview or a hand-over need not wait for an inspection. */
const SURVEYORS = 2;

/** Milliseconds that what is under way has to end when the server closes. */
const PATIENCE = 8000;

/** Megabytes of a thread for what is young (V8's young generation). */
const YOUNG = 32;
/** A file that is read is units that live until their batch is on its way: with room for them reading takes a fifth less. */
const YOUNG_OF_READER = 96;

/** Milliseconds after which a reader's or surveyor's thread ends that has nothing to do: what a large file or an inspection took is given back. */
const IDLE = 5_000;
/** The same of the finder's, which keeps lists that a page may ask for again. */
const IDLE_OF_FINDER = 120_000;
/** Bytes from which on such a thread does not wait for its next task, which would add to them: a new one begins with none. */
const HELD = 150 * 1024 * 1024;

interface PoolOptions {
  readonly threads?: number;
  readonly young?: number;
  /** Left out: threads stay as long as the server. */
  readonly idle?: number;
  /** Bytes that a thread may have taken and still wait for its next task; left out: any number. */
  readonly held?: number;
}

const POOLS: Readonly<Record<Thread, PoolOptions>> = {
  writer: {},
  reader: { young: YOUNG_OF_READER, idle: IDLE, held: HELD },
  finder: { idle: IDLE_OF_FINDER },
  surveyor: { threads: SURVEYORS, idle: IDLE, held: HELD },
};

export class Workers {
  private readonly pools: Record<Thread, Piscina> = {
    writer: makePool(POOLS.writer),
    reader: makePool(POOLS.reader),
    finder: makePool(POOLS.finder),
    surveyor: makePool(POOLS.surveyor),
  };
  /** What is under way, and where. */
  private readonly pending = new Map<Promise<unknown>, Thread>();

  constructor(
    private readonly dataDir: string,
    private readonly events: Events,
  ) {}

  /** What is under way ends first, unless it takes too long: jobs were stopped before. */
  async close(): Promise<void> {
    await Promise.race([Promise.allSettled(this.pending.keys()), wait(PATIENCE, undefined, { ref: false })]);
    await Promise.all(Object.values(this.pools).map((pool) => pool.destroy()));
  }

  /** Does a task in its thread. What it changed the pages are told before anybody gets its result. */
  async run<A, V>(task: Task<A, V>, args: A, { id, stop, onProgress }: RunOptions = {}): Promise<V> {
    const channel = onProgress ? new MessageChannel() : null;
    channel?.port1.on('message', (share: number) => onProgress!(share));
    try {
      const message: TaskMessage = {
        name: task.name,
        args,
        dataDir: this.dataDir,
        jobId: id ?? null,
        stop: stop ?? null,
        port: channel?.port2 ?? null,
        page: pageNow(),
      };
      const running = this.pools[task.thread].run(
        message,
        channel ? { transferList: [channel.port2] } : {},
      ) as Promise<TaskReply>;
      this.pending.set(running, task.thread);
      const reply = await running.finally(() => this.pending.delete(running));
      this.giveBack(task.thread, reply.held);
      if (!reply.ok) throw revived(reply.error);
      for (const change of reply.changes) this.events.tell({ type: 'changed', ...change });
      return reply.value as V;
    } finally {
      channel?.port1.close();
    }
  }

  /** A thread that has taken much ends as soon as its pool has nothing else to do: what comes next does not add to it. */
  private giveBack(thread: Thread, held: number): void {
    if (held < (POOLS[thread].held ?? Infinity) || [...this.pending.values()].includes(thread)) return;
    const old = this.pools[thread];
    this.pools[thread] = makePool(POOLS[thread]);
    void old.destroy();
  }
}

function makePool({ threads = 1, young = YOUNG, idle = Infinity }: PoolOptions = {}): Piscina {
  return new Piscina({
    filename: threadFile(import.meta.url, '../worker'),
    ...THREAD_OPTIONS,
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: idle,
    resourceLimits: { maxOldGenerationSizeMb: 1500, maxYoungGenerationSizeMb: young },
  });
}

/** The error with its class again. */
function revived(error: Carried): Error {
  switch (error.kind) {
    case 'api':
      return ApiError.of(error.said);
    case 'data':
      return DataError.of(error.diagnostic);
    case 'stopped':
      return new StoppedError('stopped');
    default:
      return new Error(error.message);
  }
}
