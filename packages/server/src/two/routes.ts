import { twoContract, type ComparedRef } from '@fair-copy/api/two.js';
import type { UnitBody } from '@fair-copy/api/memories.js';
import { OK } from '@fair-copy/api/shared.js';
import { doing } from '@fair-copy/words/work.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { serve, type Api } from '../serve.js';
import { clientById } from '../store/clients.js';
import { removeDatabase } from '../store/files.js';
import { rowsOf, unpacked, withStaged } from '../store/outcome-file.js';
import { TwoPlans } from './plans.js';
import { resourceRow } from './resources.js';
import { shownOf } from './shown.js';
import { twoTasks } from './tasks.js';

export function twoRoutes(api: Api, context: Context): void {
  const plans = new TwoPlans(context);
  bridgeRoutes(api, context, plans);
  comparisonRoutes(api, context, plans);
}

/** With both its resources, and their names. Throws `ApiError` where one is not chosen. */
function chosen<R extends ComparedRef, P extends { readonly a: R | null; readonly b: R | null }>(
  plan: P & { readonly a: R | null; readonly b: R | null },
  clientId: number,
  { workspace }: Context,
) {
  const { a, b } = plan;
  if (!a || !b) throw new ApiError('two-needed');
  if (a.kind === b.kind && a.id === b.id && a.before === b.before) throw new ApiError('two-different');
  const [nameA, nameB] = [a, b].map((ref) => resourceRow(workspace, clientId, ref).name);
  return { plan: { ...plan, a, b }, names: { a: nameA!, b: nameB! } };
}

function bridgeRoutes(api: Api, context: Context, plans: TwoPlans): void {
  const { workspace, jobs, workers, paths, events } = context;
  const told = (id: number): void => events.tell({ type: 'changed', what: 'merge', id });

  serve(api, twoContract, 'GET /bridges/:id', async ({ params }) => {
    clientById(workspace, params.id);
    return plans.bridge(params.id);
  });

  serve(api, twoContract, 'PUT /bridges/:id', async ({ params, body }) => {
    clientById(workspace, params.id);
    plans.bridges.keep(params.id, body);
    told(params.id);
    return OK;
  });

  serve(api, twoContract, 'POST /bridges/:id/count', async ({ params: { id: clientId } }) => {
    const { plan, names } = chosen(plans.bridge(clientId).plan, clientId, context);
    if (plan.over === '') throw new ApiError('nothing-shared', names);
    plans.bridges.keep(clientId, plan);
    return jobs.start({ kind: 'count bridge', title: doing('counting-bridge', names), clientId }, async (controls) => {
      plans.bridges.noteCounted(clientId, await workers.run(twoTasks.countBridge, { clientId, plan }, controls));
      told(clientId);
      return { clientId };
    });
  });

  serve(api, twoContract, 'POST /bridges/:id/write', async ({ params: { id: clientId } }) => {
    const { plan } = chosen(plans.bridge(clientId).plan, clientId, context);
    const title = doing('bridging', { name: plan.newName });
    return jobs.start({ kind: 'write bridge', title, clientId }, async (controls) => {
      const built = await workers.run(twoTasks.buildBridge, { clientId, plan }, controls);
      try {
        const published = await workers.run(twoTasks.publishBridge, { clientId, plan, built }, controls);
        plans.bridges.noteWritten(clientId, published);
        told(clientId);
        return published;
      } catch (error) {
        if ('stored' in built.made) removeDatabase(paths.memory(built.made.stored));
        throw error;
      }
    });
  });
  shownBridge(api, context, plans);
}

/** What was worked out, piece by piece. */
function shownBridge(api: Api, context: Context, plans: TwoPlans): void {
  const { paths } = context;
  serve(api, twoContract, 'GET /bridges/:id/doubts', async ({ params, query }) =>
    withStaged(paths.stagedPlan(params.id, 'bridge'), { total: 0, doubts: [] }, (db) => {
      const { total, rows } = rowsOf<{ body: string }>(db, 'doubt', [query.open ? 'open = 1' : ''], query);
      return { total, doubts: rows.map(({ ordinal, body }) => ({ ordinal, ...JSON.parse(body) })) };
    }),
  );

  serve(api, twoContract, 'GET /bridges/:id/pairs', async ({ params, query }) =>
    withStaged(paths.stagedPlan(params.id, 'bridge'), { total: 0, pairs: [] }, (db) => {
      const { total, rows } = rowsOf<{ body: string }>(db, 'pair', ['how = ?', query.how], query);
      return { total, pairs: rows.map(({ ordinal, body }) => ({ ordinal, ...JSON.parse(body) })) };
    }),
  );

  serve(api, twoContract, 'GET /bridges/:id/alone', async ({ params, query }) => {
    const ref = plans.bridge(params.id).plan[query.side];
    return withStaged(paths.stagedPlan(params.id, 'bridge'), { total: 0, units: [] }, (db) => {
      const blob = db.prepare<[string], Buffer>('SELECT ids FROM alone WHERE side = ?').pluck().get(query.side);
      if (!blob || !ref) return { total: 0, units: [] };
      const ids = unpacked(blob);
      return { total: ids.length, units: shownOf(context, ref, ids.subarray(query.from, query.from + query.limit)) };
    });
  });
}

function comparisonRoutes(api: Api, context: Context, plans: TwoPlans): void {
  const { workspace, jobs, workers, paths, events } = context;
  const told = (id: number): void => events.tell({ type: 'changed', what: 'merge', id });

  serve(api, twoContract, 'GET /comparisons/:id', async ({ params }) => {
    clientById(workspace, params.id);
    return plans.compare(params.id);
  });

  serve(api, twoContract, 'PUT /comparisons/:id', async ({ params, body }) => {
    clientById(workspace, params.id);
    plans.comparisons.keep(params.id, body);
    told(params.id);
    return OK;
  });

  serve(api, twoContract, 'POST /comparisons/:id/count', async ({ params: { id: clientId } }) => {
    const { plan, names } = chosen(plans.compare(clientId).plan, clientId, context);
    plans.comparisons.keep(clientId, plan);
    return jobs.start({ kind: 'compare', title: doing('comparing', names), clientId }, async (controls) => {
      plans.comparisons.noteCounted(
        clientId,
        await workers.run(twoTasks.countComparison, { clientId, plan }, controls),
      );
      told(clientId);
      return { clientId };
    });
  });

  serve(api, twoContract, 'GET /comparisons/:id/texts', async ({ params, query }) => {
    const { a, b } = plans.compare(params.id).plan;
    return withStaged(paths.stagedPlan(params.id, 'compare'), { total: 0, texts: [] }, (db) => {
      const { total, rows } = rowsOf<{ a: Buffer; b: Buffer }>(db, 'text', ['what = ?', query.what], query);
      const units = (ref: ComparedRef | null, ids: Buffer): UnitBody[] =>
        ref ? shownOf(context, ref, unpacked(ids)) : [];
      return { total, texts: rows.map((row) => ({ ordinal: row.ordinal, a: units(a, row.a), b: units(b, row.b) })) };
    });
  });

  serve(api, twoContract, 'POST /comparisons/:id/hand-over', async ({ params: { id: clientId }, body }) => {
    const { plan, names } = chosen(plans.compare(clientId).plan, clientId, context);
    const title = doing('handing-over', { format: body.format.toUpperCase(), name: `${names.a}, ${names.b}` });
    return jobs.start({ kind: 'hand over comparison', title, clientId }, (controls) =>
      workers.run(twoTasks.handOverComparison, { clientId, plan, jobId: controls.id, ...body }, controls),
    );
  });
}
