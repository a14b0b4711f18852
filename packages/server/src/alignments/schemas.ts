import { z } from 'zod';

/** Source from, to; target from, to (indexes of segments); sureness 0 to 1; 1 where pinned; 1 where it stands elsewhere. */
export const beadBody = z.tuple([
  z.number().int().min(0),
  z.number().int().min(0),
  z.number().int().min(0),
  z.number().int().min(0),
  z.number().min(0).max(1),
  z.union([z.literal(0), z.literal(1)]),
  z.union([z.literal(0), z.literal(1)]),
]);
export type BeadBody = z.infer<typeof beadBody>;

const sideBody = z.object({ name: z.string(), language: z.string().nullable() });

export const alignmentItem = z.object({
  id: z.number(),
  clientId: z.number(),
  source: sideBody,
  target: sideBody,
  state: z.enum(['running', 'ready', 'failed']),
  error: z.string().nullable(),
  written: z.object({ memoryId: z.number(), memory: z.string(), units: z.number() }).nullable(),
  /** When it was paired last; what a person changes leaves it as it is. */
  pairedAt: z.string(),
});
export type AlignmentItem = z.infer<typeof alignmentItem>;

export const alignmentBody = alignmentItem.extend({
  sourceSegments: z.array(z.string()),
  targetSegments: z.array(z.string()),
  beads: z.array(beadBody),
});
export type AlignmentBody = z.infer<typeof alignmentBody>;

export const newAlignment = z.object({
  clientId: z.number().int(),
  source: z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/), name: z.string().min(1).max(300) }),
  target: z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/), name: z.string().min(1).max(300) }),
});

export const alignmentChange = z.object({ beads: z.array(beadBody).max(1_000_000) });
