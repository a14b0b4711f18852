/** Merging termbases: a client's become one. */
import { CONCEPT_FATES, FIELD_CHOICES, FIELD_KEEPING } from '@fair-copy/core/intake/merge-concepts.js';
import { z } from 'zod';
import { jobOf } from './jobs.js';
import { unitBody } from './memories.js';
import { routes } from './route.js';
import { done, idParam, standing, whole } from './shared.js';

export const termMergePlanBody = z.object({
  /** In order of rank. */
  inputs: z.array(z.number().int()).max(200),
  /** General languages by whose terms concepts are the same; none: the first that all have. */
  by: z.array(z.string().max(40)).max(20),
  /** A person said so. */
  bySet: z.boolean(),
  /** By the client's id before anything else. */
  id: z.boolean(),
  /** Not where their subjects differ. */
  subject: z.boolean(),
  regions: z.enum(['keep', 'fold']),
  keep: z.enum(FIELD_KEEPING),
  /** By contradiction. */
  decisions: z.record(z.string(), z.enum(FIELD_CHOICES)),
  /** One of the termbases that goes on living with the result; null: a new one. */
  into: z.number().int().nullable(),
  newName: z.string().max(200),
  /** Termbases that go away with it. */
  deleted: z.array(z.number().int()).max(200),
});
export type TermMergePlanBody = z.infer<typeof termMergePlanBody>;

const tally = z.record(z.enum(CONCEPT_FATES), z.number());

export const termMergeOutcome = z.object({
  tally,
  inputs: z.array(z.object({ termbaseId: z.number(), tally })).readonly(),
  conflicts: z.number(),
  open: z.number(),
});
export type TermMergeOutcome = z.infer<typeof termMergeOutcome>;

export const termMergeBody = z.object({
  clientId: z.number(),
  plan: termMergePlanBody,
  outcome: termMergeOutcome.nullable(),
  /** The plan or the termbases are others by now. */
  stale: z.boolean(),
  written: z
    .object({ ledgerId: z.number(), termbaseId: z.number(), termbase: z.string(), concepts: z.number(), standing })
    .nullable(),
});
export type TermMergeBody = z.infer<typeof termMergeBody>;

/** A field of which there is one, with two values. */
export const fieldConflict = z.object({
  ordinal: z.number(),
  id: z.string(),
  /** The terms of the concept, by language. */
  concept: z.array(z.object({ language: z.string(), terms: z.array(z.string()) })).readonly(),
  language: z.string().nullable(),
  term: z.string().nullable(),
  field: z.string(),
  there: z.array(z.string()).readonly(),
  brings: z.array(z.string()).readonly(),
  /** The termbases of both. */
  from: z.tuple([z.number(), z.number()]).readonly(),
  choice: z.enum(FIELD_CHOICES).nullable(),
  decided: z.boolean(),
});
export type FieldConflictBody = z.infer<typeof fieldConflict>;

export const termMergeContract = routes({
  'GET /term-merges/:id': {
    summary: 'The plan of a client, and what would become of the concepts',
    params: idParam,
    answer: termMergeBody,
  },
  'PUT /term-merges/:id': {
    params: idParam,
    body: termMergePlanBody,
    answer: done,
    bodyLimit: 16 * 1024 * 1024,
  },
  'POST /term-merges/:id/count': {
    summary: 'Works out what would become of all concepts; nothing is written',
    params: idParam,
    answer: jobOf('count term merge'),
  },
  'GET /term-merges/:id/conflicts': {
    params: idParam,
    query: z.object({
      from: whole.min(0).default(0),
      limit: whole.min(1).max(100).default(50),
      open: z.stringbool().default(false),
    }),
    answer: z.object({ total: z.number(), conflicts: z.array(fieldConflict) }),
  },
  'GET /term-merges/:id/concepts': {
    summary: 'Concepts of a termbase of which the same becomes, as units',
    params: idParam,
    query: z.object({
      termbase: whole,
      fate: z.enum(CONCEPT_FATES),
      from: whole.min(0).default(0),
      limit: whole.min(1).max(200).default(100),
    }),
    answer: z.object({ total: z.number(), units: z.array(unitBody) }),
  },
  'POST /term-merges/:id/write': {
    summary: 'Merges, as one operation',
    params: idParam,
    answer: jobOf('write term merge'),
  },
});
