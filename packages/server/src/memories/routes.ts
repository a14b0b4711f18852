import { z } from 'zod';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { done, idParam, job, OK, seenVersion } from '../schemas.js';
import { UnitLists, type ListOf } from './lists.js';
import {
  bulkBody,
  bulkPreview,
  concordanceBody,
  memoryBody,
  selection,
  unitBody,
  unitFilter,
  unitPage,
  unitSort,
  type MemoryBody,
  type UnitFilter,
  type UnitSort,
} from './schemas.js';
import { memoryById, type MemoryRow } from './store.js';
import { shownUnit } from './shown.js';
import { findingBodies, textsOfUnits } from '../inspection/bodies.js';
import { lastInspection, openFindingsOf, openTotal } from '../inspection/read.js';
import { findingBody } from '../inspection/schemas.js';
import { MEMORIES } from '../inspection/subjects.js';
import { historyOf } from '../store/unit-changes.js';
import { copiedAt } from '../upkeep/copies.js';
import { UNIT_FORMATS } from './unit-formats.js';

const unitParam = idParam.extend({ unit: z.coerce.number().int().positive() });
const changed = z.object({ ledgerId: z.number() });
const unitDetail = unitBody.extend({
  findings: z.array(findingBody),
  neighbours: z.array(unitBody),
  history: z.array(
    z.object({
      ledgerId: z.number(),
      at: z.string(),
      title: z.string(),
      undone: z.boolean(),
      before: unitBody.nullable(),
    }),
  ),
});
export type UnitDetailBody = z.infer<typeof unitDetail>;

export function memoryRoutes(api: Api, context: Context): void {
  const { workspace, workers, events, memories, jobs } = context;
  const lists = new UnitLists(workers);

  const listOf = (memoryId: number, filter: UnitFilter, sort: UnitSort = { by: 'file', descending: false }): ListOf => {
    const { file } = memories.row(memoryId);
    return { memoryId, file, highest: memories.file(memoryId).highest, filter, sort };
  };
  const told = (id: number): void => {
    for (const what of ['holdings', 'ledger'] as const) events.tell({ type: 'changed', what });
    events.tell({ type: 'changed', what: 'memory', id });
  };
  events.listen((event) => {
    // Undo and intake change memories too.
    if (event.type !== 'changed' || event.what !== 'memory') return;
    memories.changed(event.id ?? null);
    lists.changed(event.id ?? null);
  });

  api.post(
    '/memories',
    {
      schema: {
        body: z.object({
          clientId: z.number().int(),
          name: z.string().max(200),
          subject: z.string().max(200).default(''),
        }),
        response: { 200: z.object({ id: z.number() }) },
      },
    },
    async (request) => {
      const made = await workers.write('createMemory', request.body);
      told(made.id);
      return made;
    },
  );

  api.get(
    '/memories',
    {
      schema: {
        summary: 'The memories of a client, or of all',
        querystring: z.object({ client: z.coerce.number().int().optional() }),
        response: { 200: z.array(memoryBody) },
      },
    },
    async (request) =>
      workspace
        .prepare<[{ client: number | null }], MemoryRow>(
          'SELECT * FROM memory WHERE @client IS NULL OR client_id = @client ORDER BY name COLLATE NOCASE',
        )
        .all({ client: request.query.client ?? null })
        .map((row) => shownMemory(row, context)),
  );

  api.get('/memories/:id', { schema: { params: idParam, response: { 200: memoryBody } } }, async (request) =>
    shownMemory(memoryById(workspace, request.params.id), context),
  );

  api.patch(
    '/memories/:id',
    {
      schema: {
        params: idParam,
        body: z.object({ name: z.string().max(200).optional(), subject: z.string().max(200).optional() }),
        response: { 200: done },
      },
    },
    async (request) => {
      const { name, subject } = request.body;
      await workers.write('renameMemory', {
        id: request.params.id,
        ...(name !== undefined && { name }),
        ...(subject !== undefined && { subject }),
      });
      told(request.params.id);
      return OK;
    },
  );

  api.delete('/memories/:id', { schema: { params: idParam, response: { 200: done } } }, async (request) => {
    await workers.write('deleteMemory', { id: request.params.id });
    told(request.params.id);
    return OK;
  });

  api.post(
    '/memories/:id/units',
    {
      schema: {
        summary: 'Units that pass a filter, from a place in their order on',
        params: idParam,
        body: z.object({
          filter: unitFilter,
          sort: unitSort.optional(),
          from: z.number().int().min(0).default(0),
          limit: z.number().int().min(1).max(200).default(60),
        }),
        response: { 200: unitPage },
      },
    },
    async (request) => {
      const { filter, sort, from, limit } = request.body;
      const { id } = memoryById(workspace, request.params.id);
      const { ids, total, found, share } = await lists.page(listOf(id, filter, sort), from, limit);
      const file = memories.file(id);
      return {
        total,
        found,
        share,
        units: [...ids].flatMap((unitId) => {
          const unit = file.unit(unitId);
          return unit ? [shownUnit(unit, file.originName(unit.originId))] : [];
        }),
      };
    },
  );

  api.post(
    '/memories/:id/position',
    {
      schema: {
        summary: 'Where a unit stands in the list, from 0',
        params: idParam,
        body: z.object({ filter: unitFilter, sort: unitSort.optional(), unit: z.number().int() }),
        response: { 200: z.object({ position: z.number().nullable() }) },
      },
    },
    async (request) => {
      const { filter, sort, unit } = request.body;
      const { id } = memoryById(workspace, request.params.id);
      return { position: await lists.position(listOf(id, filter, sort), unit) };
    },
  );

  api.get(
    '/memories/:id/units/:unit',
    {
      schema: {
        params: unitParam,
        response: {
          200: unitDetail,
        },
      },
    },
    async (request) => {
      const file = memories.file(request.params.id);
      const unit = file.unit(request.params.unit);
      if (!unit) throw new ApiError('not-found', { what: 'unit' });
      const around = file.db
        .prepare<[number, number, number, number], { id: number }>(
          'SELECT id FROM unit WHERE id IN (SELECT max(id) FROM unit WHERE id < ? AND origin = ? UNION SELECT min(id) FROM unit WHERE id > ? AND origin = ?)',
        )
        .all(unit.id, unit.originId, unit.id, unit.originId);
      const entry = workspace.prepare<
        [number, number],
        { id: number; at: string; title: string; undone_at: string | null }
      >(
        `SELECT l.id, l.at, l.title, l.undone_at FROM touched t JOIN ledger l ON l.id = t.ledger_id
         WHERE t.kind = 'memory' AND t.resource_id = ? AND t.change_id = ?`,
      );
      const origin = file.originName(unit.originId);
      return {
        ...shownUnit(unit, origin),
        findings: findingBodies(openFindingsOf(workspace, MEMORIES, request.params.id, unit.id), textsOfUnits(file)),
        neighbours: around.flatMap(({ id }) => {
          const one = file.unit(id);
          return one ? [shownUnit(one, origin)] : [];
        }),
        history: historyOf(file, unit, 50).flatMap(({ ledgerId, before }) => {
          const of = entry.get(request.params.id, ledgerId);
          const state = before && shownUnit(before, origin);
          return of ? [{ ledgerId, at: of.at, title: of.title, undone: of.undone_at !== null, before: state }] : [];
        }),
      };
    },
  );

  api.patch(
    '/memories/:id/units/:unit',
    {
      schema: {
        summary: 'Another text for a variant; `codes` says which of its codes stand where',
        params: unitParam,
        body: z.object({
          variant: z.number().int().min(0),
          text: z.string().max(200_000),
          codes: z.array(z.number().int().min(0)),
          version: seenVersion,
        }),
        response: { 200: changed },
      },
    },
    async (request) => {
      const { version, ...edit } = request.body;
      const made = await workers.write('changeVariant', {
        memoryId: request.params.id,
        unitId: request.params.unit,
        ...edit,
        ...(version !== undefined && { version }),
      });
      told(request.params.id);
      return made;
    },
  );

  api.post(
    '/memories/:id/units/:unit/variants',
    {
      schema: {
        params: unitParam,
        body: z.object({ language: z.string().max(40), text: z.string().max(200_000), version: seenVersion }),
        response: { 200: changed },
      },
    },
    async (request) => {
      const { version, ...variant } = request.body;
      const made = await workers.write('addVariant', {
        memoryId: request.params.id,
        unitId: request.params.unit,
        ...variant,
        ...(version !== undefined && { version }),
      });
      told(request.params.id);
      return made;
    },
  );

  api.post(
    '/memories/:id/units/:unit/return',
    { schema: { params: unitParam, body: z.object({ ledgerId: z.number() }), response: { 200: changed } } },
    async (request) => {
      const made = await workers.write('returnUnit', {
        memoryId: request.params.id,
        unitId: request.params.unit,
        ledgerId: request.body.ledgerId,
      });
      told(request.params.id);
      return made;
    },
  );

  api.post(
    '/memories/:id/preview',
    { schema: { params: idParam, body: bulkBody, response: { 200: bulkPreview } } },
    async (request) => workers.read('previewUnits', { memoryId: request.params.id, ...request.body }),
  );

  api.post(
    '/memories/:id/bulk',
    { schema: { summary: 'One change for many units', params: idParam, body: bulkBody, response: { 200: job } } },
    async (request) => {
      const row = memoryById(workspace, request.params.id);
      const { change } = request.body;
      return jobs.start(
        { kind: 'bulk', title: `Changing units of ${row.name}`, clientId: row.client_id },
        async (controls) => {
          const result = await workers.write('changeUnits', { memoryId: row.id, ...request.body }, controls);
          told(row.id);
          if (change.kind === 'copy' || change.kind === 'move') told(change.memoryId);
          return result;
        },
      );
    },
  );

  api.post(
    '/memories/:id/concepts',
    {
      schema: {
        summary: 'Concepts of its short units, to a termbase of the client',
        params: idParam,
        body: selection.extend({ termbaseId: z.number().int() }),
        response: { 200: job },
      },
    },
    async (request) => {
      const row = memoryById(workspace, request.params.id);
      const about = { kind: 'write', title: `Terms of ${row.name}`, clientId: row.client_id };
      return jobs.start(about, async (controls) => {
        const { ids, filter, termbaseId } = request.body;
        const wanted = { memoryId: row.id, termbaseId, filter, ...(ids && { ids }) };
        const result = await workers.write('harvestConcepts', wanted, controls);
        for (const what of ['holdings', 'ledger'] as const) events.tell({ type: 'changed', what });
        events.tell({ type: 'changed', what: 'termbase', id: termbaseId });
        return result;
      });
    },
  );

  api.post(
    '/termbases/:id/memory',
    {
      schema: {
        summary: 'A memory with a unit for each of its concepts',
        params: idParam,
        body: z.object({ name: z.string().max(200) }),
        response: { 200: z.object({ id: z.number(), units: z.number() }) },
      },
    },
    async (request) => {
      const made = await workers.write('memoryOfTermbase', { termbaseId: request.params.id, name: request.body.name });
      told(made.id);
      return made;
    },
  );

  api.post(
    '/memories/:id/hand-over',
    {
      schema: {
        summary: 'Write it to a file; fetch it from /jobs/:id/file',
        params: idParam,
        body: selection.extend({
          format: z.enum(UNIT_FORMATS),
          languages: z.array(z.string().max(40)).max(40).default([]),
        }),
        response: { 200: job },
      },
    },
    async (request) => {
      const row = memoryById(workspace, request.params.id);
      const { format, languages, filter, ids } = request.body;
      const tags = languages.map((said) => {
        const tag = canonicalTag(said);
        if (!tag) throw new ApiError('language-unknown', { what: said });
        return tag;
      });
      return jobs.start(
        { kind: 'hand over', title: `${format.toUpperCase()} of ${row.name}`, clientId: row.client_id },
        (controls) =>
          workers.read(
            'handOverMemory',
            { memoryId: row.id, jobId: controls.id, format, languages: tags, filter, ...(ids && { ids }) },
            controls,
          ),
      );
    },
  );

  api.get(
    '/concordance',
    {
      schema: {
        summary: 'Where a text occurs in all memories of a client, or of all',
        querystring: z.object({
          q: z.string().min(1).max(300),
          client: z.coerce.number().int().optional(),
          language: z.string().max(40).optional(),
          inflected: z.coerce.boolean().default(false),
          limit: z.coerce.number().int().min(1).max(200).default(50),
        }),
        response: { 200: concordanceBody },
      },
    },
    async (request) => {
      const { q, client, language, inflected, limit } = request.query;
      const rows = workspace
        .prepare<[{ client: number | null }], MemoryRow>(
          'SELECT * FROM memory WHERE @client IS NULL OR client_id = @client ORDER BY id',
        )
        .all({ client: client ?? null });
      const sound = rows.filter((row) => memories.damageOf(row) === null);
      const found = await workers.find('findConcordance', {
        memories: sound.map(({ id, name, file }) => ({ id, name, file })),
        query: { text: q, inflected, language: language ?? null, limit },
      });
      return { ...found, damaged: rows.filter((row) => !sound.includes(row)).map(({ name }) => name) };
    },
  );
}

/** What the commonest of the first units say. */
const LOOKED_AT = 500;

export function shownMemory(row: MemoryRow, { workspace, memories, paths }: Context): MemoryBody {
  const what = memories.damageOf(row);
  const client = workspace
    .prepare<[number], { name: string }>('SELECT name FROM client WHERE id = ?')
    .get(row.client_id)!.name;
  const last = workspace
    .prepare<[number], { at: string | null }>(
      "SELECT max(l.at) AS at FROM touched t JOIN ledger l ON l.id = t.ledger_id WHERE t.kind = 'memory' AND t.resource_id = ?",
    )
    .get(row.id)!.at;
  const about = {
    id: row.id,
    clientId: row.client_id,
    client,
    name: row.name,
    subject: row.subject,
    changedAt: last ?? row.created_at,
  };
  if (what !== null)
    return {
      ...about,
      units: 0,
      languages: [],
      origins: [],
      attributes: [],
      openFindings: null,
      damage: { what, copiedAt: copiedAt(paths.root, row.file) },
    };
  const file = memories.file(row.id);
  const types = file.db
    .prepare<[number], { type: string }>(
      `SELECT json_extract(p.value, '$.type') AS type FROM (SELECT said FROM unit WHERE said IS NOT NULL LIMIT ?) u, json_each(u.said, '$.props') p
       GROUP BY 1 ORDER BY count(*) DESC LIMIT 40`,
    )
    .all(LOOKED_AT);
  return {
    ...about,
    units: file.count,
    languages: file.languages(),
    origins: file.db
      .prepare<[], { id: number; name: string; at: string }>('SELECT id, name, at FROM origin ORDER BY id LIMIT 200')
      .all(),
    attributes: types.map((found) => found.type),
    damage: null,
    openFindings: lastInspection(workspace, MEMORIES, row.id) ? openTotal(workspace, MEMORIES, row.id) : null,
  };
}
