import { rehearsalContract, type CountedBody, type GalleySegment } from '@fair-copy/api/rehearsals.js';
import { OK } from '@fair-copy/api/shared.js';
import { doing } from '@fair-copy/words/work.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { serve, type Api } from '../serve.js';
import { clientById } from '../store/clients.js';
import { memoryById } from '../store/memories.js';
import { rowsOf, withStaged } from '../store/outcome-file.js';
import { KitPlans } from './plans.js';
import { rehearsalTasks } from './tasks.js';

export function rehearsalRoutes(api: Api, context: Context): void {
  const { workspace, jobs, workers, paths, events } = context;
  const plans = new KitPlans(context);
  /** By client, while its kit is rehearsed. */
  const counted = new Map<number, CountedBody>();
  const told = (id: number): void => events.tell({ type: 'changed', what: 'rehearsal', id });

  serve(api, rehearsalContract, 'GET /rehearsals/:id', async ({ params }) => {
    clientById(workspace, params.id);
    return plans.shown(params.id, counted.get(params.id) ?? null);
  });

  serve(api, rehearsalContract, 'PUT /rehearsals/:id', async ({ params, body }) => {
    clientById(workspace, params.id);
    plans.keep(params.id, body);
    told(params.id);
    return OK;
  });

  serve(api, rehearsalContract, 'POST /rehearsals/:id/run', async ({ params: { id: clientId } }) => {
    clientById(workspace, clientId);
    const plan = plans.plan(clientId);
    if (plan.documents.length === 0 || plan.source === '' || plan.target === '')
      throw new ApiError('nothing-to-rehearse');
    plans.keep(clientId, plan);
    const title = doing('rehearsing', { count: plan.documents.length });
    return jobs.start({ kind: 'rehearse', title, clientId }, async (controls) => {
      const basis = plans.basis(plan);
      try {
        // What is soon known is shown before a large kit has passed.
        counted.set(clientId, await workers.run(rehearsalTasks.countDocuments, plan, controls));
        told(clientId);
        const outcome = await workers.run(rehearsalTasks.rehearse, { clientId, plan }, controls);
        plans.noteOutcome(clientId, { basis, outcome });
      } finally {
        counted.delete(clientId);
        told(clientId);
      }
      return { clientId };
    });
  });

  serve(api, rehearsalContract, 'GET /rehearsals/:id/segments', async ({ params, query }) =>
    withStaged(paths.stagedPlan(params.id, 'rehearse'), { total: 0, segments: [] }, (db) => {
      const where = query.band ? (['band = ?', query.band] as const) : ([''] as const);
      const { total, rows } = rowsOf<{ body: string }>(db, 'segment', where, query);
      return { total, segments: rows.map(({ body }) => JSON.parse(body) as GalleySegment) };
    }),
  );

  serve(api, rehearsalContract, 'POST /memories/:id/candidates', async ({ params: { id: memoryId }, body }) => {
    const { name, client_id: clientId } = memoryById(workspace, memoryId);
    const { noTerms } = plans.plan(clientId);
    const about = { kind: 'find candidates', title: doing('harvesting', { name }), clientId } as const;
    return jobs.start(about, (controls) =>
      workers.run(rehearsalTasks.findCandidates, { memoryId, noTerms, ...body }, controls),
    );
  });

  serve(api, rehearsalContract, 'POST /rehearsals/:id/hand-over', async ({ params: { id: clientId }, body }) => {
    const { name } = clientById(workspace, clientId);
    const title = doing('reporting', { name });
    return jobs.start({ kind: 'hand over rehearsal', title, clientId }, (controls) =>
      workers.run(rehearsalTasks.handOverRehearsal, { clientId, jobId: controls.id, ...body }, controls),
    );
  });
}
