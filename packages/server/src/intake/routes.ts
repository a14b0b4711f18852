import { doing } from '@fair-copy/words/work.js';
import type { Readable } from 'node:stream';
import { intakeContract, type IntakeFileBody } from '@fair-copy/api/intake.js';
import { latestWriting } from '../store/writings.js';
import { OK } from '@fair-copy/api/shared.js';
import { encodingNamed } from '@fair-copy/core/encoding/names.js';
import { meetings } from '@fair-copy/core/intake/join.js';
import { languagesOf } from '@fair-copy/core/intake/reading.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { addedOf } from '../memories/added.js';
import type { UnitsToWrite } from '../memories/take-in.js';
import { serve, type Api } from '../serve.js';
import { languageCounts } from '../store/language-counts.js';
import { Staging } from '../store/staging.js';
import { canonicalDecisions, canonicalLanguages } from './decided.js';
import { Desk } from './desk.js';
import type { IntakeFile } from './files.js';
import type { Reconciled } from './kept-corrections.js';
import { memoryTasks } from '../memories/tasks.js';
import { InspectionProfiles } from '../inspection/profiles.js';
import { inspectionTasks } from '../inspection/tasks.js';
import { fileOfUnits } from './on-the-desk.js';
import { shownRows, stepExamples } from './shown-rows.js';
import { intakeTasks } from './tasks.js';

export function intakeRoutes(api: Api, context: Context): void {
  const desk = new Desk(context);
  fileRoutes(api, context, desk);
  decisionRoutes(api, context, desk);
  rowRoutes(api, context, desk);
  writingRoutes(api, context, desk);
}

/** Files come to the desk and go. */
function fileRoutes(api: Api, context: Context, desk: Desk): void {
  serve(api, intakeContract, 'GET /intake/files', async ({ query }) =>
    desk.files.list(query.client ?? null).map((file) => shown(file, desk, context)),
  );

  serve(api, intakeContract, 'POST /intake/files', (request) =>
    desk.receive((request.body as Readable | null) ?? request.raw, request.query.client, request.query.name),
  );

  serve(api, intakeContract, 'GET /intake/files/:id', async ({ params }) => {
    const file = desk.files.get(params.id);
    if (file.state === 'waiting') desk.read(file.id);
    return shown(desk.files.get(file.id), desk, context);
  });

  serve(api, intakeContract, 'DELETE /intake/files/:id', async ({ params }) => {
    desk.discard(params.id);
    return OK;
  });

  serve(api, intakeContract, 'GET /intake/aside', async ({ query }) => desk.files.aside(query.client ?? null));

  serve(api, intakeContract, 'POST /intake/files/:id/put-back', async ({ params }) => {
    desk.putBack(params.id);
    return OK;
  });

  serve(api, intakeContract, 'POST /intake/files/:id/sheets', async ({ params, body }) => ({
    fileId: desk.takeSheet(params.id, body.sheet),
  }));

  serve(api, intakeContract, 'GET /intake/pictures', async ({ query }) => desk.pictures.of(query.client));

  serve(api, intakeContract, 'DELETE /intake/pictures', async ({ query }) => {
    desk.clearPictures(query.client);
    return OK;
  });
}

/** How a file is read. */
function decisionRoutes(api: Api, context: Context, desk: Desk): void {
  serve(api, intakeContract, 'PATCH /intake/files/:id/source', async ({ params, body }) => {
    const { encoding: name, languages, ...rest } = body;
    const encoding = name === undefined ? undefined : encodingNamed(name);
    if (encoding === null) throw new ApiError('encoding-unknown', { what: name! });
    const { file, dropped } = await desk.recut(params.id, {
      ...rest,
      ...(encoding && { encoding }),
      ...(languages && { languages: canonicalLanguages(languages) }),
    });
    return { ...shown(file, desk, context), dropped: droppedOf(dropped) };
  });

  serve(api, intakeContract, 'PATCH /intake/files/:id/decisions', async ({ params, body }) =>
    shown(await desk.decide(params.id, canonicalDecisions(body)), desk, context),
  );

  serve(api, intakeContract, 'PUT /intake/files/:id/recipe', async ({ params, body }) =>
    shown(await desk.applyRecipe(params.id, body.recipeId), desk, context),
  );

  serve(api, intakeContract, 'DELETE /intake/recipes/:id', async ({ params }) => {
    desk.recipes.forget(params.id);
    desk.told(0);
    return OK;
  });

  serve(api, intakeContract, 'PATCH /intake/files/:id/target', async ({ params, body }) =>
    shown(desk.setTarget(params.id, body.termbaseId), desk, context),
  );
}

/** Its rows, and what becomes of each. */
function rowRoutes(api: Api, context: Context, desk: Desk): void {
  serve(api, intakeContract, 'GET /intake/files/:id/lines', async ({ params }) => {
    const { sha256, name, reading } = desk.ready(params.id);
    return context.workers.run(intakeTasks.firstLines, { sha256, name, source: reading!.source });
  });

  serve(api, intakeContract, 'GET /intake/files/:id/rows', async ({ params, query }) => {
    const file = desk.ready(params.id);
    const decisions = new Map(desk.files.rowDecisions(file.id));
    return withStaging(context, file.id, (staging) => shownRows(file, staging, decisions, query));
  });

  serve(api, intakeContract, 'PUT /intake/files/:id/rows/:row', async ({ params, body }) => {
    desk.decideRow(params.id, params.row, body.decision);
    return OK;
  });

  serve(api, intakeContract, 'GET /intake/files/:id/nearest', async ({ params, query }) => {
    const { kind, position, direction } = query;
    return withStaging(context, desk.ready(params.id).id, (staging) =>
      staging.nearest(kind, position, direction === 'next'),
    );
  });

  serve(api, intakeContract, 'GET /intake/files/:id/steps/:step', async ({ params }) => {
    const file = desk.ready(params.id);
    return withStaging(context, file.id, (staging) => stepExamples(file, staging, params.step));
  });
}

/** What came of it goes to termbases, memories and query lists. */
function writingRoutes(api: Api, context: Context, desk: Desk): void {
  serve(api, intakeContract, 'POST /intake/files/:id/write', async ({ params, body }) =>
    desk.writing.terms(
      params.id,
      'termbaseId' in body ? { kind: 'existing', id: body.termbaseId } : { kind: 'new', name: body.newName },
    ),
  );

  serve(api, intakeContract, 'POST /intake/files/:id/write-units', async ({ params, body }) => {
    const { memoryId, newName, duplicates, ...said } = body;
    const added = addedOf(context.workspace, desk.files.get(params.id).clientId, said);
    return desk.writing.units([params.id], targetOf(memoryId, newName), { added, duplicates });
  });

  serve(api, intakeContract, 'POST /intake/units-there', async ({ body: { ids, memoryId } }) => {
    const staged = [...new Set(ids)].map((id) => fileOfUnits(desk.files.get(id)).staged);
    return context.workers.run(memoryTasks.unitsThere, { staged, memoryId });
  });

  serve(api, intakeContract, 'POST /intake/write-units', async ({ body }) => {
    const { ids, each, memoryId, newName, duplicates, ...said } = body;
    const added = addedOf(context.workspace, desk.files.get(ids[0]!).clientId, said);
    const target = each ? ({ kind: 'each' } as const) : targetOf(memoryId, newName);
    return desk.writing.units([...new Set(ids)], target, { added, duplicates });
  });

  serve(api, intakeContract, 'POST /intake/files/:id/inspect-ahead', async ({ params }) => {
    const file = desk.files.get(params.id);
    const { id: fileId, name, clientId } = file;
    const of = file.units
      ? ({ kind: 'units', file: fileOfUnits(file) } as const)
      : ({ kind: 'entries', fileId: desk.ready(fileId).id } as const);
    const profile = new InspectionProfiles(context).of(clientId);
    return context.jobs.start({ kind: 'inspect ahead', title: doing('inspecting', { name }), clientId }, (controls) =>
      context.workers.run(inspectionTasks.inspectAhead, { clientId, profile, of }, controls),
    );
  });

  serve(api, intakeContract, 'POST /intake/files/:id/query-list', async ({ params, body }) => {
    const { id: fileId, name, clientId, reading } = desk.ready(params.id);
    return context.jobs.start({ kind: 'query list', title: doing('query-list', { name }), clientId }, (controls) => {
      const rowDecisions = desk.files.rowDecisions(fileId);
      const file = { fileId, name, reading: reading!, rowDecisions, targetId: null, pictures: [] };
      return context.workers.run(intakeTasks.queryList, { ...file, ...body, jobId: controls.id }, controls);
    });
  });
}

function withStaging<T>({ paths }: Context, fileId: number, work: (staging: Staging) => T): T {
  const staging = Staging.openForReading(paths.staging(fileId));
  try {
    return work(staging);
  } finally {
    staging.close();
  }
}

function droppedOf(dropped: Reconciled['dropped']): { readonly row: number; readonly texts: string[] }[] {
  return dropped.map(({ row, decision }) => ({ row, texts: Object.values(decision.cells ?? {}) }));
}

function shown(file: IntakeFile, desk: Desk, context: Context): IntakeFileBody {
  const written = latestWriting(context.workspace, file.written);
  const { source } = file.reading ?? {};
  const recipe = file.reading && desk.recipes.fitting(file.clientId, file.reading);
  return {
    id: file.id,
    clientId: file.clientId,
    name: file.name,
    sheet: source?.kind === 'workbook' ? source.sheet : (file.choices.sheet ?? null),
    size: file.size,
    state: file.state,
    targetId: file.targetId,
    meetings: meetingsOf(file, context),
    recipe: recipe && { id: recipe.id, name: recipe.name, at: recipe.at, applied: file.recipeId === recipe.id },
    units: file.units,
    as: file.units ? 'units' : 'terms',
    rowCount: file.state === 'ready' && file.reading ? withStaging(context, file.id, (staging) => staging.count) : 0,
    reading: file.reading,
    outcome: file.outcome,
    error: file.error,
    written: written && 'termbaseId' in written ? written : null,
    unitsWritten: written && 'memoryId' in written ? written : null,
  };
}

function meetingsOf({ reading, targetId }: IntakeFile, { workspace }: Context): IntakeFileBody['meetings'] {
  if (!reading || targetId === null) return [];
  const there = languageCounts(workspace, targetId).map(({ language }) => language as LanguageTag);
  return meetings(languagesOf(reading), there);
}

function targetOf(memoryId: number | undefined, newName: string | undefined): UnitsToWrite['target'] {
  return memoryId !== undefined ? { kind: 'existing', id: memoryId } : { kind: 'new', name: newName ?? '' };
}
