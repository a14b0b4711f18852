/** What the pages get of inspections. */
import type { FindingCodes } from '@fair-copy/core/checks/said.js';
import type { Said } from '@fair-copy/core/said.js';
import { z } from 'zod';
import { routes } from './route.js';
import { jobOf } from './jobs.js';
import { done, idParam, recorded, spoken, whole } from './shared.js';

const counts = z.object({ new: z.number(), standing: z.number(), settled: z.number(), stet: z.number() });

const share = z.object({ name: z.string(), open: z.number(), errors: z.number() });

export const overview = z.object({
  clientId: z.number(),
  inspectedAt: z.string().nullable(),
  counts: counts.nullable(),
  /** Concepts or units in all, and those of them with open findings. */
  items: z.number(),
  itemsFound: z.number(),
  /** Findings that are let stand at present. */
  /** Checks that the client's profile leaves out. */
  off: z.array(z.string()),
  /** Checks that need a termbase, a memory or a rule, which the profile names none of. */
  idle: z.array(z.string()),
  /** Languages of its texts that no word list ships for: their spelling is not looked at. */
  unlisted: z.array(z.string()),
  stets: z.number(),
  /** Rules of the client that let findings stand. */
  rules: z.number(),
  /** Whose texts have the most findings, and where they came from; an empty name: not known. */
  authors: z.array(share),
  origins: z.array(share),
  checks: z.array(
    z.object({
      id: z.string(),
      /** Matters: what is wrong once, in however many concepts or units. */
      open: z.number(),
      /** Findings that can be put right without a thought. */
      safe: z.number(),
      fresh: z.number(),
    }),
  ),
});
export type InspectionOverview = z.infer<typeof overview>;

export const findingBody = z.object({
  id: z.number(),
  check: z.string(),
  /** The concept or unit. */
  item: z.number(),
  language: z.string().nullable(),
  /** The id of the term, or which of the variants, from 0; null: the item as a whole. */
  place: z.union([z.string(), z.number()]).nullable(),
  severity: z.enum(['error', 'warning', 'info']),
  text: z.string(),
  said: z.custom<Said<FindingCodes>>(),
  related: z.array(z.object({ item: z.number(), text: z.string() })),
  correction: z
    .union([
      z.object({ kind: z.literal('text'), text: z.string(), safe: z.boolean() }),
      z.object({ kind: z.literal('remove term'), safe: z.boolean() }),
      z.object({
        kind: z.literal('value'),
        field: z.string(),
        value: z.string(),
        instead: z.string(),
        safe: z.boolean(),
      }),
    ])
    .nullable(),
  /** Where in its texts the evidence stands; none: all of `text` is. */
  marks: z.array(z.object({ place: z.union([z.string(), z.number()]), from: z.number(), to: z.number() })),
  isNew: z.boolean(),
});
export type FindingBody = z.infer<typeof findingBody>;

/** A finding with all texts of what it is about. */
export const foundRow = findingBody.extend({
  texts: z.array(z.object({ language: z.string(), texts: z.array(z.string()) })),
  /** Of a concept. */
  definition: z.string(),
});
export type FoundRow = z.infer<typeof foundRow>;

/** What is wrong once: its first finding, and the others that are the same matter. */
export const matterRow = foundRow.extend({
  author: z.string(),
  /** As YYYYMMDD; empty: not known. */
  day: z.string(),
  origin: z.string(),
  /** The ids of all its findings, the first one's among them. */
  ids: z.array(z.number()),
  /** The texts of the next concepts or units that it is in, the first of them. */
  others: z.array(z.object({ item: z.number(), texts: foundRow.shape.texts, definition: z.string() })),
  /** Open findings of the same check that rest on the same words. */
  alike: z.number(),
  evidence: z.string(),
});
export type MatterRow = z.infer<typeof matterRow>;

/** What a client says is right wherever it stands. */
export const stetRule = z.object({
  id: z.number(),
  check: z.string(),
  language: z.string().nullable(),
  evidence: z.string(),
  reason: z.string(),
  at: z.string(),
});
export type StetRule = z.infer<typeof stetRule>;

const orders = ['place', 'severity', 'author', 'origin', 'newest'] as const;
export type MatterOrder = (typeof orders)[number];

/** A finding that somebody let stand. */
export const stetRow = foundRow.extend({ stet: z.number(), reason: z.string(), at: z.string() });
export type StetRow = z.infer<typeof stetRow>;

/** As many as an inspection keeps of one check: one matter can have them all. */
const ids = z.array(z.number()).min(1).max(50_000);
const putRight = recorded.extend({ changed: z.number() });

const overviewRoute = { params: idParam, answer: overview };
const inspectRoute = { params: idParam, answer: jobOf('inspect') };
const findingsRoute = {
  params: idParam,
  query: z.object({
    check: z.string().optional(),
    severity: z.enum(['error', 'warning', 'info']).optional(),
    author: z.string().optional(),
    origin: z.string().optional(),
    since: z
      .string()
      .regex(/^\d{8}$/)
      .optional(),
    /** 1: only what can be put right without a thought. */
    safe: whole.default(0),
    order: z.enum(orders).default('place'),
    from: whole.default(0),
  }),
  answer: z.array(matterRow),
};
const stetRoute = {
  params: idParam,
  body: z.object({
    ids,
    reason: z.string().max(500),
    /** These alone, all that rest on the same words, or those words for this client for good. */
    scope: z.enum(['these', 'alike', 'rule']).default('these'),
  }),
  answer: recorded,
};
const rulesRoute = { params: idParam, answer: z.array(stetRule) };
const stetsRoute = {
  summary: 'What is let stand, with the reasons',
  params: idParam,
  query: z.object({ after: whole.default(0) }),
  answer: z.array(stetRow),
};
const callBackRoute = { params: idParam, body: z.object({ ids }), answer: recorded };
const putRightRoute = { params: idParam, body: z.object({ ids }), answer: putRight };
const putRightSafeRoute = {
  summary: 'All corrections of a check that change no meaning',
  params: idParam,
  body: z.object({ check: z.string(), except: z.array(z.number()).max(5000).default([]) }),
  answer: putRight,
};
const answersRoute = {
  summary: 'A query list that came back, as it is (application/octet-stream)',
  params: idParam,
  query: z.object({ name: z.string().min(1).max(300) }),
  answer: recorded.extend({
    changed: z.number(),
    stet: z.number(),
    unanswered: z.number(),
    /** Answers that could not be done. */
    left: z.number(),
  }),
};
const reportRoute = {
  params: idParam,
  body: z.object({ format: z.enum(['html', 'xlsx', 'queries']), language: spoken }),
  answer: jobOf('report findings'),
};

/** A termbase or memory, and how it stands with it. */
export const inspectionStanding = z.object({
  kind: z.enum(['termbase', 'memory']),
  id: z.number(),
  name: z.string(),
  client: z.string(),
  clientId: z.number(),
  inspectedAt: z.string().nullable(),
  /** Open matters. */
  errors: z.number(),
  doubts: z.number(),
  hints: z.number(),
});
export type InspectionStanding = z.infer<typeof inspectionStanding>;

/** What the inspections of a client's resources look for. */
export const inspectionProfile = z.object({
  /** Checks of memories that are left out, and of termbases. */
  without: z.array(z.string().max(60)).max(100),
  withoutOfTermbases: z.array(z.string().max(60)).max(100).default([]),
  /** Whose terms should be used. */
  termbases: z.array(z.number().int()).max(100),
  /** Units that came about by a bridge are looked at as well. */
  bridged: z.boolean(),
  /** What termbases are inspected beside. */
  besideMemories: z.array(z.number().int()).max(100).default([]),
  besideTermbases: z.array(z.number().int()).max(100).default([]),
  /** The client's own rules. */
  patterns: z
    .array(
      z.object({
        name: z.string().trim().min(1).max(200),
        pattern: z.string().min(1).max(500),
        must: z.enum(['stand', 'not stand']),
        whereSource: z.string().max(500).optional(),
        language: z.string().max(40).optional(),
      }),
    )
    .max(200),
});
export type InspectionProfile = z.infer<typeof inspectionProfile>;

/** The same for termbases and for memories. */
export const inspectionContract = routes({
  'GET /inspection-profiles/:id': {
    summary: 'What the inspections of a client’s resources look for',
    params: idParam,
    answer: inspectionProfile,
  },
  'PUT /inspection-profiles/:id': { params: idParam, body: inspectionProfile, answer: done },
  'GET /inspections': {
    summary: 'All that can be inspected, with what its last inspection left open',
    query: z.object({ client: whole.optional() }),
    answer: z.array(inspectionStanding),
  },
  'GET /termbases/:id/inspection': overviewRoute,
  'GET /memories/:id/inspection': overviewRoute,
  'POST /termbases/:id/inspection': inspectRoute,
  'POST /memories/:id/inspection': inspectRoute,
  'GET /termbases/:id/findings': findingsRoute,
  'GET /memories/:id/findings': findingsRoute,
  'POST /termbases/:id/findings/stet': stetRoute,
  'POST /memories/:id/findings/stet': stetRoute,
  'GET /termbases/:id/stets': stetsRoute,
  'GET /memories/:id/stets': stetsRoute,
  'POST /termbases/:id/stets/call-back': callBackRoute,
  'POST /memories/:id/stets/call-back': callBackRoute,
  'GET /termbases/:id/stet-rules': rulesRoute,
  'GET /memories/:id/stet-rules': rulesRoute,
  'POST /termbases/:id/stet-rules/call-back': callBackRoute,
  'POST /memories/:id/stet-rules/call-back': callBackRoute,
  'POST /termbases/:id/findings/answers': answersRoute,
  'POST /memories/:id/findings/answers': answersRoute,
  'POST /termbases/:id/findings/put-right': putRightRoute,
  'POST /memories/:id/findings/put-right': putRightRoute,
  'POST /termbases/:id/findings/put-right-safe': putRightSafeRoute,
  'POST /memories/:id/findings/put-right-safe': putRightSafeRoute,
  'POST /termbases/:id/inspection/report': reportRoute,
  'POST /memories/:id/inspection/report': reportRoute,
});
