import { mergeContract, type MergeConflict } from '@fair-copy/api/merges.js';
import { OK } from '@fair-copy/api/shared.js';
import { doing } from '@fair-copy/words/work.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { shownUnit } from '../memories/shown.js';
import { serve, type Api } from '../serve.js';
import { clientById } from '../store/clients.js';
import type { Db } from '../store/database.js';
import { removeDatabase } from '../store/files.js';
import { rowsOf, unpacked, withStaged } from '../store/outcome-file.js';
import type { KeptConflict } from './merge-tasks.js';
import { MergePlans } from './plans.js';
import { mergeTasks } from './tasks.js';

export function mergeRoutes(api: Api, context: Context): void {
  const { workspace, jobs, workers, paths, events } = context;
  const plans = new MergePlans(context);
  const told = (id: number): void => events.tell({ type: 'changed', what: 'merge', id });

  serve(api, mergeContract, 'GET /merges/:id', async ({ params }) => {
    clientById(workspace, params.id);
    return plans.shown(params.id);
  });

  serve(api, mergeContract, 'PUT /merges/:id', async ({ params, body }) => {
    clientById(workspace, params.id);
    plans.keep(params.id, body);
    told(params.id);
    return OK;
  });

  serve(api, mergeContract, 'POST /merges/:id/count', async ({ params }) => {
    const plan = planToRun(plans, params.id);
    const title = doing('counting-merge', { count: plan.inputs.length });
    return jobs.start({ kind: 'count merge', title, clientId: params.id }, async (controls) => {
      const counted = await workers.run(mergeTasks.countMerge, { clientId: params.id, plan }, controls);
      plans.noteCounted(params.id, counted);
      told(params.id);
      return { clientId: params.id };
    });
  });

  serve(api, mergeContract, 'POST /merges/:id/sample', async ({ params, body }) => {
    clientById(workspace, params.id);
    return workers.run(mergeTasks.sampleMerge, { clientId: params.id, plan: plans.settled(params.id, body) });
  });

  serve(api, mergeContract, 'POST /merges/:id/decide', async ({ params, body }) => {
    const plan = planToRun(plans, params.id);
    const decided = withStaged(paths.stagedMerge(params.id), [], (db) => textsOf(db, body.memory, body.open));
    const decisions = { ...plan.decisions, ...Object.fromEntries(decided.map(({ id, text }) => [id, { text }])) };
    plans.keep(params.id, { ...plan, decisions });
    told(params.id);
    return { decided: decided.length };
  });

  serve(api, mergeContract, 'POST /merges/:id/write', async ({ params }) => {
    const plan = planToRun(plans, params.id);
    const { id: clientId } = params;
    const name = plan.into === null ? plan.newName : context.memories.row(plan.into).name;
    if (plan.into !== null && !plan.inputs.includes(plan.into))
      throw new ApiError('not-found', { what: 'memory of this client' });
    const title = doing('merging', { name });
    return jobs.start({ kind: 'write merge', title, clientId }, async (controls) => {
      const built = await workers.run(mergeTasks.buildMerge, { clientId, plan }, controls);
      try {
        const published = await workers.run(mergeTasks.publishMerge, { clientId, plan, built }, controls);
        context.memories.changed(published.memoryId);
        plans.noteWritten(clientId, published);
        told(clientId);
        return published;
      } catch (error) {
        removeDatabase(paths.memory(built.stored));
        throw error;
      }
    });
  });
  shownRoutes(api, context);
}

/** The conflicts in which a memory has a say, with its text. */
function textsOf(db: Db, memory: number, open: boolean): readonly { readonly id: string; readonly text: string }[] {
  const bodies = db
    .prepare<[], string>(`SELECT body FROM conflict ${open ? 'WHERE open = 1' : ''}`)
    .pluck()
    .all();
  return bodies.flatMap((body) => {
    const { id, candidates } = JSON.parse(body) as KeptConflict;
    const own = candidates.find(({ memories }) => memories.includes(memory));
    return own ? [{ id, text: own.key }] : [];
  });
}

/** What was counted, piece by piece. */
function shownRoutes(api: Api, context: Context): void {
  const { paths } = context;
  serve(api, mergeContract, 'GET /merges/:id/conflicts', async ({ params, query }) =>
    withStaged(paths.stagedMerge(params.id), { total: 0, conflicts: [] }, (db) => {
      const { total, rows } = rowsOf<{ body: string }>(db, 'conflict', [query.open ? 'open = 1' : ''], query);
      return { total, conflicts: rows.flatMap((row) => shownConflict(row, context) ?? []) };
    }),
  );

  serve(api, mergeContract, 'GET /merges/:id/units', async ({ params, query }) =>
    withStaged(paths.stagedMerge(params.id), { total: 0, units: [] }, (db) => {
      const blob = db
        .prepare<[number, string], Buffer>('SELECT ids FROM fate WHERE memory_id = ? AND fate = ?')
        .pluck()
        .get(query.memory, query.fate);
      if (!blob) return { total: 0, units: [] };
      const ids = unpacked(blob);
      const file = context.memories.file(query.memory);
      const units = file.unitsOf([...ids.subarray(query.from, query.from + query.limit)]);
      return { total: ids.length, units: units.map((unit) => shownUnit(unit, file.originName(unit.originId))) };
    }),
  );
}

/** Throws `ApiError` where nothing is chosen. */
function planToRun(plans: MergePlans, clientId: number) {
  const plan = plans.plan(clientId);
  if (plan.inputs.length === 0) throw new ApiError('nothing-chosen');
  plans.keep(clientId, plan);
  return plan;
}

/** With the units as they are now; null: one of its memories went away since. */
function shownConflict(
  { ordinal, body }: { readonly ordinal: number; readonly body: string },
  { memories, workspace }: Context,
): MergeConflict | null {
  const { candidates, ...conflict } = JSON.parse(body) as KeptConflict;
  const there = workspace.prepare('SELECT 1 FROM memory WHERE id = ?');
  const shown = candidates.flatMap(({ unitId, memories: _all, ...candidate }) => {
    if (!there.get(candidate.memoryId)) return [];
    const file = memories.file(candidate.memoryId);
    const unit = file.unit(unitId);
    return unit ? [{ ...candidate, unit: shownUnit(unit, file.originName(unit.originId)) }] : [];
  });
  return shown.length === candidates.length ? { ordinal, ...conflict, candidates: shown } : null;
}
