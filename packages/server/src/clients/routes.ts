import { clientContract } from '@fair-copy/api/clients.js';
import { OK } from '@fair-copy/api/shared.js';
import type { Context } from '../context.js';
import { serve, type Api } from '../serve.js';
import type { ClientRow } from '../store/clients.js';
import { clientTasks } from './tasks.js';

export function clientRoutes(api: Api, { workspace, workers }: Context): void {
  const list = workspace.prepare<[], ClientRow>('SELECT * FROM client ORDER BY name COLLATE NOCASE');

  serve(api, clientContract, 'GET /clients', async () => list.all().map(({ id, name }) => ({ id, name })));

  serve(api, clientContract, 'POST /clients', async ({ body }) => workers.run(clientTasks.createClient, body));

  serve(api, clientContract, 'PATCH /clients/:id', async ({ params, body }) => {
    await workers.run(clientTasks.renameClient, { id: params.id, name: body.name });
    return OK;
  });
}
