import { z } from 'zod';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { openTotal } from '../inspection/read.js';
import { TERMBASES } from '../inspection/subjects.js';
import { done, idParam, OK } from '../schemas.js';
import { languageCounts } from '../store/concepts.js';
import type { ClientRow, TermbaseRow } from '../store/termbases.js';

const client = z.object({ id: z.number(), name: z.string() });
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
  inspected: z.boolean(),
  changedAt: z.string(),
});
export type Holding = z.infer<typeof holding>;
export type ClientBody = z.infer<typeof client>;

export function clientRoutes(api: Api, { workspace, workers, events }: Context): void {
  const list = workspace.prepare<[], ClientRow>('SELECT * FROM client ORDER BY name COLLATE NOCASE');

  api.get('/clients', { schema: { response: { 200: z.array(client) } } }, async () =>
    list.all().map(({ id, name }) => ({ id, name })),
  );

  api.post(
    '/clients',
    { schema: { body: named, response: { 200: z.object({ id: z.number() }) } } },
    async (request) => {
      const made = await workers.write('createClient', request.body);
      events.tell({ type: 'changed', what: 'clients' });
      events.tell({ type: 'changed', what: 'ledger' });
      return made;
    },
  );

  api.patch('/clients/:id', { schema: { params: idParam, body: named, response: { 200: done } } }, async (request) => {
    await workers.write('renameClient', { id: request.params.id, name: request.body.name });
    events.tell({ type: 'changed', what: 'clients' });
    events.tell({ type: 'changed', what: 'ledger' });
    return OK;
  });

  api.get(
    '/holdings',
    {
      schema: {
        summary: 'All resources, of one client or of all',
        querystring: z.object({ client: z.coerce.number().int().optional() }),
        response: { 200: z.array(holding) },
      },
    },
    async (request) => {
      const rows = workspace
        .prepare<
          [{ client: number | null }],
          TermbaseRow & { client: string; concepts: number; changed_at: string | null; inspected: number }
        >(
          `SELECT t.*, c.name AS client,
             (SELECT count(*) FROM concept WHERE termbase_id = t.id) AS concepts,
             (SELECT max(l.at) FROM touched h JOIN ledger l ON l.id = h.ledger_id
               WHERE h.kind = 'termbase' AND h.resource_id = t.id) AS changed_at,
             EXISTS (SELECT 1 FROM inspection WHERE termbase_id = t.id) AS inspected
           FROM termbase t JOIN client c ON c.id = t.client_id
           WHERE @client IS NULL OR t.client_id = @client
           ORDER BY c.name COLLATE NOCASE, t.name COLLATE NOCASE`,
        )
        .all({ client: request.query.client ?? null });
      return rows.map((row) => ({
        id: row.id,
        kind: 'termbase' as const,
        clientId: row.client_id,
        client: row.client,
        name: row.name,
        concepts: row.concepts,
        languages: languageCounts(workspace, row.id),
        openFindings: openTotal(workspace, TERMBASES, row.id),
        inspected: row.inspected === 1,
        changedAt: row.changed_at ?? row.created_at,
      }));
    },
  );
}
