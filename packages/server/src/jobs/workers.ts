/** Threads beside the main one: one that writes, one that reads files and computes, one that answers pages. */
import { setTimeout as wait } from 'node:timers/promises';
import { MessageChannel } from 'node:worker_threads';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { ApiError, StoppedError, type Carried } from '../errors.js';
import { DataError } from '@fair-copy/core/diagnostic.js';
import type { FinderTasks, ReaderTasks, WriterTasks } from '../worker.js';
import type { TaskReply } from './task.js';

type Args<T> = T extends (args: infer A, ...rest: never[]) => unknown ? A : never;
type Value<T> = T extends (...args: never[]) => infer R ? Awaited<R> : never;

export interface RunOptions {
  /** The job that asks. */
  readonly id?: number;
  readonly stop?: SharedArrayBuffer;
  readonly onProgress?: (share: number) => void;
}

// From the sources (in tests) the built worker is used all the same: threads cannot load TypeScript.
const WORKER = fileURLToPath(
  new URL(import.meta.url.endsWith('.ts') ? '../../dist/worker.js' : '../worker.js', import.meta.url),
);

/** Milliseconds that what is under way has to end when the server closes. */
const PATIENCE = 8000;

export class Workers {
  private readonly writer = makePool();
  private readonly reader = makePool();
  private readonly finder = makePool();

  private readonly pending = new Set<Promise<unknown>>();

  constructor(private readonly dataDir: string) {}

  write<N extends keyof WriterTasks>(
    name: N,
    args: Args<WriterTasks[N]>,
    options: RunOptions = {},
  ): Promise<Value<WriterTasks[N]>> {
    return this.run(this.writer, name, args, options) as Promise<Value<WriterTasks[N]>>;
  }

  read<N extends keyof ReaderTasks>(
    name: N,
    args: Args<ReaderTasks[N]>,
    options: RunOptions = {},
  ): Promise<Value<ReaderTasks[N]>> {
    return this.run(this.reader, name, args, options) as Promise<Value<ReaderTasks[N]>>;
  }

  /** Answers that a page waits for, never behind long work. */
  find<N extends keyof FinderTasks>(
    name: N,
    args: Args<FinderTasks[N]>,
    options: RunOptions = {},
  ): Promise<Value<FinderTasks[N]>> {
    return this.run(this.finder, name, args, options) as Promise<Value<FinderTasks[N]>>;
  }

  /** What is under way ends first, unless it takes too long: jobs were stopped before. */
  async close(): Promise<void> {
    await Promise.race([Promise.allSettled(this.pending), wait(PATIENCE, undefined, { ref: false })]);
    await Promise.all([this.writer.destroy(), this.reader.destroy(), this.finder.destroy()]);
  }

  private async run(
    pool: Piscina,
    name: string,
    args: unknown,
    { id, stop, onProgress }: RunOptions,
  ): Promise<unknown> {
    const channel = onProgress ? new MessageChannel() : null;
    channel?.port1.on('message', (share: number) => onProgress!(share));
    try {
      const message = {
        name,
        args,
        dataDir: this.dataDir,
        jobId: id ?? null,
        stop: stop ?? null,
        port: channel?.port2 ?? null,
      };
      const running = pool.run(message, channel ? { transferList: [channel.port2] } : {}) as Promise<TaskReply>;
      this.pending.add(running);
      const reply = await running.finally(() => this.pending.delete(running));
      if (reply.ok) return reply.value;
      throw revived(reply.error);
    } finally {
      channel?.port1.close();
    }
  }
}

function makePool(): Piscina {
  return new Piscina({
    filename: WORKER,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: Infinity,
    resourceLimits: { maxOldGenerationSizeMb: 1500, maxYoungGenerationSizeMb: 32 },
  });
}

/** The error with its class again. */
function revived(error: Carried): Error {
  switch (error.kind) {
    case 'api':
      return Object.assign(new ApiError(error.code), { message: error.message });
    case 'data':
      return DataError.of(error.diagnostic);
    case 'stopped':
      return new StoppedError('stopped');
    default:
      return new Error(error.message);
  }
}
