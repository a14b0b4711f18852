/** Long work: in a worker, with progress and Stop; outlives the page that asked for it, and is named if it is cut off. */
import { toldWork } from '../said.js';
import { type KeptWork } from '@fair-copy/words/work.js';
import {
  JOB_RESULTS,
  type JobBody,
  type JobKind,
  type JobOf,
  type JobState,
  type ResultOf,
} from '@fair-copy/api/jobs.js';
import { ApiError, bodyOf, carried, keptError, StoppedError, type ErrorBody } from '../errors.js';
import type { Db } from '../store/database.js';
import type { Events } from './events.js';

export interface JobControls {
  readonly id: number;
  readonly stop: SharedArrayBuffer;
  readonly onProgress: (share: number) => void;
}

interface JobRow {
  readonly id: number;
  readonly kind: JobKind;
  readonly title: KeptWork;
  readonly client_id: number | null;
  readonly state: JobState;
  readonly share: number;
  readonly started_at: string;
  readonly ended_at: string | null;
  readonly error: string | null;
  readonly result: string | null;
}

/** A job whose operation stands in the ledger. */
export interface ConcludedJob {
  readonly job_id: number;
  readonly ledger_id: number;
  /** JSON, or null. */
  readonly result: string | null;
}

/** Milliseconds after which the end of a job is noted again where the desk could not be written to. */
const AGAIN = 2000;

export class Jobs {
  /** Ended, but the desk could not note it yet. */
  private readonly unsaved = new Map<number, JobBody>();
  private readonly running = new Map<number, { job: JobBody; stop: SharedArrayBuffer; said: number }>();
  private readonly endings = new Map<number, Promise<void>>();

  constructor(
    private readonly desk: Db,
    private readonly events: Events,
    concluded: readonly ConcludedJob[] = [],
  ) {
    this.closeInterrupted(concluded);
  }

  /** What was running when the program ended is done if the ledger has it; otherwise nothing of it was written. */
  private closeInterrupted(concluded: readonly ConcludedJob[]): void {
    const done = this.desk.prepare(
      "UPDATE job SET state = 'done', share = 1, ended_at = ?, result = ? WHERE id = ? AND state = 'running'",
    );
    this.desk.transaction(() => {
      for (const { job_id, result } of concluded) done.run(now(), result, job_id);
      this.desk.prepare("UPDATE job SET state = 'interrupted', ended_at = ? WHERE state = 'running'").run(now());
    })();
  }

  /** Starts at once and gives back the job; the work goes on. */
  start<K extends JobKind>(
    about: { readonly kind: K; readonly title: KeptWork; readonly clientId: number | null },
    work: (controls: JobControls) => Promise<ResultOf<K>>,
  ): JobOf<K> {
    const startedAt = now();
    const id = Number(
      this.desk
        .prepare("INSERT INTO job (kind, title, client_id, state, started_at) VALUES (?, ?, ?, 'running', ?)")
        .run(about.kind, about.title, about.clientId, startedAt).lastInsertRowid,
    );
    const job: JobOf<K> = {
      id,
      kind: about.kind,
      clientId: about.clientId,
      ...toldWork(about.title),
      state: 'running',
      share: 0,
      startedAt,
      endedAt: null,
      error: null,
      result: null,
    };
    const stop = new SharedArrayBuffer(4);
    this.running.set(id, { job: job as JobBody, stop, said: 0 });
    this.events.tell({ type: 'job', job: job as JobBody });
    const ending = work({ id, stop, onProgress: (share) => this.progress(id, share) }).then(
      (result) => this.end(id, 'done', null, result),
      (error: unknown) =>
        error instanceof StoppedError
          ? this.end(id, 'stopped', null, null)
          : this.end(id, 'failed', bodyOf(carried(error)).body, null),
    );
    this.endings.set(id, ending);
    return job;
  }

  /** Resolves when the job has ended, however it did. */
  async ended<K extends JobKind>({ id }: JobOf<K>): Promise<JobOf<K>> {
    await this.endings.get(id);
    return this.get(id) as unknown as JobOf<K>;
  }

  stop(id: number): void {
    const running = this.running.get(id);
    if (running) Atomics.store(new Int32Array(running.stop), 0, 1);
  }

  get(id: number): JobBody {
    const row = this.desk.prepare<[number], JobRow>('SELECT * FROM job WHERE id = ?').get(id);
    if (!row) throw new ApiError('not-found', { what: 'job' });
    return this.live(row);
  }

  /** The newest first. */
  list(limit = 30): JobBody[] {
    return this.desk
      .prepare<[number], JobRow>('SELECT * FROM job ORDER BY id DESC LIMIT ?')
      .all(limit)
      .map((row) => this.live(row));
  }

  async stopAll(): Promise<void> {
    for (const id of this.running.keys()) this.stop(id);
    await Promise.all(this.endings.values());
  }

  private live(row: JobRow): JobBody {
    return (
      this.running.get(row.id)?.job ??
      this.unsaved.get(row.id) ??
      ({
        id: row.id,
        ...toldWork(row.title),
        clientId: row.client_id,
        state: row.state,
        share: row.share,
        startedAt: row.started_at,
        endedAt: row.ended_at,
        error: keptError(row.error),
        ...resultOf(row),
      } as JobBody)
    );
  }

  private progress(id: number, share: number): void {
    const running = this.running.get(id);
    if (!running) return;
    running.job = { ...running.job, share: Math.min(1, share) };
    const time = Date.now();
    if (time - running.said < 150) return;
    running.said = time;
    this.events.tell({ type: 'job', job: running.job });
  }

  private end(id: number, state: JobState, error: ErrorBody | null, result: unknown): void {
    const { job } = this.running.get(id)!;
    const ended = {
      ...job,
      state,
      share: state === 'done' ? 1 : 0,
      endedAt: now(),
      error,
      result: result ?? null,
    } as JobBody;
    this.unsaved.set(id, ended);
    this.running.delete(id);
    this.endings.delete(id);
    this.save(ended);
    this.events.tell({ type: 'job', job: ended });
  }

  /** On a full disk the end of a job is known all the same, and noted as soon as there is room. */
  private save(job: JobBody): void {
    try {
      this.desk
        .prepare('UPDATE job SET state = ?, share = ?, ended_at = ?, error = ?, result = ? WHERE id = ?')
        .run(
          job.state,
          job.share,
          job.endedAt,
          job.error && JSON.stringify(job.error),
          job.result == null ? null : JSON.stringify(job.result),
          job.id,
        );
      this.unsaved.delete(job.id);
    } catch (error) {
      process.stderr.write(`The end of “${job.title}” could not be noted: ${(error as Error).message}\n`);
      setTimeout(() => {
        if (this.desk.open && this.unsaved.has(job.id)) this.save(job);
      }, AGAIN).unref();
    }
  }
}

/** Jobs of earlier versions had other kinds and results: of those only that they were done is told. */
function resultOf({ kind, result }: JobRow): Pick<JobBody, 'kind' | 'result'> {
  const schema = JOB_RESULTS[kind] as (typeof JOB_RESULTS)[JobKind] | undefined;
  if (!schema) return { kind: 'read', result: null };
  const read = result === null ? null : schema.safeParse(JSON.parse(result));
  return { kind, result: read?.success ? read.data : null } as Pick<JobBody, 'kind' | 'result'>;
}

/** What the jobs of a kind wrote. Those of an earlier version are not among them. */
export function concludedResults<K extends JobKind>(concluded: readonly ConcludedJob[], kind: K): ResultOf<K>[] {
  return concluded.flatMap(({ result }) => {
    const read = result === null ? null : JOB_RESULTS[kind].safeParse(JSON.parse(result));
    return read?.success ? [read.data as ResultOf<K>] : [];
  });
}

export function now(): string {
  return new Date().toISOString();
}
