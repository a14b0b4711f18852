import { OK } from '@fair-copy/api/shared.js';
import { termMergeContract } from '@fair-copy/api/term-merges.js';
import { doing } from '@fair-copy/words/work.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { serve, type Api } from '../serve.js';
import { clientById } from '../store/clients.js';
import { rowsOf, unpacked, withStaged } from '../store/outcome-file.js';
import { termbaseById } from '../store/termbases.js';
import { shownOf } from '../two/shown.js';
import { TermMergePlans } from './plans.js';
import { termMergeTasks } from './tasks.js';

export function termMergeRoutes(api: Api, context: Context): void {
  const { workspace, jobs, workers, events } = context;
  const plans = new TermMergePlans(context);
  const told = (id: number): void => events.tell({ type: 'changed', what: 'merge', id });
  /** Throws `ApiError` where nothing is chosen. */
  const toRun = (clientId: number) => {
    const plan = plans.plan(clientId);
    if (plan.inputs.length === 0) throw new ApiError('nothing-chosen');
    plans.kept.keep(clientId, plan);
    return plan;
  };

  serve(api, termMergeContract, 'GET /term-merges/:id', async ({ params }) => {
    clientById(workspace, params.id);
    return plans.shown(params.id);
  });

  serve(api, termMergeContract, 'PUT /term-merges/:id', async ({ params, body }) => {
    clientById(workspace, params.id);
    plans.kept.keep(params.id, body);
    told(params.id);
    return OK;
  });

  serve(api, termMergeContract, 'POST /term-merges/:id/count', async ({ params: { id: clientId } }) => {
    const plan = toRun(clientId);
    const title = doing('counting-term-merge', { count: plan.inputs.length });
    return jobs.start({ kind: 'count term merge', title, clientId }, async (controls) => {
      const counted = await workers.run(termMergeTasks.countTermMerge, { clientId, plan }, controls);
      plans.kept.noteCounted(clientId, counted);
      told(clientId);
      return { clientId };
    });
  });

  serve(api, termMergeContract, 'POST /term-merges/:id/write', async ({ params: { id: clientId } }) => {
    const plan = toRun(clientId);
    const name = plan.into === null ? plan.newName : termbaseById(workspace, plan.into).name;
    return jobs.start({ kind: 'write term merge', title: doing('merging', { name }), clientId }, async (controls) => {
      const built = await workers.run(termMergeTasks.buildTermMerge, { clientId, plan }, controls);
      const published = await workers.run(termMergeTasks.publishTermMerge, { clientId, plan, built }, controls);
      plans.kept.noteWritten(clientId, published);
      told(clientId);
      return published;
    });
  });
  shownRoutes(api, context);
}

/** What was counted, piece by piece. */
function shownRoutes(api: Api, context: Context): void {
  const { paths } = context;
  serve(api, termMergeContract, 'GET /term-merges/:id/conflicts', async ({ params, query }) =>
    withStaged(paths.stagedPlan(params.id, 'terms'), { total: 0, conflicts: [] }, (db) => {
      const { total, rows } = rowsOf<{ body: string }>(db, 'conflict', [query.open ? 'open = 1' : ''], query);
      return { total, conflicts: rows.map(({ ordinal, body }) => ({ ordinal, ...JSON.parse(body) })) };
    }),
  );

  serve(api, termMergeContract, 'GET /term-merges/:id/concepts', async ({ params, query }) =>
    withStaged(paths.stagedPlan(params.id, 'terms'), { total: 0, units: [] }, (db) => {
      const blob = db
        .prepare<[number, string], Buffer>('SELECT ids FROM fate WHERE termbase_id = ? AND fate = ?')
        .pluck()
        .get(query.termbase, query.fate);
      if (!blob) return { total: 0, units: [] };
      const ids = unpacked(blob);
      const page = ids.subarray(query.from, query.from + query.limit);
      return { total: ids.length, units: shownOf(context, { kind: 'termbase', id: query.termbase }, page) };
    }),
  );
}
