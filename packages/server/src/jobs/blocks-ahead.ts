/**
 * Work that falls into numbered blocks, done ahead by two threads: the one that asks for them in their order, and a helper.
 * Both take blocks from one counter, so whichever has time does the next. The one that asks never waits: what the helper
 * has begun and not brought when everything else is done it works out itself. This module is both ends of it.
 */
import {
  isMainThread,
  MessageChannel,
  receiveMessageOnPort,
  Worker,
  workerData,
  type MessagePort,
} from 'node:worker_threads';
import { THREAD_OPTIONS, threadFile } from '@fair-copy/files/threads.js';

export interface BlockMaker<T> {
  /** Pure in its number: two threads may work out the same block. What it gives back can be sent between threads. */
  block(number: number): T;
  close(): void;
}

/** A kind of blocks: the default export of its module, so that the helper finds it. */
export interface BlockKind<A, T> {
  /** The `import.meta.url` of the module. */
  readonly module: string;
  make(args: A): BlockMaker<T>;
}

/** Blocks that may wait to be asked for: memory stays flat. */
const AHEAD = 24;
/** Fewer are done before a thread has started. */
const FEW = 8;

/** Places in the shared numbers: the next block nobody has taken, the block asked for last, stop. */
const NEXT = 0;
const ASKED = 1;
const STOP = 2;

interface Work {
  readonly role: typeof ROLE;
  readonly module: string;
  readonly args: unknown;
  readonly blocks: number;
  readonly shared: SharedArrayBuffer;
  readonly port: MessagePort;
}

interface Done {
  readonly block: number;
  readonly content: unknown;
}

const ROLE = 'blocks ahead';

export class BlocksAhead<A, T> {
  private readonly maker: BlockMaker<T>;
  private readonly helper: Helper | null;
  private readonly done = new Map<number, T>();

  /** @param blocks how many there are */
  constructor(
    kind: BlockKind<A, T>,
    args: A,
    private readonly blocks: number,
  ) {
    this.maker = kind.make(args);
    this.helper = blocks < FEW ? null : startHelper(kind.module, args, blocks);
  }

  /** Blocks are asked for once each, in ascending order. */
  take(block: number): T {
    return this.helper ? this.shared(block, this.helper) : this.maker.block(block);
  }

  private shared(block: number, { numbers, port }: Helper): T {
    Atomics.store(numbers, ASKED, block);
    Atomics.notify(numbers, ASKED);
    const limit = Math.min(this.blocks, block + AHEAD);
    for (;;) {
      this.receive(port, block);
      const content = this.done.get(block);
      if (content !== undefined) {
        this.done.delete(block);
        return content;
      }
      const mine = Atomics.load(numbers, NEXT) < limit ? Atomics.add(numbers, NEXT, 1) : this.blocks;
      if (mine >= this.blocks || mine === block) return this.maker.block(block);
      this.done.set(mine, this.maker.block(mine));
    }
  }

  /** Takes what the helper has brought; what was worked out here meanwhile is not wanted any more. */
  private receive(port: MessagePort, asked: number): void {
    for (;;) {
      const found = receiveMessageOnPort(port) as { readonly message: Done } | undefined;
      if (!found) return;
      if (found.message.block >= asked) this.done.set(found.message.block, found.message.content as T);
    }
  }

  close(): void {
    this.helper?.stop();
    this.maker.close();
  }
}

interface Helper {
  readonly numbers: Int32Array;
  readonly port: MessagePort;
  stop(): void;
}

function startHelper(module: string, args: unknown, blocks: number): Helper {
  const shared = new SharedArrayBuffer(3 * Int32Array.BYTES_PER_ELEMENT);
  const numbers = new Int32Array(shared);
  const { port1: port, port2 } = new MessageChannel();
  const work: Work = { role: ROLE, module, args, blocks, shared, port: port2 };
  const worker = new Worker(threadFile(import.meta.url, './blocks-ahead'), {
    ...THREAD_OPTIONS,
    workerData: work,
    transferList: [port2],
  });
  // Whatever ends it: its blocks are worked out by the one that asks.
  worker.on('error', () => undefined);
  worker.unref();
  const stop = (): void => {
    Atomics.store(numbers, STOP, 1);
    Atomics.notify(numbers, ASKED);
    port.close();
    void worker.terminate();
  };
  return { numbers, port, stop };
}

/** Takes blocks until none is left or it is told to stop. */
async function help({ module, args, blocks, shared, port }: Work): Promise<void> {
  const numbers = new Int32Array(shared);
  const { default: kind } = (await import(module)) as { default: BlockKind<unknown, unknown> };
  const maker = kind.make(args);
  try {
    while (Atomics.load(numbers, STOP) === 0) {
      const block = Atomics.add(numbers, NEXT, 1);
      if (block >= blocks) return;
      port.postMessage({ block, content: maker.block(block) } satisfies Done);
      for (
        let asked = Atomics.load(numbers, ASKED);
        Atomics.load(numbers, NEXT) > asked + AHEAD && Atomics.load(numbers, STOP) === 0;
        asked = Atomics.load(numbers, ASKED)
      )
        Atomics.wait(numbers, ASKED, asked, 100);
    }
  } finally {
    maker.close();
    port.close();
  }
}

if (!isMainThread && (workerData as Work | null)?.role === ROLE) void help(workerData as Work);
