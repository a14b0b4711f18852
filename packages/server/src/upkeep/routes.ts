/** How long undo is kept, backups, damaged memories, and clients deleted for good. */
import { doing } from '@fair-copy/words/work.js';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { upkeepContract } from '@fair-copy/api/upkeep.js';
import { serve, type Api } from '../serve.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { memoryById } from '../store/memories.js';
import { OK } from '@fair-copy/api/shared.js';
import { clientById } from '../store/clients.js';
import { eraseFromDesk } from './erase-client.js';
import { requireDays } from './history.js';
import { upkeepTasks } from './tasks.js';

export function upkeepRoutes(api: Api, context: Context): void {
  const { workspace, workers, jobs, memories, paths, desk } = context;

  serve(api, upkeepContract, 'GET /ledger/history', async () => workers.run(upkeepTasks.sizeOfHistory, {}));

  serve(api, upkeepContract, 'PUT /ledger/history', async (request) => {
    await workers.run(upkeepTasks.setUndoDays, { days: requireDays(request.body.days) });
    return OK;
  });

  serve(api, upkeepContract, 'POST /ledger/history/clear', async () =>
    jobs.start({ kind: 'clear undo', title: doing('clearing-undo', {}), clientId: null }, async (controls) => {
      const result = await workers.run(upkeepTasks.clearHistory, { all: true }, controls);
      await workers.run(upkeepTasks.sweepRemains, {}, controls);
      return result;
    }),
  );

  serve(api, upkeepContract, 'POST /backup', async () =>
    jobs.start({ kind: 'back up', title: doing('backing-up', {}), clientId: null }, (controls) => {
      const folder = paths.outgoing(controls.id);
      mkdirSync(folder, { recursive: true });
      const fileName = `Fair Copy ${new Date().toISOString().slice(0, 16).replace('T', ' ').replace(':', '')}.zip`;
      return workers.run(upkeepTasks.backUpTo, { path: join(folder, fileName), fileName }, controls);
    }),
  );

  serve(api, upkeepContract, 'POST /memories/:id/mend', async (request) => {
    const row = memoryById(workspace, request.params.id);
    if (memories.damageOf(row) === null) throw new ApiError('nothing-to-mend', { name: row.name });
    const about = { kind: 'mend', title: doing('mending', { name: row.name }), clientId: row.client_id } as const;
    return jobs.start(about, async (controls) => {
      const task = request.body.how === 'copy' ? upkeepTasks.restoreMemory : upkeepTasks.salvageMemory;
      const result = await workers.run(task, { id: row.id }, controls);
      return { ...result, memoryId: row.id };
    });
  });

  serve(api, upkeepContract, 'DELETE /clients/:id', async (request) => {
    const { id } = clientById(workspace, request.params.id);
    if (jobs.list(1000).some((one) => one.state === 'running' && one.clientId === id))
      throw new ApiError('client-at-work');
    await workers.run(upkeepTasks.eraseClient, { id, name: request.body.name });
    memories.closeAll();
    eraseFromDesk(workspace, desk);
    await workers.run(upkeepTasks.sweepErased, {});
    return OK;
  });
}
