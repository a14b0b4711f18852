/** Tasks: work of the threads beside the main one. What a task gets besides its arguments, and how its result travels back. */
import type { Change, Changing } from '@fair-copy/api/events.js';
import { StoppedError, type Carried } from '../errors.js';

export class TaskContext {
  private readonly told = new Map<string, Change>();

  constructor(
    readonly dataDir: string,
    private readonly stopFlag: Int32Array | null,
    private readonly say: (share: number) => void,
    /** The job that it is done for; null: none. */
    readonly jobId: number | null = null,
    /** The opening of a page that asked for it (`page.ts`); null: none did. */
    readonly page: string | null = null,
  ) {}

  /** Call between pieces of work. Throws `StoppedError` once Stop was pressed. */
  checkpoint(share?: number): void {
    if (this.stopFlag && Atomics.load(this.stopFlag, 0) === 1) throw new StoppedError('stopped');
    if (share !== undefined) this.say(share);
  }

  /** Pages that show this are told once the task has ended. Operations in the ledger say by themselves what they change. */
  changed(what: Changing, id?: number): void {
    this.told.set(`${what} ${id ?? ''}`, { what, ...(id !== undefined && { id }) });
  }

  get changes(): readonly Change[] {
    return [...this.told.values()];
  }
}

/**
 * One that writes; one that reads client files for the desk and for Align; one for short answers that a page waits for; two
 * for longer looks, through termbases and memories or at one file: inspections, previews, what is handed over.
 */
export type Thread = 'writer' | 'reader' | 'finder' | 'surveyor';

type Run<A, V> = (args: A, context: TaskContext) => V | Promise<V>;

/** Loaded by its thread when it is first asked for, so that a thread holds no more than its own work. */
export interface Task<A, V> {
  /** Unique among all tasks. */
  readonly name: string;
  readonly thread: Thread;
  load(): Promise<Run<A, V>>;
}

type Unnamed<A, V> = Omit<Task<A, V>, 'name'>;
type Load<A, V> = () => Promise<Run<A, V>>;

export const writing = <A, V>(load: Load<A, V>): Unnamed<A, V> => ({ thread: 'writer', load });
export const reading = <A, V>(load: Load<A, V>): Unnamed<A, V> => ({ thread: 'reader', load });
export const finding = <A, V>(load: Load<A, V>): Unnamed<A, V> => ({ thread: 'finder', load });
export const surveying = <A, V>(load: Load<A, V>): Unnamed<A, V> => ({ thread: 'surveyor', load });

export type Tasks = Readonly<Record<string, Task<never, unknown>>>;

/** Gives each task its name. */
export function tasks<const T extends Readonly<Record<string, Unnamed<never, unknown>>>>(
  all: T,
): { readonly [N in keyof T]: T[N] extends Unnamed<infer A, infer V> ? Task<A, V> : never } {
  return Object.fromEntries(Object.entries(all).map(([name, task]) => [name, { ...task, name }])) as never;
}

export type TaskReply = (
  | { readonly ok: true; readonly value: unknown; readonly changes: readonly Change[] }
  | { readonly ok: false; readonly error: Carried }
) & {
  /** Bytes of memory that the thread has taken by now, used or not. */
  readonly held: number;
};

export interface TaskMessage {
  readonly name: string;
  readonly args: unknown;
  readonly dataDir: string;
  readonly jobId: number | null;
  readonly stop: SharedArrayBuffer | null;
  readonly port: import('node:worker_threads').MessagePort | null;
  readonly page: string | null;
}
