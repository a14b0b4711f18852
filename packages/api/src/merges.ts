/** Merging: a client's memories become one. */
import { FATES, IGNORABLE, KEEPING } from '@fair-copy/core/memory/merge/plan.js';
import { z } from 'zod';
import { jobOf } from './jobs.js';
import { unitBody } from './memories.js';
import { routes } from './route.js';
import { done, idParam, standing, whole } from './shared.js';

const day = z.string().regex(/^\d{8}$/);

export const mergePlanBody = z.object({
  /** In order of rank. */
  inputs: z.array(z.number().int()).max(200),
  /** By the texts of which languages units are the same. */
  by: z.union([z.literal('all'), z.array(z.string().max(40)).min(1).max(20)]),
  /** A person said so; otherwise it is what the memories have in common. */
  bySet: z.boolean(),
  ignore: z.array(z.enum(IGNORABLE)).max(IGNORABLE.length),
  regions: z.enum(['keep', 'fold']),
  keep: z.enum(KEEPING),
  filter: z
    .object({
      /** By the type of a property: one of these is its value. */
      props: z.record(z.string(), z.array(z.string().max(200)).min(1)).optional(),
      author: z.string().max(200).optional(),
      from: day.optional(),
      to: day.optional(),
      longest: z.number().int().positive().optional(),
    })
    .optional(),
  /** By conflict: the text that stays, or all. */
  decisions: z.record(z.string(), z.union([z.literal('all'), z.object({ text: z.string() })])),
  /** One of the memories that goes on living with the result; null: a new one. */
  into: z.number().int().nullable(),
  newName: z.string().max(200),
  /** Memories that go away with it. */
  deleted: z.array(z.number().int()).max(200),
});
export type MergePlanBody = z.infer<typeof mergePlanBody>;

const tally = z.record(z.enum(FATES), z.number());
export type MergeTallyBody = z.infer<typeof tally>;

/** What would become of the units. */
export const mergeOutcome = z.object({
  tally,
  inputs: z.array(z.object({ memoryId: z.number(), tally })).readonly(),
  conflicts: z.number(),
  /** Conflicts that nobody and nothing has decided. */
  open: z.number(),
  /** Units of the result that are the same but for something, by what it is. */
  near: z.array(z.object({ differ: z.string(), count: z.number() })).readonly(),
});
export type MergeOutcome = z.infer<typeof mergeOutcome>;

/** The same, worked out on some of the units: numbers of all, about. */
export const mergeSample = z.object({
  outcome: mergeOutcome,
  /** Units that were looked at. */
  looked: z.number(),
  /** Of so many. */
  total: z.number(),
});
export type MergeSample = z.infer<typeof mergeSample>;

export const mergeBody = z.object({
  clientId: z.number(),
  plan: mergePlanBody,
  outcome: mergeOutcome.nullable(),
  /** The plan or the memories are others by now. */
  stale: z.boolean(),
  written: z
    .object({ ledgerId: z.number(), memoryId: z.number(), memory: z.string(), units: z.number(), standing })
    .nullable(),
});
export type MergeBody = z.infer<typeof mergeBody>;

const candidate = z.object({
  /** What a decision names. */
  key: z.string(),
  memoryId: z.number(),
  unit: unitBody,
  date: z.string(),
  /** Units that say it. */
  units: z.number(),
});

export const mergeConflict = z.object({
  ordinal: z.number(),
  id: z.string(),
  language: z.string(),
  candidates: z.array(candidate).readonly(),
  winner: z.number().nullable(),
  decided: z.boolean(),
});
export type MergeConflict = z.infer<typeof mergeConflict>;

export const mergeContract = routes({
  'GET /merges/:id': {
    summary: 'The plan of a client, and what would become of the units',
    params: idParam,
    answer: mergeBody,
  },
  'PUT /merges/:id': { params: idParam, body: mergePlanBody, answer: done, bodyLimit: 64 * 1024 * 1024 },
  'POST /merges/:id/count': {
    summary: 'Works out what would become of all units; nothing is written',
    params: idParam,
    answer: jobOf('count merge'),
  },
  'POST /merges/:id/sample': {
    summary:
      'About how many units what would become of, at once; null: there are so few that all are counted as quickly',
    params: idParam,
    body: mergePlanBody,
    answer: mergeSample.nullable(),
    bodyLimit: 64 * 1024 * 1024,
  },
  'GET /merges/:id/conflicts': {
    summary: 'The same text with different translations, some of them',
    params: idParam,
    query: z.object({
      from: whole.min(0).default(0),
      limit: whole.min(1).max(100).default(50),
      open: z.stringbool().default(false),
    }),
    answer: z.object({ total: z.number(), conflicts: z.array(mergeConflict) }),
  },
  'GET /merges/:id/units': {
    summary: 'Units of a memory of which the same becomes',
    params: idParam,
    query: z.object({
      memory: whole,
      fate: z.enum(FATES),
      from: whole.min(0).default(0),
      limit: whole.min(1).max(200).default(100),
    }),
    answer: z.object({ total: z.number(), units: z.array(unitBody) }),
  },
  'POST /merges/:id/decide': {
    summary: 'Decides all conflicts, or those not decided, by one rule: the text of this memory, where it has one',
    params: idParam,
    body: z.object({ memory: z.number().int(), open: z.boolean() }),
    answer: z.object({ decided: z.number() }),
  },
  'POST /merges/:id/write': { summary: 'Merges, as one operation', params: idParam, answer: jobOf('write merge') },
});
