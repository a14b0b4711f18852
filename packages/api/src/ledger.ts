/** What was done, undone and done again. */
import type { ClosedCodes, DoneCodes } from '@fair-copy/words/done.js';
import { z } from 'zod';
import { routes } from './route.js';
import { idParam, told, whole } from './shared.js';

const entry = z.object({
  id: z.number(),
  at: z.string(),
  clientId: z.number().nullable(),
  client: z.string().nullable(),
  termbaseId: z.number().nullable(),
  memoryId: z.number().nullable(),
  kind: z.string(),
  ...told<DoneCodes>(),
  counts: z.record(z.string(), z.number()),
  undoneAt: z.string().nullable(),
  /** Why it can no longer be undone or done again; null: it can. */
  closed: z.object(told<ClosedCodes>()).nullable(),
  /** The opening of a page that it was done on (`x-page` of the request); null: not on a page, or by an earlier version. */
  page: z.string().nullable(),
});
export type LedgerEntryBody = z.infer<typeof entry>;

const turned = { params: idParam, answer: z.object(told<DoneCodes>()) };

export const ledgerContract = routes({
  'GET /ledger': {
    summary: 'What was done, the newest first; a page ends where the next one begins',
    query: z.object({
      client: whole.optional(),
      before: whole.default(Number.MAX_SAFE_INTEGER),
      limit: whole.positive().max(200).default(50),
    }),
    answer: z.array(entry),
  },
  'POST /ledger/:id/undo': turned,
  'POST /ledger/:id/redo': turned,
});
