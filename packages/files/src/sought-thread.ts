/**
 * A thread that works out which texts of a memory meet those of documents, while the one that asks goes on reading. Loading
 * it takes about half a second: for memories that take longer than that.
 */
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { SoughtIndex } from '@fair-copy/core/memory/match/sought-index.js';
import { meetingsOf, type Meeting } from '@fair-copy/core/rehearsal/meeting.js';
import { THREAD_OPTIONS, threadFile } from './threads.js';

const ROLE = 'sought texts';
/** Megabytes of the thread for what is young (V8's young generation): of a batch nearly nothing stays. */
const YOUNG = 16;

interface Work {
  readonly role: typeof ROLE;
  readonly texts: readonly string[];
  readonly threshold: number;
}

interface Batch {
  readonly texts: readonly string[];
  readonly threshold: number;
}

interface Waiting {
  answer(met: readonly Meeting[]): void;
  refuse(error: Error): void;
}

export class SoughtThread {
  private readonly worker: Worker;
  private readonly waiting: Waiting[] = [];
  private failure: Error | null = null;

  /**
   * @param texts that are sought; their numbers are their places
   * @param threshold points, 1 to 100: nothing is asked for below it
   */
  constructor(texts: readonly string[], threshold: number) {
    this.worker = new Worker(threadFile(import.meta.url, './sought-thread'), {
      ...THREAD_OPTIONS,
      workerData: { role: ROLE, texts, threshold } satisfies Work,
      resourceLimits: { maxYoungGenerationSizeMb: YOUNG },
    });
    this.worker.on('message', (met: readonly Meeting[]) => this.waiting.shift()!.answer(met));
    this.worker.on('error', (error) => this.failed(error));
    this.worker.on('exit', () => this.failed(new Error('The thread has ended.')));
  }

  /** Answers in the order in which it is asked. Rejects if the thread has ended. */
  readonly meet = (texts: readonly string[], threshold: number): Promise<readonly Meeting[]> => {
    if (this.failure) return Promise.reject(this.failure);
    const answered = new Promise<readonly Meeting[]>((answer, refuse) => this.waiting.push({ answer, refuse }));
    this.worker.postMessage({ texts, threshold } satisfies Batch);
    return answered;
  };

  close(): void {
    void this.worker.terminate();
  }

  private failed(error: Error): void {
    this.failure ??= error;
    for (const { refuse } of this.waiting.splice(0)) refuse(this.failure);
  }
}

function work({ texts, threshold }: Work): void {
  const index = new SoughtIndex(texts, threshold);
  parentPort!.on('message', (batch: Batch) => parentPort!.postMessage(meetingsOf(index, batch.texts, batch.threshold)));
}

if (!isMainThread && (workerData as Work | null)?.role === ROLE) work(workerData as Work);
