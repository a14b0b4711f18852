/** What Inspect says of units or concepts before they are written. */
import type { FindingCodes } from '@fair-copy/core/checks/said.js';
import type { Said } from '@fair-copy/core/said.js';
import { z } from 'zod';

export const lookedAhead = z.object({
  kind: z.enum(['memory', 'termbase']),
  items: z.number(),
  itemsFound: z.number(),
  checks: z.array(z.object({ id: z.string(), count: z.number() })).readonly(),
  /** The worst first; of very many, some of each check. */
  findings: z
    .array(
      z.object({
        check: z.string(),
        severity: z.enum(['error', 'warning', 'info']),
        /** The unit, row or entry, from 1. */
        number: z.number(),
        /** Which of the texts it is about; null: all. */
        place: z.number().nullable(),
        said: z.custom<Said<FindingCodes>>(),
        texts: z.array(z.object({ language: z.string(), text: z.string() })),
        marks: z.array(z.object({ place: z.number(), from: z.number(), to: z.number() })),
      }),
    )
    .readonly(),
  /** Languages of the texts without a word list: their spelling is not looked at. */
  unlisted: z.array(z.string()).readonly(),
});
export type LookedAhead = z.infer<typeof lookedAhead>;
