/** How long undo is kept, backups, damaged memories, and clients deleted for good. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { memoryById } from '../memories/store.js';
import { done, idParam, job, OK } from '../schemas.js';
import { clientById } from '../store/termbases.js';
import { eraseFromDesk } from './erase-client.js';
import { requireDays } from './history.js';

const history = z.object({
  days: z.number().int().nullable(),
  entries: z.number(),
  bytes: z.number(),
  oldest: z.string().nullable(),
});
export type HistoryBody = z.infer<typeof history>;

export function upkeepRoutes(api: Api, context: Context): void {
  const { workspace, workers, events, jobs, memories, paths, desk } = context;

  api.get(
    '/ledger/history',
    { schema: { summary: 'How long undo is kept, and what it takes on the disk', response: { 200: history } } },
    async () => workers.read('sizeOfHistory', {}),
  );

  api.put(
    '/ledger/history',
    {
      schema: {
        summary: 'Keep undo for so many days; null: for ever',
        body: z.object({ days: z.number().int().nullable() }),
        response: { 200: done },
      },
    },
    async (request) => {
      await workers.write('setUndoDays', { days: requireDays(request.body.days) });
      events.tell({ type: 'changed', what: 'ledger' });
      return OK;
    },
  );

  api.post(
    '/ledger/history/clear',
    {
      schema: { summary: 'Clear all undo now: what was done stays done for good', response: { 200: job } },
    },
    async () =>
      jobs.start({ kind: 'clear', title: 'Clearing undo', clientId: null }, async (controls) => {
        const result = await workers.write('clearHistory', { all: true }, controls);
        await workers.write('sweepRemains', {}, controls);
        for (const what of ['ledger', 'termbase', 'memory'] as const) events.tell({ type: 'changed', what });
        return result;
      }),
  );

  api.post(
    '/backup',
    { schema: { summary: 'Everything in one zip; fetch it from /jobs/:id/file', response: { 200: job } } },
    async () =>
      jobs.start({ kind: 'backup', title: 'Backing up everything', clientId: null }, (controls) => {
        const folder = paths.outgoing(controls.id);
        mkdirSync(folder, { recursive: true });
        const fileName = `Fair Copy ${new Date().toISOString().slice(0, 16).replace('T', ' ').replace(':', '')}.zip`;
        return workers.read('backUpTo', { path: join(folder, fileName), fileName }, controls);
      }),
  );

  api.post(
    '/memories/:id/mend',
    {
      schema: {
        summary: 'For a memory whose file is damaged: back to its copy, or what can be read of it',
        params: idParam,
        body: z.object({ how: z.enum(['copy', 'read']) }),
        response: { 200: job },
      },
    },
    async (request) => {
      const row = memoryById(workspace, request.params.id);
      if (memories.damageOf(row) === null) throw new ApiError('nothing-to-mend', { name: row.name });
      const about = { kind: 'mend', title: `Mending ${row.name}`, clientId: row.client_id };
      return jobs.start(about, async (controls) => {
        const task = request.body.how === 'copy' ? 'restoreMemory' : 'salvageMemory';
        const result = await workers.write(task, { id: row.id }, controls);
        for (const what of ['holdings', 'ledger'] as const) events.tell({ type: 'changed', what });
        events.tell({ type: 'changed', what: 'memory', id: row.id });
        return { ...result, memoryId: row.id };
      });
    },
  );

  api.delete(
    '/clients/:id',
    {
      schema: {
        summary: 'A client with everything of theirs, for good: nothing of it can be brought back',
        params: idParam,
        body: z.object({ name: z.string().max(1000) }),
        response: { 200: done },
      },
    },
    async (request) => {
      const { id } = clientById(workspace, request.params.id);
      if (jobs.list(1000).some((one) => one.state === 'running' && one.clientId === id))
        throw new ApiError('client-at-work');
      await workers.write('eraseClient', { id, name: request.body.name });
      memories.closeAll();
      eraseFromDesk(workspace, desk);
      await workers.write('sweepErased', {});
      for (const what of ['clients', 'holdings', 'ledger', 'intake', 'alignment', 'memory', 'termbase'] as const)
        events.tell({ type: 'changed', what });
      return OK;
    },
  );
}
