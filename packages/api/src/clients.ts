/** Clients, and what there is of theirs. */
import { z } from 'zod';
import { routes } from './route.js';
import { done, idParam, made, ofClient } from './shared.js';

const client = z.object({ id: z.number(), name: z.string() });
export type ClientBody = z.infer<typeof client>;

const named = z.object({ name: z.string().max(200) });

const holding = z.object({
  id: z.number(),
  kind: z.literal('termbase'),
  clientId: z.number(),
  client: z.string(),
  name: z.string(),
  concepts: z.number(),
  languages: z.array(z.object({ language: z.string(), terms: z.number(), concepts: z.number() })),
  openFindings: z.number(),
  /** Kept to be looked up only: nothing is written to it. */
  isReference: z.boolean(),
  inspected: z.boolean(),
  changedAt: z.string(),
});
export type Holding = z.infer<typeof holding>;

export const clientContract = routes({
  'GET /clients': { answer: z.array(client) },
  'POST /clients': { body: named, answer: made },
  'PATCH /clients/:id': { params: idParam, body: named, answer: done },
});

export const holdingContract = routes({
  'GET /holdings': { summary: 'All termbases, of one client or of all', query: ofClient, answer: z.array(holding) },
});
