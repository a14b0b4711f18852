/** Two resources of a client beside each other: a bridge between them, or what differs. */
import { SURENESS } from '@fair-copy/core/memory/bridge/plan.js';
import { IGNORABLE } from '@fair-copy/core/memory/merge/plan.js';
import { z } from 'zod';
import { jobOf } from './jobs.js';
import { unitBody } from './memories.js';
import { routes } from './route.js';
import { done, idParam, spoken, standing, whole } from './shared.js';

export const resourceRef = z.object({ kind: z.enum(['memory', 'termbase']), id: z.number().int() });
export type ResourceRef = z.infer<typeof resourceRef>;

/** A resource, or a memory as it was before an operation of the ledger. */
export const comparedRef = resourceRef.extend({ before: z.number().int().optional() });
export type ComparedRef = z.infer<typeof comparedRef>;

const both = { a: resourceRef.nullable(), b: resourceRef.nullable() };
const page = { from: whole.min(0).default(0), limit: whole.min(1).max(100).default(50) };

export const bridgePlanBody = z.object({
  ...both,
  /** The shared language; empty: none was chosen, and the first that both have is proposed. */
  over: z.string().max(40),
  near: z.boolean(),
  newName: z.string().max(200),
  /** By doubt: the key of the candidate that is right, or what `decisionOnAll` of the core says. */
  decisions: z.record(z.string(), z.string()),
});
export type BridgePlanBody = z.infer<typeof bridgePlanBody>;

export const bridgeOutcome = z.object({
  written: z.number(),
  certain: z.number(),
  chosen: z.number(),
  decided: z.number(),
  none: z.number(),
  waiting: z.number(),
  alone: z.object({ a: z.number(), b: z.number() }),
});
export type BridgeOutcome = z.infer<typeof bridgeOutcome>;

export const bridgeBody = z.object({
  clientId: z.number(),
  plan: bridgePlanBody,
  /** Languages that both have, general ones. */
  shared: z.array(z.string()).readonly(),
  outcome: bridgeOutcome.nullable(),
  /** The plan or the resources are others by now. */
  stale: z.boolean(),
  written: z
    .object({
      ledgerId: z.number(),
      memoryId: z.number().optional(),
      termbaseId: z.number().optional(),
      name: z.string(),
      units: z.number(),
      standing,
    })
    .nullable(),
});
export type BridgeBody = z.infer<typeof bridgeBody>;

const text = z.object({ language: z.string(), text: z.string() });

export const bridgeDoubt = z.object({
  ordinal: z.number(),
  id: z.string(),
  pivot: z.string(),
  candidates: z.array(z.object({ key: z.string(), left: text, right: text, support: z.number() })).readonly(),
  decided: z.string().nullable(),
});
export type BridgeDoubtBody = z.infer<typeof bridgeDoubt>;

export const bridgedPair = z.object({
  ordinal: z.number(),
  over: z.string(),
  left: text,
  right: text,
  /** Another text of the shared language that is only alike. */
  near: z.string().nullable(),
});
export type BridgedPair = z.infer<typeof bridgedPair>;

export const comparePlanBody = z.object({
  a: comparedRef.nullable(),
  b: comparedRef.nullable(),
  by: z.union([z.literal('all'), z.array(z.string().max(40)).min(1).max(20)]),
  bySet: z.boolean(),
  ignore: z.array(z.enum(IGNORABLE)).max(IGNORABLE.length),
  regions: z.enum(['keep', 'fold']),
});
export type ComparePlanBody = z.infer<typeof comparePlanBody>;

export const DIFFERENCES = ['onlyA', 'onlyB', 'different', 'same'] as const;

export const compareBody = z.object({
  clientId: z.number(),
  plan: comparePlanBody,
  /** By different texts, not by units. */
  outcome: z.record(z.enum(DIFFERENCES), z.number()).nullable(),
  stale: z.boolean(),
});
export type CompareOutcome = NonNullable<z.infer<typeof compareBody>['outcome']>;
export type CompareBody = z.infer<typeof compareBody>;

export const comparedText = z.object({
  ordinal: z.number(),
  a: z.array(unitBody),
  b: z.array(unitBody),
});
export type ComparedText = z.infer<typeof comparedText>;

export const twoContract = routes({
  'GET /bridges/:id': { summary: 'The bridge that a client plans', params: idParam, answer: bridgeBody },
  'PUT /bridges/:id': { params: idParam, body: bridgePlanBody, answer: done, bodyLimit: 16 * 1024 * 1024 },
  'POST /bridges/:id/count': {
    summary: 'Works out the pairs; nothing is written',
    params: idParam,
    answer: jobOf('count bridge'),
  },
  'GET /bridges/:id/doubts': {
    params: idParam,
    query: z.object({ ...page, open: z.stringbool().default(false) }),
    answer: z.object({ total: z.number(), doubts: z.array(bridgeDoubt) }),
  },
  'GET /bridges/:id/pairs': {
    params: idParam,
    query: z.object({ ...page, how: z.enum(SURENESS) }),
    answer: z.object({ total: z.number(), pairs: z.array(bridgedPair) }),
  },
  'GET /bridges/:id/alone': {
    params: idParam,
    query: z.object({ ...page, side: z.enum(['a', 'b']) }),
    answer: z.object({ total: z.number(), units: z.array(unitBody) }),
  },
  'POST /bridges/:id/write': {
    summary: 'Writes the pairs, as one operation',
    params: idParam,
    answer: jobOf('write bridge'),
  },
  'GET /comparisons/:id': { summary: 'What a client compares', params: idParam, answer: compareBody },
  'PUT /comparisons/:id': { params: idParam, body: comparePlanBody, answer: done },
  'POST /comparisons/:id/count': { params: idParam, answer: jobOf('compare') },
  'GET /comparisons/:id/texts': {
    params: idParam,
    query: z.object({ ...page, what: z.enum(DIFFERENCES) }),
    answer: z.object({ total: z.number(), texts: z.array(comparedText) }),
  },
  'POST /comparisons/:id/hand-over': {
    summary: 'The differences as a sheet, or as TMX what the second has and the first lacks',
    params: idParam,
    body: z.object({ format: z.enum(['xlsx', 'tmx']), language: spoken }),
    answer: jobOf('hand over comparison'),
  },
});
