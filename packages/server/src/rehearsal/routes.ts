import { rehearsalContract, type CountedBody } from '@fair-copy/api/rehearsals.js';
import { OK } from '@fair-copy/api/shared.js';
import { doing } from '@fair-copy/words/work.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { serve, type Api } from '../serve.js';
import { kitTasks } from '../kits/tasks.js';
import { clientById } from '../store/clients.js';
import { kitById } from '../store/kits.js';
import { memoryById } from '../store/memories.js';
import { galleyOf } from './galley.js';
import { noteSegment } from './notes.js';
import { KitPlans } from './plans.js';
import { rehearsalTasks } from './tasks.js';

export function rehearsalRoutes(api: Api, context: Context): void {
  const { workspace, desk, jobs, workers, events } = context;
  const plans = new KitPlans(context);
  /** By kit, while it is rehearsed. */
  const counted = new Map<number, CountedBody>();
  candidateRoutes(api, context, plans);
  const told = (id: number): void => events.tell({ type: 'changed', what: 'rehearsal', id });

  serve(api, rehearsalContract, 'GET /rehearsals/:id', async ({ params }) => {
    return plans.shown(params.id, counted.get(params.id) ?? null);
  });

  serve(api, rehearsalContract, 'PUT /rehearsals/:id', async ({ params: { id }, body }) => {
    const { documents: _, reading: _w, rates: _r, ...choice } = body;
    await workers.run(kitTasks.chooseForKit, { id, choice });
    plans.keep(id, body);
    told(id);
    return OK;
  });

  serve(api, rehearsalContract, 'POST /rehearsals/:id/run', async ({ params: { id: kitId } }) => {
    const { client_id: clientId } = kitById(workspace, kitId);
    const plan = plans.plan(kitId);
    if (plan.documents.length === 0 || plan.source === '' || plan.target === '')
      throw new ApiError('nothing-to-rehearse');
    plans.keep(kitId, plan);
    const title = doing('rehearsing', { count: plan.documents.length });
    return jobs.start({ kind: 'rehearse', title, clientId }, async (controls) => {
      const basis = plans.basis(plan);
      try {
        // What is soon known is shown before a large kit has passed.
        counted.set(kitId, await workers.run(rehearsalTasks.countDocuments, plan, controls));
        told(kitId);
        const outcome = await workers.run(rehearsalTasks.rehearse, { kitId, plan }, controls);
        plans.noteOutcome(kitId, { basis, outcome });
      } finally {
        counted.delete(kitId);
        told(kitId);
      }
      return { clientId };
    });
  });

  serve(api, rehearsalContract, 'GET /rehearsals/:id/segments', async ({ params, query }) =>
    galleyOf(context, params.id, query),
  );

  serve(api, rehearsalContract, 'PUT /rehearsals/:id/note', async ({ params: { id: kitId }, body }) => {
    noteSegment(desk, { kitId, clientId: kitById(workspace, kitId).client_id }, body);
    told(kitId);
    return OK;
  });

  serve(api, rehearsalContract, 'POST /rehearsals/:id/hand-over', async ({ params: { id: kitId }, body }) => {
    const { name, client_id: clientId } = kitById(workspace, kitId);
    const title = doing('reporting', { name });
    return jobs.start({ kind: 'hand over rehearsal', title, clientId }, (controls) =>
      workers.run(rehearsalTasks.handOverRehearsal, { kitId, jobId: controls.id, ...body }, controls),
    );
  });
}

/** What is in no termbase. */
function candidateRoutes(api: Api, { workspace, jobs, workers, events }: Context, plans: KitPlans): void {
  serve(api, rehearsalContract, 'POST /clients/:id/no-terms', async ({ params: { id }, body }) => {
    clientById(workspace, id);
    plans.refuse(id, body.text);
    events.tell({ type: 'changed', what: 'rehearsal' });
    return OK;
  });

  serve(api, rehearsalContract, 'POST /memories/:id/candidates', async ({ params: { id: memoryId }, body }) => {
    const { name, client_id: clientId } = memoryById(workspace, memoryId);
    const noTerms = plans.noTerms(clientId);
    const about = { kind: 'find candidates', title: doing('harvesting', { name }), clientId } as const;
    return jobs.start(about, (controls) =>
      workers.run(rehearsalTasks.findCandidates, { memoryId, noTerms, ...body }, controls),
    );
  });
}
