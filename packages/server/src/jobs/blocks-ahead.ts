/**
 * Work that falls into numbered blocks, done ahead by two threads: the one that asks for them in their order, and a
 * helper. Both take blocks from one counter, so whichever has time does the next. This module is both ends of it;
 * what the blocks are is said in `block-makers`. For the one that asks everything is synchronous.
 */
import { fileURLToPath } from 'node:url';
import {
  isMainThread,
  MessageChannel,
  receiveMessageOnPort,
  Worker,
  workerData,
  type MessagePort,
} from 'node:worker_threads';
import { BLOCK_MAKERS, type BlockKind, type BlockMaker } from './block-makers.js';

/** Blocks that may wait to be asked for: memory stays flat. */
const AHEAD = 24;
/** Fewer are done before a thread has started. */
const FEW = 8;
/** After so many milliseconds a block of the helper is worked out again: it may have died. */
const PATIENCE = 20_000;

/** Places in the shared numbers: the next block nobody has taken, the block asked for last, messages sent, stop. */
const NEXT = 0;
const ASKED = 1;
const SENT = 2;
const STOP = 3;

interface Work {
  readonly role: typeof ROLE;
  readonly kind: BlockKind;
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

// From the sources (in tests) the built thread is used all the same: threads cannot load TypeScript.
const THREAD = fileURLToPath(
  new URL(import.meta.url.endsWith('.ts') ? '../../dist/jobs/blocks-ahead.js' : './blocks-ahead.js', import.meta.url),
);

type ContentOf<K extends BlockKind> = ReturnType<ReturnType<(typeof BLOCK_MAKERS)[K]>['block']>;
type ArgsOf<K extends BlockKind> = Parameters<(typeof BLOCK_MAKERS)[K]>[0];

export class BlocksAhead<K extends BlockKind> {
  private readonly maker: BlockMaker<unknown>;
  private readonly helper: Helper | null;
  private readonly done = new Map<number, ContentOf<K>>();

  /** @param blocks how many there are */
  constructor(
    kind: K,
    args: ArgsOf<K>,
    private readonly blocks: number,
  ) {
    this.maker = BLOCK_MAKERS[kind](args as never);
    this.helper = blocks < FEW ? null : startHelper(kind, args, blocks);
  }

  /** Blocks are asked for once each, in ascending order. */
  take(block: number): ContentOf<K> {
    return this.helper ? this.shared(block, this.helper) : this.own(block);
  }

  private own(block: number): ContentOf<K> {
    return this.maker.block(block) as ContentOf<K>;
  }

  private shared(block: number, { numbers, port }: Helper): ContentOf<K> {
    const { done } = this;
    Atomics.store(numbers, ASKED, block);
    Atomics.notify(numbers, ASKED);
    let begun = 0;
    for (;;) {
      const sent = Atomics.load(numbers, SENT);
      this.receive(port);
      const content = done.get(block);
      if (content !== undefined) {
        done.delete(block);
        return content;
      }
      if (Atomics.load(numbers, NEXT) < Math.min(this.blocks, block + AHEAD)) {
        const mine = Atomics.add(numbers, NEXT, 1);
        if (mine < this.blocks) done.set(mine, this.own(mine));
        continue;
      }
      begun ||= performance.now();
      if (performance.now() - begun > PATIENCE) return this.own(block);
      Atomics.wait(numbers, SENT, sent, 100);
    }
  }

  private receive(port: MessagePort): void {
    for (;;) {
      const found = receiveMessageOnPort(port) as { readonly message: Done } | undefined;
      if (!found) return;
      this.done.set(found.message.block, found.message.content as ContentOf<K>);
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

function startHelper(kind: BlockKind, args: unknown, blocks: number): Helper {
  const shared = new SharedArrayBuffer(4 * Int32Array.BYTES_PER_ELEMENT);
  const numbers = new Int32Array(shared);
  const { port1: port, port2 } = new MessageChannel();
  const work: Work = { role: ROLE, kind, args, blocks, shared, port: port2 };
  const worker = new Worker(THREAD, { workerData: work, transferList: [port2] });
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
function help({ kind, args, blocks, shared, port }: Work): void {
  const numbers = new Int32Array(shared);
  const maker = BLOCK_MAKERS[kind](args as never);
  try {
    while (Atomics.load(numbers, STOP) === 0) {
      const block = Atomics.add(numbers, NEXT, 1);
      if (block >= blocks) return;
      port.postMessage({ block, content: maker.block(block) } satisfies Done);
      Atomics.add(numbers, SENT, 1);
      Atomics.notify(numbers, SENT);
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

if (!isMainThread && (workerData as Work | null)?.role === ROLE) help(workerData as Work);
