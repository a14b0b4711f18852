/** Long work: its kinds, each with what it comes to. */
import type { Said } from '@fair-copy/core/said.js';
import type { DoneCodes } from '@fair-copy/words/done.js';
import type { WorkCodes } from '@fair-copy/words/work.js';
import { z } from 'zod';
import { lookedAhead } from './ahead.js';
import { candidatesFound } from './candidates.js';
import { routes } from './route.js';
import { done, errorBody, idParam, recorded, told } from './shared.js';

const file = z.object({ path: z.string(), fileName: z.string() });
const changed = recorded.extend({ changed: z.number() });

export const unitsWritten = recorded.extend({
  memoryId: z.number(),
  memory: z.string(),
  units: z.number(),
  skipped: z.number(),
  left: z.number(),
});
export type UnitsWritten = z.infer<typeof unitsWritten>;

export const termsWritten = recorded.extend({
  /** On the desk. */
  fileId: z.number(),
  termbaseId: z.number(),
  termbase: z.string(),
  entries: z.number(),
  joined: z.number(),
});
export type TermsWritten = z.infer<typeof termsWritten>;

/** What each kind of job comes to. */
export const JOB_RESULTS = {
  read: z.null(),
  'write terms': termsWritten,
  'write units': recorded.extend({
    files: z
      .array(
        z.object({
          /** On the desk; null: pairs of alignments. */
          fileId: z.number().nullable(),
          written: unitsWritten,
        }),
      )
      .readonly(),
    /** Alignments that the units come from, with how many of each. */
    alignments: z
      .array(z.object({ id: z.number(), units: z.number() }))
      .readonly()
      .optional(),
  }),
  'query list': file.extend({ rows: z.number() }),
  align: z.object({ alignmentId: z.number() }),
  'hand over terms': file.extend({
    concepts: z.number(),
    /** Concepts that have nothing in the chosen languages (for TMX: in two of them). */
    left: z.number(),
    /** Terms and values that the shape of the sheet has no column for. */
    homeless: z.number().optional(),
  }),
  'hand over units': file.extend({
    units: z.number(),
    /** Units that the format or the languages leave out. */
    left: z.number(),
  }),
  'change terms': changed,
  'change units': changed,
  'harvest terms': changed,
  inspect: z.object({ new: z.number(), standing: z.number(), settled: z.number(), stet: z.number() }),
  'inspect ahead': lookedAhead,
  'find candidates': candidatesFound,
  rehearse: z.object({ clientId: z.number() }),
  'hand over rehearsal': file,
  'report findings': file,
  undo: z.object(told<DoneCodes>()),
  redo: z.object(told<DoneCodes>()),
  'clear undo': z.object({ entries: z.number() }),
  'back up': file.extend({
    files: z.number(),
    /** Names of files that are damaged, and taken as they are. */
    damaged: z.array(z.string()).readonly(),
  }),
  'take apart': recorded.extend({
    memories: z.array(z.object({ id: z.number(), name: z.string(), units: z.number() })).readonly(),
    /** Units that are in no pair. */
    left: z.number(),
  }),
  'count merge': z.object({ clientId: z.number() }),
  'write merge': recorded.extend({ memoryId: z.number(), memory: z.string(), units: z.number() }),
  'count term merge': z.object({ clientId: z.number() }),
  'write term merge': recorded.extend({ termbaseId: z.number(), termbase: z.string(), concepts: z.number() }),
  'count bridge': z.object({ clientId: z.number() }),
  'write bridge': recorded.extend({
    memoryId: z.number().optional(),
    termbaseId: z.number().optional(),
    name: z.string(),
    units: z.number(),
  }),
  compare: z.object({ clientId: z.number() }),
  'hand over comparison': file.extend({ units: z.number() }),
  mend: recorded.extend({ memoryId: z.number(), units: z.number() }),
} as const satisfies Record<string, z.ZodType>;

export type JobKind = keyof typeof JOB_RESULTS;
export type ResultOf<K extends JobKind> = z.infer<(typeof JOB_RESULTS)[K]>;
export const JOB_KINDS = Object.keys(JOB_RESULTS) as JobKind[];

export const jobState = z.enum(['running', 'done', 'failed', 'stopped', 'interrupted']);
export type JobState = z.infer<typeof jobState>;

const about = {
  id: z.number(),
  ...told<WorkCodes>(),
  clientId: z.number().nullable(),
  state: jobState,
  /** 0 to 1. */
  share: z.number(),
  startedAt: z.string(),
  endedAt: z.string().nullable(),
  error: errorBody.nullable(),
};

export interface JobOf<K extends JobKind> {
  readonly id: number;
  readonly kind: K;
  readonly title: string;
  readonly said: Said<WorkCodes>;
  readonly clientId: number | null;
  readonly state: JobState;
  readonly share: number;
  readonly startedAt: string;
  readonly endedAt: string | null;
  readonly error: z.infer<typeof errorBody> | null;
  readonly result: ResultOf<K> | null;
}

/** The schema of a job of one kind; its result is there once it is done. */
export function jobOf<K extends JobKind>(kind: K): z.ZodType<JobOf<K>, JobOf<K>> {
  const schema = z.object({ ...about, kind: z.literal(kind), result: JOB_RESULTS[kind].nullable() });
  return schema as unknown as z.ZodType<JobOf<K>, JobOf<K>>;
}

/** A job of any kind: `kind` says what `result` is. */
export type JobBody = { [K in JobKind]: JobOf<K> }[JobKind];

const job = z.union(JOB_KINDS.map(jobOf)) as unknown as z.ZodType<JobBody, JobBody>;

export const jobContract = routes({
  'GET /jobs': { summary: 'The newest jobs', answer: z.array(job) },
  'GET /jobs/:id': { params: idParam, answer: job },
  'POST /jobs/:id/stop': { params: idParam, answer: done },
  'GET /jobs/:id/file': { summary: 'The file that a job has written', params: idParam },
  'GET /events': { summary: 'What happens, as server-sent events' },
});
