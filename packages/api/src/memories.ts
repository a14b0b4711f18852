/** What the pages ask of memories and what they get. */
import type { Said } from '@fair-copy/core/said.js';
import type { LeftCodes, LeftReason } from '@fair-copy/core/formats/read-units.js';
import type { DoneCodes } from '@fair-copy/words/done.js';
import { z } from 'zod';
import { findingBody } from './inspection.js';
import { jobOf } from './jobs.js';
import { routes } from './route.js';
import { done, idParam, made, ofClient, recorded, seenVersion, whole, told, diagnosticBody } from './shared.js';

export const unitFilter = z.object({
  text: z.string().max(500).optional(),
  mode: z.enum(['any', 'word', 'beginning', 'whole', 'pattern']).optional(),
  /** Units that do not hold the text. */
  not: z.boolean().optional(),
  case: z.boolean().optional(),
  accents: z.boolean().optional(),
  /** Where to look for the text; a general tag stands for its regions. */
  language: z.string().max(40).optional(),
  present: z.array(z.string().max(40)).max(8).optional(),
  missing: z.array(z.string().max(40)).max(8).optional(),
  author: z.string().max(100).optional(),
  origin: z.number().int().optional(),
  changedSince: z.iso.date().optional(),
  changedBefore: z.iso.date().optional(),
  codes: z.boolean().optional(),
  duplicate: z.boolean().optional(),
  /** Units with open findings of the last inspection. */
  findings: z.boolean().optional(),
  longer: z.number().int().min(0).optional(),
  shorter: z.number().int().min(0).optional(),
  attribute: z.object({ type: z.string().min(1).max(200), value: z.string().max(200) }).optional(),
});
export type UnitFilter = z.infer<typeof unitFilter>;

export const unitSort = z.object({
  by: z.enum(['file', 'text', 'changed', 'length', 'origin']).default('file'),
  /** The language whose texts are sorted. */
  language: z.string().max(40).optional(),
  descending: z.boolean().default(false),
});
export type UnitSort = z.infer<typeof unitSort>;

const said = {
  attributes: z.record(z.string(), z.string()).optional(),
  props: z
    .array(z.object({ type: z.string(), text: z.string(), attributes: z.record(z.string(), z.string()).optional() }))
    .optional(),
  notes: z.array(z.object({ text: z.string(), attributes: z.record(z.string(), z.string()).optional() })).optional(),
};

export const unitBody = z.object({
  id: z.number(),
  origin: z.string(),
  place: z.number(),
  /** Which state of it this is: an edit says it, and is refused where the unit was changed meanwhile. */
  version: z.string(),
  ...said,
  variants: z.array(
    z.object({
      language: z.string(),
      text: z.string(),
      codes: z.array(z.object({ kind: z.enum(['open', 'close', 'alone']), pair: z.string(), shown: z.string() })),
      ...said,
    }),
  ),
});
export type UnitBody = z.infer<typeof unitBody>;

export const unitPage = z.object({
  units: z.array(unitBody),
  /** Null while it is being counted. */
  total: z.number().nullable(),
  /** How many were found by now. */
  found: z.number(),
  /** How much of the memory was looked through by now, 0 to 1. */
  share: z.number(),
});
export type UnitPageBody = z.infer<typeof unitPage>;

export const memoryBody = z.object({
  id: z.number(),
  clientId: z.number(),
  client: z.string(),
  name: z.string(),
  subject: z.string(),
  /** Of one job: when that is over, it goes into a lasting one. */
  ofJob: z.boolean(),
  /** Kept to be looked up only: nothing is written to it. */
  isReference: z.boolean(),
  units: z.number(),
  languages: z.array(z.object({ language: z.string(), segments: z.number(), units: z.number() })),
  origins: z.array(z.object({ id: z.number(), name: z.string(), at: z.string() })),
  /** Types of properties that occur, the commonest of the first units. */
  attributes: z.array(z.string()),
  changedAt: z.string(),
  /** Null: never inspected. */
  openFindings: z.number().nullable(),
  /** What is wrong with its file, and when the copy was made that one can go back to; null: it is sound. */
  damage: z.object({ what: z.string(), copiedAt: z.string().nullable() }).nullable(),
});
export type MemoryBody = z.infer<typeof memoryBody>;

export const selection = z.object({
  filter: unitFilter,
  /** These only; otherwise all that pass the filter. */
  ids: z.array(z.number().int()).max(100_000).optional(),
});
export type UnitSelection = z.infer<typeof selection>;

export const unitChange = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('replace'),
    find: z.string().min(1).max(500),
    by: z.string().max(2000),
    language: z.string().max(40).optional(),
    case: z.boolean().default(false),
    words: z.boolean().default(false),
    pattern: z.boolean().default(false),
  }),
  z.object({ kind: z.literal('delete') }),
  z.object({ kind: z.literal('attribute'), type: z.string().trim().min(1).max(200), value: z.string().max(2000) }),
  z.object({ kind: z.literal('language'), from: z.string().max(40), to: z.string().max(40) }),
  z.object({ kind: z.enum(['copy', 'move']), memoryId: z.number().int() }),
  z.object({ kind: z.literal('newest') }),
]);
export type UnitChange = z.infer<typeof unitChange>;

export const bulkBody = selection.extend({ change: unitChange });
export type UnitBulk = z.infer<typeof bulkBody>;

export const bulkPreview = z.object({
  selected: z.number(),
  changed: z.number(),
  examples: z.array(z.object({ unit: z.number(), language: z.string(), before: z.string(), after: z.string() })),
});
export type UnitBulkPreview = z.infer<typeof bulkPreview>;

export const concordanceBody = z.object({
  groups: z.array(
    z.object({
      memoryId: z.number(),
      memory: z.string(),
      unit: z.number(),
      times: z.number(),
      language: z.string(),
      text: z.string(),
      /** Where the searched words stand, from and behind, in UTF-16 units. */
      marks: z.array(z.tuple([z.number(), z.number()])),
      others: z.array(
        z.object({ language: z.string(), text: z.string(), marks: z.array(z.tuple([z.number(), z.number()])) }),
      ),
    }),
  ),
  more: z.boolean(),
  /** Memories whose files are damaged: they were not looked through. */
  damaged: z.array(z.string()),
});
export type ConcordanceBody = z.infer<typeof concordanceBody>;

export const unitSurvey = z.object({
  kind: z.string(),
  /** Whether fuzzy messages or alternative translations are among the units. */
  alternatives: z.boolean(),
  count: z.number(),
  taken: z.number(),
  languages: z.array(z.object({ spelling: z.string(), tag: z.string(), count: z.number() })),
  /** `LeftReason` → how many. */
  reasons: z.record(z.string(), z.number()),
  left: z.array(
    z.object({
      number: z.number(),
      line: z.number(),
      reason: z.custom<LeftReason>(),
      what: z.custom<Said<LeftCodes>>(),
    }),
  ),
  notes: z.array(diagnosticBody),
  attributes: z.array(z.string()),
  sample: z.array(unitBody),
});
export type UnitSurvey = z.infer<typeof unitSurvey>;
const unitParam = idParam.extend({ unit: whole.positive() });

const unitDetail = unitBody.extend({
  findings: z.array(findingBody),
  neighbours: z.array(unitBody),
  history: z.array(
    recorded.extend({ at: z.string(), ...told<DoneCodes>(), undone: z.boolean(), before: unitBody.nullable() }),
  ),
});
export type UnitDetailBody = z.infer<typeof unitDetail>;

export const memoryContract = routes({
  'POST /memories': {
    body: z.object({
      clientId: z.number().int(),
      name: z.string().max(200),
      subject: z.string().max(200).default(''),
      ofJob: z.boolean().default(false),
    }),
    answer: made,
  },
  'GET /memories': { summary: 'The memories of a client, or of all', query: ofClient, answer: z.array(memoryBody) },
  'GET /memories/:id': { params: idParam, answer: memoryBody },
  'PATCH /memories/:id': {
    params: idParam,
    body: z.object({
      name: z.string().max(200).optional(),
      subject: z.string().max(200).optional(),
      ofJob: z.boolean().optional(),
      isReference: z.boolean().optional(),
    }),
    answer: done,
  },
  'POST /memories/:id/move': {
    summary: 'To another client; undone in the ledger',
    params: idParam,
    body: z.object({ clientId: z.number().int() }),
    answer: done,
  },
  'DELETE /memories/:id': { params: idParam, answer: done },
  'POST /memories/:id/take-apart': {
    summary: 'Memories of pairs out of one of many languages, as one operation; it stays',
    params: idParam,
    body: z.object({ source: z.string().min(2).max(40) }),
    answer: jobOf('take apart'),
  },
  'POST /memories/:id/units': {
    summary: 'Units that pass a filter, from a place in their order on',
    params: idParam,
    body: z.object({
      filter: unitFilter,
      sort: unitSort.optional(),
      from: z.number().int().min(0).default(0),
      limit: z.number().int().min(1).max(200).default(60),
    }),
    answer: unitPage,
  },
  'POST /memories/:id/position': {
    summary: 'Where a unit stands in the list, from 0',
    params: idParam,
    body: z.object({ filter: unitFilter, sort: unitSort.optional(), unit: z.number().int() }),
    answer: z.object({ position: z.number().nullable() }),
  },
  'GET /memories/:id/earlier': {
    summary: 'The operations before which the memory can still be seen; the newest first',
    params: idParam,
    answer: z.array(z.object({ ledgerId: z.number(), at: z.string(), ...told<DoneCodes>() })),
  },
  'GET /memories/:id/units/:unit': { params: unitParam, answer: unitDetail },
  'PATCH /memories/:id/units/:unit': {
    summary: 'Another text for a variant; `codes` says which of its codes stand where',
    params: unitParam,
    body: z.object({
      variant: z.number().int().min(0),
      text: z.string().max(200_000),
      codes: z.array(z.number().int().min(0)),
      version: seenVersion,
    }),
    answer: recorded,
  },
  'POST /memories/:id/units/:unit/variants': {
    params: unitParam,
    body: z.object({ language: z.string().max(40), text: z.string().max(200_000), version: seenVersion }),
    answer: recorded,
  },
  'POST /memories/:id/units/:unit/return': { params: unitParam, body: recorded, answer: recorded },
  'POST /memories/:id/preview': { params: idParam, body: bulkBody, answer: bulkPreview },
  'POST /memories/:id/bulk': {
    summary: 'One change for many units',
    params: idParam,
    body: bulkBody,
    answer: jobOf('change units'),
  },
  'POST /memories/:id/concepts': {
    summary: 'Concepts of its short units, to a termbase of the client',
    params: idParam,
    body: selection.extend({ termbaseId: z.number().int() }),
    answer: jobOf('harvest terms'),
  },
  'POST /termbases/:id/memory': {
    summary: 'A memory with a unit for each of its concepts',
    params: idParam,
    body: z.object({ name: z.string().max(200) }),
    answer: z.object({ id: z.number(), units: z.number() }),
  },
  'GET /concordance': {
    summary: 'Where a text occurs in all memories of a client, or of all',
    query: z.object({
      q: z.string().min(1).max(300),
      client: whole.optional(),
      language: z.string().max(40).optional(),
      inflected: z.coerce.boolean().default(false),
      limit: whole.min(1).max(200).default(50),
    }),
    answer: concordanceBody,
  },
});
