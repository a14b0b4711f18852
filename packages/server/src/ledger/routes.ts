import { z } from 'zod';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { idParam } from '../schemas.js';

const entry = z.object({
  id: z.number(),
  at: z.string(),
  clientId: z.number().nullable(),
  client: z.string().nullable(),
  termbaseId: z.number().nullable(),
  memoryId: z.number().nullable(),
  kind: z.string(),
  title: z.string(),
  counts: z.record(z.string(), z.number()),
  undoneAt: z.string().nullable(),
  /** Why it can no longer be undone or done again; null: it can. */
  closed: z.string().nullable(),
});
export type LedgerEntryBody = z.infer<typeof entry>;

interface Row {
  readonly id: number;
  readonly at: string;
  readonly client_id: number | null;
  readonly client: string | null;
  readonly termbase_id: number | null;
  readonly memory_id: number | null;
  readonly kind: string;
  readonly title: string;
  readonly counts: string;
  readonly undone_at: string | null;
  readonly closed: string | null;
}

export function ledgerRoutes(api: Api, { workspace, workers, events, jobs }: Context): void {
  const page = workspace.prepare<[{ client: number | null; before: number; limit: number }], Row>(
    `SELECT l.*, c.name AS client FROM ledger l LEFT JOIN client c ON c.id = l.client_id
     WHERE l.id < @before AND (@client IS NULL OR l.client_id = @client) ORDER BY l.id DESC LIMIT @limit`,
  );

  api.get(
    '/ledger',
    {
      schema: {
        summary: 'What was done, the newest first; a page ends where the next one begins',
        querystring: z.object({
          client: z.coerce.number().int().optional(),
          before: z.coerce.number().int().default(Number.MAX_SAFE_INTEGER),
          limit: z.coerce.number().int().positive().max(200).default(50),
        }),
        response: { 200: z.array(entry) },
      },
    },
    async (request) => {
      const { client = null, before, limit } = request.query;
      return page.all({ client, before, limit }).map((row) => ({
        id: row.id,
        at: row.at,
        clientId: row.client_id,
        client: row.client,
        termbaseId: row.termbase_id,
        memoryId: row.memory_id,
        kind: row.kind,
        title: row.title,
        counts: JSON.parse(row.counts) as Record<string, number>,
        undoneAt: row.undone_at,
        closed: row.closed,
      }));
    },
  );

  const entryTitle = workspace.prepare<[number], { title: string }>('SELECT title FROM ledger WHERE id = ?');
  for (const [path, task, verb] of [
    ['undo', 'undoEntry', 'Undoing'],
    ['redo', 'redoEntry', 'Doing again'],
  ] as const) {
    api.post(
      `/ledger/:id/${path}`,
      { schema: { params: idParam, response: { 200: z.object({ title: z.string() }) } } },
      async (request) => {
        const { id } = request.params;
        // As a job too, so that a large one shows as running work; refusals are answered at once.
        let result: { readonly title: string } | undefined;
        let failure: unknown;
        const known = entryTitle.get(id);
        if (!known) throw new ApiError('not-found', { what: 'entry' });
        const job = jobs.start({ kind: path, title: `${verb}: ${known.title}`, clientId: null }, async (controls) => {
          try {
            result = await workers.write(task, { id }, controls);
          } catch (error) {
            failure = error;
            throw error;
          }
        });
        await jobs.ended(job.id);
        if (!result) throw failure;
        for (const what of ['clients', 'holdings', 'termbase', 'memory', 'inspection', 'ledger', 'intake'] as const)
          events.tell({ type: 'changed', what });
        return result;
      },
    );
  }
}
