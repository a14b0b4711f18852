/** What the page's search finds. */
import { z } from 'zod';
import { routes } from './route.js';
import { whole } from './shared.js';

const found = z.object({
  terms: z.array(
    z.object({
      concept: z.number(),
      termbaseId: z.number(),
      termbase: z.string(),
      client: z.string(),
      language: z.string(),
      text: z.string(),
      others: z.string(),
    }),
  ),
  termbases: z.array(z.object({ id: z.number(), name: z.string(), client: z.string() })),
});
export type LookUpBody = z.infer<typeof found>;

export const lookUpContract = routes({
  'GET /look-up': {
    summary: 'Terms that begin with a text, then those that hold it; termbases by name',
    query: z.object({ q: z.string().max(200), client: whole.optional() }),
    answer: found,
  },
});
