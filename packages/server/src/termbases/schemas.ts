import { z } from 'zod';

export const termbase = z.object({
  id: z.number(),
  clientId: z.number(),
  client: z.string(),
  name: z.string(),
  concepts: z.number(),
  languages: z.array(z.object({ language: z.string(), terms: z.number(), concepts: z.number() })),
});
export type TermbaseBody = z.infer<typeof termbase>;

export const cursor = z.object({ folded: z.string(), concept: z.number(), ordinal: z.number() });
export type CursorBody = z.infer<typeof cursor>;

export const lookUp = z.object({
  language: z.string(),
  q: z.string().max(300).default(''),
  mode: z.enum(['beginning', 'part', 'word']).default('beginning'),
});
export type LookUpMode = z.infer<typeof lookUp>['mode'];

export const termItem = z.object({
  concept: z.number(),
  ordinal: z.number(),
  folded: z.string(),
  text: z.string(),
  others: z.string(),
});
export type TermItem = z.infer<typeof termItem>;

export const anchors = z.object({ count: z.number(), pageSize: z.number(), anchors: z.array(cursor) });
export type AnchorsBody = z.infer<typeof anchors>;

const fields = z.record(z.string(), z.array(z.string()));

export const findingBody = z.object({
  id: z.number(),
  check: z.string(),
  concept: z.number(),
  language: z.string().nullable(),
  term: z.string().nullable(),
  severity: z.enum(['error', 'warning', 'info']),
  text: z.string(),
  message: z.string(),
  related: z.array(z.object({ concept: z.number(), text: z.string() })),
  correction: z
    .union([
      z.object({ kind: z.literal('text'), text: z.string(), safe: z.boolean() }),
      z.object({ kind: z.literal('remove term'), safe: z.boolean() }),
    ])
    .nullable(),
  isNew: z.boolean(),
});
export type FindingBody = z.infer<typeof findingBody>;

export const concept = z.object({
  id: z.number(),
  termbaseId: z.number(),
  fields,
  languages: z.array(
    z.object({ language: z.string(), fields, terms: z.array(z.object({ id: z.string(), text: z.string(), fields })) }),
  ),
  origins: z.array(z.object({ file: z.string(), sheet: z.string().optional(), row: z.number().optional() })),
  findings: z.array(findingBody),
  history: z.array(z.object({ ledgerId: z.number(), at: z.string(), title: z.string(), undone: z.boolean() })),
});
export type ConceptBodyOf = z.infer<typeof concept>;

export const conceptChange = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('add term'), language: z.string(), text: z.string().max(10_000) }),
  z.object({ kind: z.literal('change term'), term: z.string(), text: z.string().max(10_000) }),
  z.object({ kind: z.literal('delete term'), term: z.string() }),
  z.object({ kind: z.literal('note'), term: z.string().nullable(), text: z.string().max(100_000) }),
]);
export type ConceptChangeBody = z.infer<typeof conceptChange>;
