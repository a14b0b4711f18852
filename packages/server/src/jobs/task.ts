/** What a worker task gets besides its arguments, and the shape in which its result travels back. */
import { StoppedError, type Carried } from '../errors.js';

export class TaskContext {
  constructor(
    readonly dataDir: string,
    private readonly stopFlag: Int32Array | null,
    private readonly say: (share: number) => void,
    /** The job that it is done for; null: none. */
    readonly jobId: number | null = null,
  ) {}

  /** Call between pieces of work. Throws `StoppedError` once Stop was pressed. */
  checkpoint(share?: number): void {
    if (this.stopFlag && Atomics.load(this.stopFlag, 0) === 1) throw new StoppedError('stopped');
    if (share !== undefined) this.say(share);
  }
}

export type TaskReply =
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly error: Carried };

export interface TaskMessage {
  readonly name: string;
  readonly args: unknown;
  readonly dataDir: string;
  readonly jobId: number | null;
  readonly stop: SharedArrayBuffer | null;
  readonly port: import('node:worker_threads').MessagePort | null;
}
