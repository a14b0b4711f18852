/** How long undo is kept, backups, damaged memories, and clients deleted for good. */
import { z } from 'zod';
import { jobOf } from './jobs.js';
import { routes } from './route.js';
import { done, idParam } from './shared.js';

const history = z.object({
  /** Null: for ever. */
  days: z.number().int().nullable(),
  entries: z.number(),
  bytes: z.number(),
  oldest: z.string().nullable(),
});
export type HistoryBody = z.infer<typeof history>;

export const upkeepContract = routes({
  'GET /ledger/history': { summary: 'How long undo is kept, and what it takes on the disk', answer: history },
  'PUT /ledger/history': {
    summary: 'Keep undo for so many days; null: for ever',
    body: z.object({ days: z.number().int().nullable() }),
    answer: done,
  },
  'POST /ledger/history/clear': {
    summary: 'Clear all undo now: what was done stays done for good',
    answer: jobOf('clear undo'),
  },
  'POST /backup': { summary: 'Everything in one zip; fetch it from /jobs/:id/file', answer: jobOf('back up') },
  'POST /memories/:id/mend': {
    summary: 'For a memory whose file is damaged: back to its copy, or what can be read of it',
    params: idParam,
    body: z.object({ how: z.enum(['copy', 'read']) }),
    answer: jobOf('mend'),
  },
  'DELETE /clients/:id': {
    summary: 'A client with everything of theirs, for good: nothing of it can be brought back',
    params: idParam,
    body: z.object({ name: z.string().max(1000) }),
    answer: done,
  },
});
