import type { DoneCodes } from '@fair-copy/words/done.js';
import { FORM_NAMES, RECOGNITION_METHODS } from '@fair-copy/core/termbase/recognition/names.js';
import { z } from 'zod';
import { findingBody } from './inspection.js';
import { jobOf } from './jobs.js';
import { routes } from './route.js';
import { done, idParam, jsonOf, made, recorded, seenVersion, whole, told } from './shared.js';

export const fieldDefinition = z.object({
  name: z.string().min(1).max(100),
  level: z.enum(['concept', 'language', 'term']),
  values: z.array(z.string().max(300)).max(1000).nullable(),
  required: z.boolean(),
});
export type FieldDefinitionBody = z.infer<typeof fieldDefinition>;

export const termbase = z.object({
  id: z.number(),
  clientId: z.number(),
  client: z.string(),
  name: z.string(),
  concepts: z.number(),
  /** Kept to be looked up only: nothing is written to it. */
  isReference: z.boolean(),
  languages: z.array(z.object({ language: z.string(), terms: z.number(), concepts: z.number() })),
  fields: z.array(fieldDefinition),
  /** The file whose shape sheets can be written in. */
  shapeOf: z.string().nullable(),
  /** Values by which the list can be filtered, with the number of concepts. */
  facets: z.array(z.object({ field: z.string(), value: z.string(), concepts: z.number() })),
  /** Intakes that stand, newest first. */
  intakes: z.array(z.object({ ledgerId: z.number(), ...told<DoneCodes>(), at: z.string() })),
});
export type TermbaseBody = z.infer<typeof termbase>;

export const cursor = z.object({ key: z.string(), concept: z.number(), ordinal: z.number() });
export type CursorBody = z.infer<typeof cursor>;

const facetFilter = z.object({ field: z.string(), value: z.string() });

/** In a query string the values come as JSON. */
export const listFilter = z.object({
  has: z.string().optional(),
  lacks: z.string().optional(),
  values: z.union([z.array(facetFilter), jsonOf(z.array(facetFilter))]).optional(),
  since: z.string().max(40).optional(),
  findings: z.union([z.boolean(), z.literal('true').transform(() => true)]).optional(),
  intake: whole.optional(),
});

export const lookUp = listFilter.extend({
  language: z.string(),
  q: z.string().max(300).default(''),
  mode: z.enum(['beginning', 'part', 'word']).default('beginning'),
  order: z.enum(['term', 'changed', 'entry']).default('term'),
});
export type LookUpBody = z.infer<typeof lookUp>;
export type LookUpMode = LookUpBody['mode'];
export type ListOrder = LookUpBody['order'];

export const termItem = z.object({
  concept: z.number(),
  ordinal: z.number(),
  key: z.string(),
  text: z.string(),
  others: z.string(),
});
export type TermItem = z.infer<typeof termItem>;

export const anchors = z.object({ count: z.number(), pageSize: z.number(), anchors: z.array(cursor) });
export type AnchorsBody = z.infer<typeof anchors>;

const fields = z.record(z.string(), z.array(z.string()));

export const concept = z.object({
  id: z.number(),
  termbaseId: z.number(),
  /** Which state of it this is: an edit says it, and is refused where the concept was changed meanwhile. */
  version: z.string(),
  fields,
  languages: z.array(
    z.object({ language: z.string(), fields, terms: z.array(z.object({ id: z.string(), text: z.string(), fields })) }),
  ),
  origins: z.array(z.object({ file: z.string(), sheet: z.string().optional(), row: z.number().optional() })),
  findings: z.array(findingBody),
  /** Pictures that are there, by the names that the concept gives them. */
  pictures: z.array(z.object({ name: z.string(), sha256: z.string() })),
  /** References whose goal is in this termbase. */
  references: z.array(z.object({ value: z.string(), concept: z.number() })),
  history: z.array(
    z.object({ ledgerId: z.number(), at: z.string(), ...told<DoneCodes>(), undone: z.boolean(), earlier: z.boolean() }),
  ),
});
export type ConceptBodyOf = z.infer<typeof concept>;

export const conceptChange = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('add term'), language: z.string(), text: z.string().max(10_000) }),
  z.object({ kind: z.literal('change term'), term: z.string(), text: z.string().max(10_000) }),
  z.object({ kind: z.literal('delete term'), term: z.string() }),
  z.object({
    kind: z.literal('set field'),
    level: z.enum(['concept', 'language', 'term']),
    /** The language, for the level of languages. */
    language: z.string().nullable().default(null),
    /** The term, for the level of terms. */
    term: z.string().nullable().default(null),
    field: z.string().min(1).max(100),
    /** None takes the field away. */
    values: z.array(z.string().max(100_000)).max(200),
  }),
  z.object({
    kind: z.literal('say form'),
    language: z.string().max(60),
    /** The text of the term, and of the form that is or is not one of it. */
    term: z.string().max(10_000),
    form: z.string().trim().min(1).max(1_000),
    is: z.boolean(),
  }),
  z.object({ kind: z.literal('split'), terms: z.array(z.string()).min(1) }),
]);
export type ConceptChangeBody = z.infer<typeof conceptChange>;

export const selection = z.union([
  z.object({ concepts: z.array(z.number().int()).min(1).max(100_000) }),
  z.object({ list: lookUp }),
]);
export type SelectionBody = z.infer<typeof selection>;

export const bulk = z.object({
  selection,
  change: z.discriminatedUnion('kind', [
    z.object({
      kind: z.literal('set field'),
      field: z.string().min(1).max(100),
      level: z.enum(['concept', 'language', 'term']),
      language: z.string().nullable(),
      value: z.string().max(100_000),
      mode: z.enum(['replace', 'add', 'fill']),
    }),
    z.object({ kind: z.literal('change language'), from: z.string(), to: z.string() }),
    z.object({ kind: z.literal('move'), termbaseId: z.number().int() }),
    z.object({ kind: z.literal('merge') }),
    z.object({ kind: z.literal('delete') }),
  ]),
});
export type BulkBody = z.infer<typeof bulk>;

export const bulkPreview = z.object({
  /** Concepts that are selected, and those that would change. */
  selected: z.number(),
  changed: z.number(),
  examples: z.array(z.object({ concept: z.number(), before: z.string(), after: z.string() })),
});
export type BulkPreviewBody = z.infer<typeof bulkPreview>;

export const recognized = z.object({
  hits: z.array(
    z.object({
      term: z.string(),
      concept: z.number(),
      start: z.number(),
      end: z.number(),
      how: z.enum(['exact', 'inflected', 'compound']),
      /** What the form is, for an inflected hit. */
      form: z.enum(FORM_NAMES).optional(),
      /** A term of the concept in another language, where several concepts have this one. */
      other: z.string().optional(),
    }),
  ),
  words: z.number(),
  /** Terms of the language in the termbase. */
  terms: z.number(),
  /** What tells the forms of this language. */
  method: z.enum(RECOGNITION_METHODS),
});
export type RecognizedBody = z.infer<typeof recognized>;
const newTerm = z.object({ language: z.string(), text: z.string().max(10_000) });

export const termbaseContract = routes({
  'POST /termbases': { body: z.object({ clientId: z.number(), name: z.string().max(200) }), answer: made },
  'GET /termbases/:id': { params: idParam, answer: termbase },
  'PATCH /termbases/:id': { params: idParam, body: z.object({ name: z.string().max(200) }), answer: done },
  'PUT /termbases/:id/reference': {
    summary: 'Whether it is kept to be looked up only',
    params: idParam,
    body: z.object({ on: z.boolean() }),
    answer: done,
  },
  'POST /termbases/:id/move': {
    summary: 'To another client; undone in the ledger',
    params: idParam,
    body: z.object({ clientId: z.number().int() }),
    answer: done,
  },
  'DELETE /termbases/:id': { params: idParam, answer: done },
  'GET /termbases/:id/anchors': {
    summary: 'How long a list is, and the key before each of its pages',
    params: idParam,
    query: lookUp,
    answer: anchors,
  },
  'GET /termbases/:id/position': {
    summary: 'Where a concept stands in the list, from 0',
    params: idParam,
    query: lookUp.extend({ concept: whole }),
    answer: z.object({ position: z.number().nullable() }),
  },
  'GET /termbases/:id/terms': {
    summary: 'One page of the list, after a key',
    params: idParam,
    query: lookUp.extend({ after: jsonOf(cursor).optional() }),
    answer: z.array(termItem),
  },
  'POST /termbases/:id/concepts': {
    params: idParam,
    body: newTerm.extend({ others: z.array(newTerm).max(20).optional() }),
    answer: made,
  },
  'GET /concepts/:id': { params: idParam, answer: concept },
  'POST /concepts/:id/change': {
    params: idParam,
    query: z.object({ version: seenVersion }),
    body: conceptChange,
    answer: z.object({ deleted: z.boolean(), made: z.number().optional() }),
  },
  'DELETE /concepts/:id': { params: idParam, query: z.object({ version: seenVersion }), answer: done },
  'POST /concepts/:id/return': {
    summary: 'Back to how it was before an operation; itself an entry in the ledger',
    params: idParam,
    body: recorded,
    answer: done,
  },
  'POST /termbases/:id/recognize': {
    summary: 'Which terms occur in a text; nothing of the text is kept',
    params: idParam,
    body: z.object({ language: z.string().max(60), text: z.string().max(500_000) }),
    answer: recognized,
  },
  'PUT /termbases/:id/fields': { params: idParam, body: z.array(fieldDefinition).max(200), answer: done },
  'POST /termbases/:id/bulk/preview': {
    summary: 'What a change of many concepts would do',
    params: idParam,
    body: bulk,
    answer: bulkPreview,
  },
  'POST /termbases/:id/bulk': { params: idParam, body: bulk, answer: jobOf('change terms') },
});
