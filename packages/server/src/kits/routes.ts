import { kitContract, type KitItem } from '@fair-copy/api/kits.js';
import { OK } from '@fair-copy/api/shared.js';
import type { Context } from '../context.js';
import { serve, type Api } from '../serve.js';
import { choiceOf, type KitRow } from '../store/kits.js';
import { kitTasks } from './tasks.js';

export function kitRoutes(api: Api, { workspace, workers }: Context): void {
  const list = workspace.prepare<[{ client: number | null }], KitRow & { client: string; changed_at: string | null }>(
    `SELECT k.*, c.name AS client,
       (SELECT max(l.at) FROM change h JOIN ledger l ON l.id = h.ledger_id
         WHERE h.entity GLOB 'kit*' AND h.entity_id = k.id) AS changed_at
     FROM kit k JOIN client c ON c.id = k.client_id
     WHERE @client IS NULL OR k.client_id = @client
     ORDER BY c.name COLLATE NOCASE, k.name COLLATE NOCASE`,
  );
  const nameOf = (kind: 'memory' | 'termbase', id: number): string =>
    workspace.prepare<[number], string>(`SELECT name FROM ${kind} WHERE id = ?`).pluck().get(id)!;

  serve(api, kitContract, 'GET /kits', async ({ query }) =>
    list.all({ client: query.client ?? null }).map((row): KitItem => {
      const { source, target, memories, termbases, writesMemory, writesTermbase } = choiceOf(workspace, row);
      return {
        id: row.id,
        clientId: row.client_id,
        client: row.client,
        name: row.name,
        source,
        target,
        memories: memories.map(({ id }) => nameOf('memory', id)),
        termbases: termbases.map((id) => nameOf('termbase', id)),
        writes: [
          ...(writesMemory === null ? [] : [nameOf('memory', writesMemory)]),
          ...(writesTermbase === null ? [] : [nameOf('termbase', writesTermbase)]),
        ],
        changedAt: row.changed_at ?? row.created_at,
      };
    }),
  );

  serve(api, kitContract, 'POST /kits', async ({ body }) => workers.run(kitTasks.createKit, body));

  serve(api, kitContract, 'PATCH /kits/:id', async ({ params, body }) => {
    await workers.run(kitTasks.renameKit, { id: params.id, ...body });
    return OK;
  });

  serve(api, kitContract, 'DELETE /kits/:id', async ({ params }) => {
    await workers.run(kitTasks.deleteKit, { id: params.id });
    return OK;
  });
}
