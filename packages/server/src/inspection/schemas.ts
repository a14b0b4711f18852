/** What the pages get of inspections. */
import { z } from 'zod';

const counts = z.object({ new: z.number(), standing: z.number(), settled: z.number(), stet: z.number() });

export const overview = z.object({
  inspectedAt: z.string().nullable(),
  counts: counts.nullable(),
  checks: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      explains: z.string(),
      open: z.number(),
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
  message: z.string(),
  related: z.array(z.object({ item: z.number(), text: z.string() })),
  correction: z
    .union([
      z.object({ kind: z.literal('text'), text: z.string(), safe: z.boolean() }),
      z.object({ kind: z.literal('remove term'), safe: z.boolean() }),
    ])
    .nullable(),
  isNew: z.boolean(),
});
export type FindingBody = z.infer<typeof findingBody>;

/** A finding with all texts of what it is about. */
export const foundRow = findingBody.extend({
  texts: z.array(z.object({ language: z.string(), texts: z.array(z.string()) })),
});
export type FoundRow = z.infer<typeof foundRow>;
