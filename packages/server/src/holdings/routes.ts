import { holdingContract } from '@fair-copy/api/clients.js';
import type { Context } from '../context.js';
import { openTotal } from '../findings/read.js';
import { TERMBASES } from '../findings/subjects.js';
import { serve, type Api } from '../serve.js';
import { languageCounts } from '../store/language-counts.js';
import type { TermbaseRow } from '../store/termbases.js';

interface Row extends TermbaseRow {
  readonly client: string;
  readonly concepts: number;
  readonly changed_at: string | null;
  readonly inspected: number;
}

export function holdingRoutes(api: Api, { workspace }: Context): void {
  const list = workspace.prepare<[{ client: number | null }], Row>(
    `SELECT t.*, c.name AS client,
       (SELECT count(*) FROM concept WHERE termbase_id = t.id) AS concepts,
       (SELECT max(l.at) FROM touched h JOIN ledger l ON l.id = h.ledger_id
         WHERE h.kind = 'termbase' AND h.resource_id = t.id) AS changed_at,
       EXISTS (SELECT 1 FROM inspection WHERE termbase_id = t.id) AS inspected
     FROM termbase t JOIN client c ON c.id = t.client_id
     WHERE @client IS NULL OR t.client_id = @client
     ORDER BY c.name COLLATE NOCASE, t.name COLLATE NOCASE`,
  );

  serve(api, holdingContract, 'GET /holdings', async ({ query }) =>
    list.all({ client: query.client ?? null }).map((row) => ({
      id: row.id,
      kind: 'termbase' as const,
      clientId: row.client_id,
      client: row.client,
      name: row.name,
      concepts: row.concepts,
      languages: languageCounts(workspace, row.id),
      openFindings: openTotal(workspace, TERMBASES, row.id),
      isReference: row.reference === 1,
      inspected: row.inspected === 1,
      changedAt: row.changed_at ?? row.created_at,
    })),
  );
}
