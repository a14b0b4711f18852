/** A part of the program as the server has it: its routes, the tasks of its threads, what it does at the start. */
import type { Context } from './context.js';
import type { Tasks } from './jobs/task.js';
import type { ConcludedJob } from './jobs/jobs.js';
import type { Api } from './serve.js';

export interface Feature {
  /** What it does in threads beside the main one. */
  readonly tasks?: Tasks;
  /** Loaded by the main thread only. */
  readonly main?: () => Promise<MainThread>;
}

export interface MainThread {
  routes?(api: Api, context: Context): void;
  /**
   * Before anybody can ask for anything.
   * @param concluded what the jobs of the last run wrote, where they were cut off before the desk could note it
   * @returns what ends with the server
   */
  atStart?(context: Context, concluded: readonly ConcludedJob[]): (() => void) | undefined;
}
