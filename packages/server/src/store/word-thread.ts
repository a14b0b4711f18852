/** Words gathered beside: texts go out in batches, runs come back. This module is both ends of it. */
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { WordRuns, type WordRun } from './word-runs.js';

interface Batch {
  readonly languages: readonly number[];
  readonly units: readonly number[];
  readonly texts: readonly string[];
}

type Request = { readonly kind: 'batch'; readonly batch: Batch } | { readonly kind: 'end' };
type Reply = { readonly kind: 'taken' } | { readonly kind: 'run'; readonly run: WordRun } | { readonly kind: 'done' };

const BATCH = 4000;
/** Batches on their way: enough to keep the thread busy, few enough to keep memory flat. */
const AHEAD = 4;
const ROLE = 'words of a memory';

// From the sources (in tests) the built thread is used all the same: threads cannot load TypeScript.
const THREAD = fileURLToPath(
  new URL(import.meta.url.endsWith('.ts') ? '../../dist/store/word-thread.js' : './word-thread.js', import.meta.url),
);

export class WordThread {
  private readonly worker = new Worker(THREAD, { workerData: ROLE });
  private languages: number[] = [];
  private units: number[] = [];
  private texts: string[] = [];
  private ahead = 0;
  private failure: Error | null = null;
  private isDone = false;

  constructor(onRun: (run: WordRun) => void) {
    this.worker.on('message', (reply: Reply) => {
      if (reply.kind === 'taken') this.ahead--;
      else if (reply.kind === 'done') this.isDone = true;
      else onRun(reply.run);
    });
    this.worker.on('error', (error) => (this.failure = error));
  }

  add(language: number, unit: number, text: string): void {
    this.languages.push(language);
    this.units.push(unit);
    this.texts.push(text);
    if (this.texts.length >= BATCH) this.send();
  }

  private send(): void {
    const batch = { languages: this.languages, units: this.units, texts: this.texts };
    this.worker.postMessage({ kind: 'batch', batch } satisfies Request);
    this.ahead++;
    this.languages = [];
    this.units = [];
    this.texts = [];
  }

  async breathe(): Promise<void> {
    while (this.ahead > AHEAD) await this.next();
  }

  async end(): Promise<void> {
    if (this.texts.length) this.send();
    this.worker.postMessage({ kind: 'end' } satisfies Request);
    while (!this.isDone) await this.next();
    await this.worker.terminate();
  }

  async kill(): Promise<void> {
    await this.worker.terminate();
  }

  private async next(): Promise<void> {
    if (this.failure) throw this.failure;
    await once(this.worker, 'message');
  }
}

if (!isMainThread && workerData === ROLE) {
  const port = parentPort!;
  const runs = new WordRuns(1);
  const reply = (message: Reply): void => port.postMessage(message);
  port.on('message', (request: Request) => {
    if (request.kind === 'end') {
      if (!runs.isEmpty) reply({ kind: 'run', run: runs.take() });
      reply({ kind: 'done' });
      return;
    }
    const { languages, units, texts } = request.batch;
    for (let i = 0; i < texts.length; i++) runs.add(languages[i]!, units[i]!, texts[i]!);
    if (runs.isFull) reply({ kind: 'run', run: runs.take() });
    reply({ kind: 'taken' });
  });
}
