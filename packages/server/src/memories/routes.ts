/** Memories as a whole, and what is looked up in all of them. */
import { doing } from '@fair-copy/words/work.js';
import { memoryContract } from '@fair-copy/api/memories.js';
import { OK } from '@fair-copy/api/shared.js';
import { primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Context } from '../context.js';
import { serve, type Api } from '../serve.js';
import { memoryById, type MemoryRow } from '../store/memories.js';
import { shownMemory } from './shown-memory.js';
import { removeParts } from './take-apart.js';
import { memoryTasks } from './tasks.js';
import { unitRoutes } from './unit-routes.js';

export function memoryRoutes(api: Api, context: Context): void {
  const { workspace, workers, memories, events, jobs } = context;
  const all = workspace.prepare<[{ client: number | null }], MemoryRow>(
    'SELECT * FROM memory WHERE @client IS NULL OR client_id = @client ORDER BY name COLLATE NOCASE, id',
  );
  events.listen((event) => {
    if (event.type === 'changed' && event.what === 'memory') memories.changed(event.id ?? null);
  });

  serve(api, memoryContract, 'POST /memories', ({ body }) => workers.run(memoryTasks.createMemory, body));

  serve(api, memoryContract, 'GET /memories', async ({ query }) =>
    all.all({ client: query.client ?? null }).map((row) => shownMemory(row, context)),
  );

  serve(api, memoryContract, 'GET /memories/:id', async ({ params }) =>
    shownMemory(memoryById(workspace, params.id), context),
  );

  serve(api, memoryContract, 'PATCH /memories/:id', async ({ params, body }) => {
    await workers.run(memoryTasks.renameMemory, { id: params.id, ...body });
    return OK;
  });

  serve(api, memoryContract, 'POST /memories/:id/move', async ({ params, body }) => {
    await workers.run(memoryTasks.moveMemory, { kind: 'memory', id: params.id, ...body });
    return OK;
  });

  serve(api, memoryContract, 'DELETE /memories/:id', async ({ params }) => {
    await workers.run(memoryTasks.deleteMemory, { id: params.id });
    return OK;
  });

  serve(api, memoryContract, 'POST /memories/:id/concepts', async ({ params, body }) => {
    const { id: memoryId, name, client_id: clientId } = memoryById(workspace, params.id);
    return jobs.start({ kind: 'harvest terms', title: doing('taking-terms', { name }), clientId }, (controls) =>
      workers.run(memoryTasks.harvestConcepts, { memoryId, ...body }, controls),
    );
  });

  serve(api, memoryContract, 'POST /termbases/:id/memory', async ({ params, body }) =>
    workers.run(memoryTasks.memoryOfTermbase, { termbaseId: params.id, name: body.name }),
  );

  serve(api, memoryContract, 'GET /concordance', async ({ query }) => {
    const { q, client, language, inflected, limit } = query;
    const rows = all.all({ client: client ?? null });
    const sound = rows.filter((row) => memories.damageOf(row) === null);
    const found = await workers.run(memoryTasks.findConcordance, {
      memories: sound.map(({ id, name, file }) => ({ id, name, file })),
      query: { text: q, inflected, language: language ?? null, limit },
    });
    return { ...found, damaged: rows.filter((row) => !sound.includes(row)).map(({ name }) => name) };
  });

  takeApartRoute(api, context);
  unitRoutes(api, context);
}

function takeApartRoute(api: Api, { workspace, workers, jobs, paths }: Context): void {
  serve(api, memoryContract, 'POST /memories/:id/take-apart', async ({ params, body }) => {
    const { id: memoryId, name, client_id: clientId } = memoryById(workspace, params.id);
    const source = primaryLanguage(body.source) as LanguageTag;
    return jobs.start({ kind: 'take apart', title: doing('taking-apart', { name }), clientId }, async (controls) => {
      const built = await workers.run(memoryTasks.buildParts, { memoryId, source }, controls);
      try {
        return await workers.run(memoryTasks.publishParts, { memoryId, source, built }, controls);
      } catch (error) {
        removeParts(paths.root, built.parts);
        throw error;
      }
    });
  });
}
