/** The units of a memory: listed, looked at, changed one by one or many at once. */
import type { KeptDone } from '@fair-copy/words/done.js';
import { toldDone } from '../said.js';
import { doing } from '@fair-copy/words/work.js';
import { memoryContract, type UnitDetailBody, type UnitFilter, type UnitSort } from '@fair-copy/api/memories.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { findingBodies, textsOfUnits } from '../findings/bodies.js';
import { openFindingsOf } from '../findings/read.js';
import { MEMORIES } from '../findings/subjects.js';
import { serve, type Api } from '../serve.js';
import { memoryById } from '../store/memories.js';
import { historyOf } from '../store/unit-changes.js';
import { earlierStates } from './earlier.js';
import { UnitLists, type ListOf } from './unit-lists.js';
import { shownUnit } from './shown.js';
import { memoryTasks } from './tasks.js';

export function unitRoutes(api: Api, context: Context): void {
  listRoutes(api, context);
  editRoutes(api, context);
}

function listRoutes(api: Api, context: Context): void {
  const { workspace, workers, memories, events } = context;
  const lists = new UnitLists(workers);
  events.listen((event) => {
    if (event.type === 'changed' && event.what === 'memory') lists.changed(event.id ?? null);
  });
  const listOf = (memoryId: number, filter: UnitFilter, sort: UnitSort = { by: 'file', descending: false }): ListOf => {
    const { file } = memories.row(memoryId);
    return { memoryId, file, highest: memories.file(memoryId).highest, filter, sort };
  };

  serve(api, memoryContract, 'POST /memories/:id/units', async ({ params, body }) => {
    const { filter, sort, from, limit } = body;
    const { id } = memoryById(workspace, params.id);
    const { ids, total, found, share } = await lists.page(listOf(id, filter, sort), from, limit);
    const file = memories.file(id);
    const units = [...ids].flatMap((unitId) => {
      const unit = file.unit(unitId);
      return unit ? [shownUnit(unit, file.originName(unit.originId))] : [];
    });
    return { total, found, share, units };
  });

  serve(api, memoryContract, 'POST /memories/:id/position', async ({ params, body }) => {
    const { filter, sort, unit } = body;
    const { id } = memoryById(workspace, params.id);
    return { position: await lists.position(listOf(id, filter, sort), unit) };
  });

  serve(api, memoryContract, 'GET /memories/:id/earlier', async ({ params }) =>
    earlierStates(workspace, params.id).map(({ ledgerId, at, title }) => ({ ledgerId, at, ...toldDone(title) })),
  );

  serve(api, memoryContract, 'GET /memories/:id/units/:unit', async ({ params }) =>
    unitDetail(context, params.id, params.unit),
  );
}

/** A unit with its neighbours in its file, its open findings, and what became of it. */
function unitDetail({ workspace, memories }: Context, memoryId: number, id: number): UnitDetailBody {
  const file = memories.file(memoryId);
  const unit = file.unit(id);
  if (!unit) throw new ApiError('not-found', { what: 'unit' });
  const around = file.db
    .prepare<[number, number, number, number], number>(
      'SELECT id FROM unit WHERE id IN (SELECT max(id) FROM unit WHERE id < ? AND origin = ? UNION SELECT min(id) FROM unit WHERE id > ? AND origin = ?)',
    )
    .pluck()
    .all(unit.id, unit.originId, unit.id, unit.originId);
  const entry = workspace.prepare<[number, number], { at: string; title: KeptDone; undone_at: string | null }>(
    `SELECT l.at, l.title, l.undone_at FROM touched t JOIN ledger l ON l.id = t.ledger_id
     WHERE t.kind = 'memory' AND t.resource_id = ? AND t.change_id = ?`,
  );
  const origin = file.originName(unit.originId);
  return {
    ...shownUnit(unit, origin),
    findings: findingBodies(openFindingsOf(workspace, MEMORIES, memoryId, unit.id), textsOfUnits(file)),
    neighbours: around.flatMap((other) => {
      const one = file.unit(other);
      return one ? [shownUnit(one, origin)] : [];
    }),
    history: historyOf(file, unit, 50).flatMap(({ ledgerId, before }) => {
      const of = entry.get(memoryId, ledgerId);
      const state = before && shownUnit(before, origin);
      return of ? [{ ledgerId, at: of.at, ...toldDone(of.title), undone: of.undone_at !== null, before: state }] : [];
    }),
  };
}

function editRoutes(api: Api, { workspace, workers, jobs }: Context): void {
  serve(api, memoryContract, 'PATCH /memories/:id/units/:unit', ({ params, body }) =>
    workers.run(memoryTasks.changeVariant, { memoryId: params.id, unitId: params.unit, ...body }),
  );

  serve(api, memoryContract, 'POST /memories/:id/units/:unit/variants', ({ params, body }) =>
    workers.run(memoryTasks.addVariant, { memoryId: params.id, unitId: params.unit, ...body }),
  );

  serve(api, memoryContract, 'POST /memories/:id/units/:unit/return', ({ params, body }) =>
    workers.run(memoryTasks.returnUnit, { memoryId: params.id, unitId: params.unit, ledgerId: body.ledgerId }),
  );

  serve(api, memoryContract, 'POST /memories/:id/preview', ({ params, body }) =>
    workers.run(memoryTasks.previewUnits, { memoryId: params.id, ...body }),
  );

  serve(api, memoryContract, 'POST /memories/:id/bulk', async ({ params, body }) => {
    const { id: memoryId, name, client_id: clientId } = memoryById(workspace, params.id);
    return jobs.start({ kind: 'change units', title: doing('changing-units', { name }), clientId }, (controls) =>
      workers.run(memoryTasks.changeUnits, { memoryId, ...body }, controls),
    );
  });
}
