/** A kit, tried on documents. */
import { MATCH_DOUBTS } from '@fair-copy/core/rehearsal/doubts.js';
import { BANDS } from '@fair-copy/core/rehearsal/figures.js';
import { z } from 'zod';
import { candidateBody } from './candidates.js';
import { jobOf } from './jobs.js';
import { kitChoice } from './kits.js';
import { routes } from './route.js';
import { diagnosticBody, done, idParam, spoken, whole } from './shared.js';

const band = z.enum(BANDS);

export const rateCard = z.object({
  /** ISO 4217. */
  currency: z.string().regex(/^[A-Z]{3}$/),
  perWord: z.number().positive().nullable(),
  shares: z.record(band, z.number().gt(0).max(1)),
});

/** A kit as it lies on the desk: what is chosen, what it is tried on, and what the client pays and says. */
export const kitPlan = kitChoice.extend({
  /** One that came with a folder is called by its way. */
  documents: z
    .array(z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/), name: z.string().min(1).max(300) }))
    .max(2000),
  /**
   * What of word-processor documents is read besides their text, and whether words parted at the end of a line stay so;
   * otherwise they are made whole.
   */
  reading: z
    .object({ headers: z.boolean(), hidden: z.boolean(), parted: z.boolean().default(false) })
    .default({ headers: false, hidden: false, parted: false }),
  rates: rateCard,
  /** What the client said is no term, in small letters. */
  noTerms: z.array(z.string().max(300)).max(5000),
});
export type KitPlan = z.infer<typeof kitPlan>;

const bandFigures = z.object({
  band,
  segments: z.number(),
  words: z.number(),
  characters: z.number(),
  weighted: z.number(),
});
export const figures = z.object({
  bands: z.array(bandFigures).readonly(),
  segments: z.number(),
  words: z.number(),
  characters: z.number(),
  weighted: z.number(),
  cost: z.number().nullable(),
  apart: z.object({ segments: z.number(), words: z.number() }),
  within: z.object({ segments: z.number(), words: z.number() }),
});
export type FiguresBody = z.infer<typeof figures>;

export const rehearsalOutcome = z.object({
  at: z.string(),
  /** What it was done with; the plan may be another by now. */
  source: z.string(),
  target: z.string(),
  rates: rateCard,
  all: figures,
  documents: z.array(z.object({ name: z.string(), figures })).readonly(),
  memories: z
    .array(z.object({ id: z.number(), name: z.string(), serving: z.number(), alone: z.number(), added: z.number() }))
    .readonly(),
  terms: z.object({ found: z.number(), concepts: z.number(), forbidden: z.number(), untranslated: z.number() }),
  missing: z.array(candidateBody).readonly(),
  /** Documents and segments in another language than the kit's. */
  others: z.array(z.object({ document: z.string(), language: z.string(), segments: z.number() })).readonly(),
  /** Files of zips and folders that are no documents, with the reason. */
  leftOut: z.array(z.object({ name: z.string(), why: diagnosticBody })).readonly(),
});
export type RehearsalOutcome = z.infer<typeof rehearsalOutcome>;

/** A resource of the client, and whether it serves the pair. */
export const kitResource = z.object({
  kind: z.enum(['memory', 'termbase']),
  id: z.number(),
  name: z.string(),
  fit: z.enum(['same', 'general', 'none']),
  languages: z.array(z.string()).readonly(),
  items: z.number(),
  /** Kept to be looked up only. */
  isReference: z.boolean(),
  /** A memory of one job, that goes into a lasting one when the job is over. */
  ofJob: z.boolean(),
});
export type KitResource = z.infer<typeof kitResource>;

/** Documents before it is known what matches. */
export const countedDocuments = z
  .array(z.object({ name: z.string(), segments: z.number(), words: z.number(), repeated: z.number() }))
  .readonly();
export type CountedBody = z.infer<typeof countedDocuments>;

export const rehearsalBody = z.object({
  kitId: z.number(),
  name: z.string(),
  clientId: z.number(),
  plan: kitPlan,
  resources: z.array(kitResource).readonly(),
  outcome: rehearsalOutcome.nullable(),
  /** While it is rehearsed. */
  counted: countedDocuments.nullable(),
  /** The figures of the last rehearsal but one. */
  before: figures.nullable(),
  /** The kit or its resources are others by now. */
  stale: z.boolean(),
});
export type RehearsalBody = z.infer<typeof rehearsalBody>;

const keptMatch = z.object({
  memoryId: z.number(),
  memory: z.string(),
  unit: z.number(),
  source: z.string(),
  target: z.string(),
  score: z.number(),
  inContext: z.boolean(),
  forbidden: z.array(z.string()).readonly(),
});

/** A segment as it was rehearsed. */
export const keptSegment = z.object({
  ordinal: z.number(),
  document: z.string(),
  /** Without its codes. */
  text: z.string(),
  /** Where in it inline codes stand, ascending (not in rehearsals of earlier versions). */
  codes: z.array(z.number()).readonly().optional(),
  class: z.enum(['context', 'exact', 'near', 'fuzzy', 'none', 'repetition']),
  band,
  score: z.number(),
  words: z.number(),
  /** What it is in, where that is not the document's language. */
  language: z.string().nullable(),
  isApart: z.boolean(),
  doubts: z.array(z.enum(MATCH_DOUBTS)).readonly(),
  matches: z.array(keptMatch).readonly(),
  terms: z
    .array(
      z.object({
        start: z.number(),
        end: z.number(),
        term: z.string(),
        concept: z.number(),
        termbaseId: z.number(),
        usable: z.array(z.string()).readonly(),
        isForbidden: z.boolean(),
      }),
    )
    .readonly(),
});
export type KeptSegment = z.infer<typeof keptSegment>;

const galleyMatch = keptMatch.extend({
  /** Whether its unit is as it was, says something else by now, or is gone; `target` is what it says now. */
  standing: z.enum(['same', 'changed', 'gone']),
  /** Of the text that is its target. */
  targetLanguage: z.string(),
});
export type GalleyMatch = z.infer<typeof galleyMatch>;

export const galleySegment = keptSegment.extend({
  matches: z.array(galleyMatch).readonly(),
  /** What somebody noted on it; empty: nothing. */
  note: z.string(),
});
export type GalleySegment = z.infer<typeof galleySegment>;

export const galleyQuery = z.object({
  band: band.optional(),
  /** Those with terms, with a doubt, with a note; left out: all. */
  show: z.enum(['terms', 'doubts', 'notes']).optional(),
  order: z.enum(['text', 'best', 'worst', 'longest']).default('text'),
  from: whole.min(0).default(0),
  limit: whole.min(1).max(200).default(100),
});
export type GalleyQuery = z.infer<typeof galleyQuery>;

const segmentNote = z.object({
  document: z.string().max(2000),
  text: z.string().max(200_000),
  /** Empty: it is taken away. */
  note: z.string().max(5000),
});
export type SegmentNote = z.infer<typeof segmentNote>;

export const rehearsalContract = routes({
  'GET /rehearsals/:id': {
    summary: 'A kit and what it was worth',
    params: idParam,
    answer: rehearsalBody,
  },
  'PUT /rehearsals/:id': { params: idParam, body: kitPlan.omit({ noTerms: true }), answer: done },
  'POST /clients/:id/no-terms': {
    summary: 'A word or phrase that is no term of this client: it is not proposed again',
    params: idParam,
    body: z.object({ text: z.string().trim().min(1).max(300) }),
    answer: done,
  },
  'POST /rehearsals/:id/run': { params: idParam, answer: jobOf('rehearse') },
  'GET /rehearsals/:id/segments': {
    summary: 'The documents as running text, each segment with its matches and terms',
    params: idParam,
    query: galleyQuery,
    answer: z.object({ total: z.number(), segments: z.array(galleySegment).readonly() }),
  },
  'PUT /rehearsals/:id/note': {
    summary: 'A note on a segment; it stays when its document is rehearsed again',
    params: idParam,
    body: segmentNote,
    answer: done,
  },
  'POST /memories/:id/candidates': {
    summary: 'What a memory often says and no termbase of its client has',
    params: idParam,
    body: z.object({ source: z.string().min(1).max(40), target: z.string().min(1).max(40) }),
    answer: jobOf('find candidates'),
  },
  'POST /rehearsals/:id/hand-over': {
    summary: 'The report, or the kit packed for the project; fetch it from /jobs/:id/file',
    params: idParam,
    body: z.object({ what: z.enum(['xlsx', 'html', 'pack']), language: spoken }),
    answer: jobOf('hand over rehearsal'),
  },
});
