import type { Readable } from 'node:stream';
import { z } from 'zod';
import { cleanCell, previewStep } from '@fair-copy/core/intake/cleaning/steps.js';
import { withCells } from '@fair-copy/core/intake/evaluate.js';
import { questionText } from '@fair-copy/core/intake/questions.js';
import { cleaningContext, languageIn } from '@fair-copy/core/intake/rows-to-draft.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import {
  CLEANING_STEPS,
  type CellStepId,
  type ColumnReading,
  type Reading,
  type Role,
} from '@fair-copy/core/intake/reading.js';
import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { fieldLabel, valueLabel } from '@fair-copy/core/termbase/categories.js';
import type { Fields } from '@fair-copy/core/termbase/concept.js';
import { restoredCell } from '@fair-copy/core/sheet/delimited-write.js';
import { encodingNamed } from '@fair-copy/core/text/encodings-list.js';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import type { UnitsToWrite } from '../memories/take-in.js';
import { stampBody, stampOf } from '../memories/stamp.js';
import { done, idParam, job, OK } from '../schemas.js';
import { Staging } from '../store/staging.js';
import { Desk } from './desk.js';
import type { IntakeFile } from './files.js';
import {
  intakeDecisions,
  intakeFile,
  outcomeKind,
  rowDecision,
  rowPage,
  sourceChoices,
  stepPreview,
  type IntakeFileBody,
  type IntakeRowBody,
  type RoleBody,
} from './schemas.js';

const CELL_STEPS = CLEANING_STEPS.filter((id): id is CellStepId => id !== 'duplicates' && id !== 'swapped');

export function intakeRoutes(api: Api, context: Context): void {
  const desk = new Desk(context);

  api.get(
    '/intake/files',
    {
      schema: {
        querystring: z.object({ client: z.coerce.number().int().optional() }),
        response: { 200: z.array(intakeFile) },
      },
    },
    async (request) => desk.files.list(request.query.client ?? null).map((file) => shown(file, desk, context)),
  );

  api.post(
    '/intake/files',
    {
      schema: {
        summary: 'A file as it is (application/octet-stream); reading begins at once',
        querystring: z.object({ client: z.coerce.number().int(), name: z.string().min(1).max(300) }),
        response: { 200: z.object({ fileId: z.number().nullable(), jobId: z.number().nullable() }) },
      },
    },
    async (request) =>
      desk.receive((request.body as Readable | null) ?? request.raw, request.query.client, request.query.name),
  );

  api.get('/intake/files/:id', { schema: { params: idParam, response: { 200: intakeFile } } }, async (request) => {
    const file = desk.files.get(request.params.id);
    if (file.state === 'waiting') desk.read(file.id);
    return shown(desk.files.get(file.id), desk, context);
  });

  api.delete('/intake/files/:id', { schema: { params: idParam, response: { 200: done } } }, async (request) => {
    await desk.discard(request.params.id);
    return OK;
  });

  api.patch(
    '/intake/files/:id/source',
    {
      schema: {
        summary: 'Another encoding or separator: the file is read again',
        params: idParam,
        body: sourceChoices,
        response: { 200: intakeFile },
      },
    },
    async (request) => {
      const { encoding: name, languages: said, ...rest } = request.body;
      const languages = said && mapped(said);
      const encoding = name === undefined ? undefined : encodingNamed(name);
      if (encoding === null) throw new ApiError('encoding-unknown', { what: name! });
      return shown(
        await desk.recut(request.params.id, {
          ...rest,
          ...(encoding && { encoding }),
          ...(languages && { languages }),
        }),
        desk,
        context,
      );
    },
  );

  api.get(
    '/intake/files/:id/lines',
    {
      schema: {
        summary: 'The first lines of a text as they stand in the file',
        params: idParam,
        response: { 200: z.array(z.string()) },
      },
    },
    async (request) => {
      const { sha256, name, reading } = desk.ready(request.params.id);
      return context.workers.read('firstLines', { sha256, name, source: reading!.source });
    },
  );

  api.post(
    '/intake/files/:id/sheets',
    {
      schema: {
        summary: 'Take another sheet of the workbook as well',
        params: idParam,
        body: z.object({ sheet: z.string() }),
        response: { 200: z.object({ fileId: z.number() }) },
      },
    },
    async (request) => ({ fileId: desk.takeSheet(request.params.id, request.body.sheet) }),
  );

  api.patch(
    '/intake/files/:id/decisions',
    { schema: { params: idParam, body: intakeDecisions, response: { 200: intakeFile } } },
    async (request) => shown(await desk.decide(request.params.id, canonical(request.body)), desk, context),
  );

  api.put(
    '/intake/files/:id/recipe',
    {
      schema: {
        summary: 'Apply a recipe; null: back to what was proposed',
        params: idParam,
        body: z.object({ recipeId: z.number().nullable() }),
        response: { 200: intakeFile },
      },
    },
    async (request) => shown(await desk.applyRecipe(request.params.id, request.body.recipeId), desk, context),
  );

  api.delete('/intake/recipes/:id', { schema: { params: idParam, response: { 200: done } } }, async (request) => {
    desk.recipes.forget(request.params.id);
    desk.told(0);
    return OK;
  });

  api.get(
    '/intake/pictures',
    {
      schema: {
        summary: 'The pictures that came with the files of a client',
        querystring: z.object({ client: z.coerce.number().int() }),
        response: { 200: z.array(z.object({ name: z.string(), sha256: z.string(), size: z.number() })) },
      },
    },
    async (request) => desk.pictures.of(request.query.client),
  );

  api.delete(
    '/intake/pictures',
    { schema: { querystring: z.object({ client: z.coerce.number().int() }), response: { 200: done } } },
    async (request) => {
      desk.clearPictures(request.query.client);
      return OK;
    },
  );

  api.patch(
    '/intake/files/:id/target',
    {
      schema: {
        summary: 'The termbase that it is to be written to; null: a new one',
        params: idParam,
        body: z.object({ termbaseId: z.number().nullable() }),
        response: { 200: intakeFile },
      },
    },
    async (request) => shown(desk.setTarget(request.params.id, request.body.termbaseId), desk, context),
  );

  api.put(
    '/intake/files/:id/rows/:row',
    {
      schema: {
        summary: 'A correction or a verdict on one row; null takes it back',
        params: idParam.extend({ row: z.coerce.number().int().positive() }),
        body: z.object({ decision: rowDecision.nullable() }),
        response: { 200: done },
      },
    },
    async (request) => {
      desk.decideRow(request.params.id, request.params.row, request.body.decision);
      return OK;
    },
  );

  api.get(
    '/intake/files/:id/rows',
    {
      schema: {
        summary: 'Rows in order: with a kind, those of one part of the tally',
        params: idParam,
        querystring: z.object({
          from: z.coerce.number().int().positive().default(1),
          limit: z.coerce.number().int().positive().max(500).default(100),
          kind: outcomeKind.optional(),
        }),
        response: { 200: rowPage },
      },
    },
    async (request) => {
      const file = desk.ready(request.params.id);
      const { from, limit, kind } = request.query;
      return withStaging(context, file.id, (staging) => {
        const positions = kind ? staging.positions(kind, from, limit) : null;
        const rows = positions ? positions.flatMap((position) => staging.page(position, 1)) : staging.page(from, limit);
        const outcomes = file.outcome ? staging.outcomesAt(rows.map((row) => row.position)) : new Map();
        const decisions = new Map(desk.files.rowDecisions(file.id));
        return {
          total: kind ? (file.outcome ? tallyPart(file, kind, staging) : 0) : staging.count,
          rows: rows.map((row) =>
            shownRow(file.reading!, row, outcomes.get(row.position) ?? null, decisions.get(row.number) ?? null),
          ),
        };
      });
    },
  );

  api.get(
    '/intake/files/:id/nearest',
    {
      schema: {
        summary: 'The next or previous row of one part of the tally',
        params: idParam,
        querystring: z.object({
          kind: outcomeKind,
          position: z.coerce.number().int(),
          direction: z.enum(['next', 'previous']),
        }),
        response: { 200: z.object({ position: z.number(), rank: z.number() }).nullable() },
      },
    },
    async (request) => {
      const { kind, position, direction } = request.query;
      return withStaging(context, desk.ready(request.params.id).id, (staging) =>
        staging.nearest(kind, position, direction === 'next'),
      );
    },
  );

  api.get(
    '/intake/files/:id/steps/:step',
    {
      schema: {
        summary: 'Examples of what a cleaning step does',
        params: idParam.extend({ step: z.enum(CELL_STEPS) }),
        response: { 200: stepPreview },
      },
    },
    async (request) => {
      const file = desk.ready(request.params.id);
      const { step } = request.params;
      const reading = file.reading!;
      const numbers = file.outcome?.steps[step].rows.slice(0, 12) ?? [];
      return withStaging(context, file.id, (staging) => ({
        examples: numbers.flatMap((number) => {
          const row = staging.rowByNumber(number);
          return termColumns(reading).flatMap(({ index: column, role }) => {
            const cell = row?.cells[column];
            const language = termLanguage(role.value, row, reading);
            const preview = cell ? previewStep(step, cell, reading.steps, cleaningContext(reading, language)) : null;
            return preview
              ? [{ row: number, column, before: preview.before, after: preview.after.map(pieceText) }]
              : [];
          });
        }),
      }));
    },
  );

  api.post(
    '/intake/files/:id/write',
    {
      schema: {
        params: idParam,
        body: z.union([z.object({ termbaseId: z.number() }), z.object({ newName: z.string().max(200) })]),
        response: { 200: job },
      },
    },
    async (request) => {
      const { body } = request;
      const target =
        'termbaseId' in body
          ? ({ kind: 'existing', id: body.termbaseId } as const)
          : ({ kind: 'new', name: body.newName } as const);
      return desk.write(request.params.id, target);
    },
  );

  api.post(
    '/intake/files/:id/write-units',
    {
      schema: {
        summary: 'Write its units to a memory, stamped with subject, client and any attribute',
        params: idParam,
        body: z.object({
          memoryId: z.number().int().optional(),
          newName: z.string().max(200).optional(),
          ...stampBody,
        }),
        response: { 200: job },
      },
    },
    async (request) => {
      const { memoryId, newName, duplicates, ...said } = request.body;
      const { clientId } = desk.files.get(request.params.id);
      const stamp = stampOf(context.workspace, clientId, said);
      return desk.writeUnits([request.params.id], targetOf(memoryId, newName), { stamp, duplicates });
    },
  );

  api.post(
    '/intake/write-units',
    {
      schema: {
        summary: 'Write the units of several files to one memory, or to one each, as one operation',
        body: z.object({
          ids: z.array(z.number().int()).min(1).max(500),
          each: z.boolean().default(false),
          memoryId: z.number().int().optional(),
          newName: z.string().max(200).optional(),
          ...stampBody,
        }),
        response: { 200: job },
      },
    },
    async (request) => {
      const { ids, each, memoryId, newName, duplicates, ...said } = request.body;
      const { clientId } = desk.files.get(ids[0]!);
      const stamp = stampOf(context.workspace, clientId, said);
      return desk.writeUnits([...new Set(ids)], each ? { kind: 'each' } : targetOf(memoryId, newName), {
        stamp,
        duplicates,
      });
    },
  );

  api.post('/intake/files/:id/query-list', { schema: { params: idParam, response: { 200: job } } }, async (request) => {
    const file = desk.ready(request.params.id);
    const about = { kind: 'query list', title: `Query list for ${file.name}`, clientId: file.clientId };
    return context.jobs.start(about, (controls) =>
      context.workers.read(
        'queryList',
        {
          fileId: file.id,
          jobId: controls.id,
          name: file.name,
          reading: file.reading!,
          rowDecisions: desk.files.rowDecisions(file.id),
          targetId: null,
          pictures: [],
        },
        controls,
      ),
    );
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

function shown(file: IntakeFile, desk: Desk, context: Context): IntakeFileBody {
  const isUndone = ({ ledgerId }: { readonly ledgerId: number }): boolean =>
    context.workspace.prepare('SELECT 1 FROM ledger WHERE id = ? AND undone_at IS NULL').get(ledgerId) === undefined;
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
    recipe: recipe && { id: recipe.id, name: recipe.name, at: recipe.at, applied: file.recipeId === recipe.id },
    units: file.units,
    as: file.units ? 'units' : 'terms',
    rowCount: file.state === 'ready' && file.reading ? withStaging(context, file.id, (staging) => staging.count) : 0,
    reading: file.reading,
    outcome: file.outcome,
    error: file.error,
    written: file.written && 'termbaseId' in file.written ? { ...file.written, undone: isUndone(file.written) } : null,
    unitsWritten:
      file.written && 'memoryId' in file.written ? { ...file.written, undone: isUndone(file.written) } : null,
  };
}

/** Rows that are shown under a part; empty rows that are counted but not stored are not among them. */
function tallyPart(file: IntakeFile, kind: z.infer<typeof outcomeKind>, staging: Staging): number {
  const { tally } = file.outcome!;
  switch (kind) {
    case 'entry':
      return tally.entries;
    case 'joined':
      return tally.joined;
    case 'held back':
      return tally.heldBack;
    default:
      return tally.notData - (tally.rows - staging.count);
  }
}

function shownRow(
  reading: Reading,
  row: {
    readonly position: number;
    readonly number: number;
    readonly cells: readonly string[];
    readonly hidden?: boolean;
    readonly line?: number;
  },
  outcome: IntakeRowBody['outcome'],
  decision: IntakeRowBody['decision'],
): IntakeRowBody {
  const corrected = decision?.cells ? withCells(row, decision.cells) : row;
  const isData = outcome === null ? row.number >= reading.firstRow : outcome.kind !== 'not data';
  return {
    position: row.position,
    number: row.number,
    line: row.line ?? null,
    cells: [...corrected.cells],
    hidden: row.hidden ?? false,
    cleaned: isData ? termColumns(reading).flatMap((column) => cleanedCell(reading, column, corrected)) : [],
    outcome,
    question: outcome?.kind === 'held back' ? questionText(outcome.question) : null,
    decision,
  };
}

function cleanedCell(
  reading: Reading,
  column: ColumnReading,
  row: { readonly cells: readonly string[] },
): IntakeRowBody['cleaned'] {
  const cell = row.cells[column.index] ?? '';
  if (cell === '') return [];
  const restored = reading.source.kind === 'delimited' ? restoredCell(cell) : cell;
  const language = termLanguage(column.role.value, row, reading);
  const { pieces, ofConcept, touched } = cleanCell(restored, reading.steps, cleaningContext(reading, language));
  if (touched.length === 0 && restored === cell) return [];
  return [
    {
      column: column.index,
      pieces: pieces.map((p) => ({ text: p.text, fields: plainFields(p.fields) })),
      ofConcept: plainFields(ofConcept),
      touched: [...touched],
    },
  ];
}

function plainFields(fields: Fields): Record<string, string[]> {
  return Object.fromEntries(Object.entries(fields).map(([name, values]) => [name, [...values]]));
}

function termColumns(reading: Reading): ColumnReading[] {
  return reading.columns.filter(({ role }) => role.value.kind === 'term' || role.value.kind === 'term of row');
}

/** The language of a cell of terms: of its column, or the one that the row names. */
function termLanguage(
  role: Role,
  row: { readonly cells: readonly string[] } | null,
  reading: Reading,
): LanguageTag | null {
  if (role.kind === 'term') return role.language;
  const column = reading.columns.find((c) => c.role.value.kind === 'language');
  return column && row ? languageIn(row.cells[column.index] ?? '') : null;
}

function pieceText(piece: { readonly text: string; readonly fields: Fields }): string {
  const said = Object.entries(piece.fields).flatMap(([field, values]) =>
    values.map((value) => `${fieldLabel(field).toLowerCase()}: ${valueLabel(field, value)}`),
  );
  return said.length ? `${piece.text}  [${said.join('; ')}]` : piece.text;
}

function canonical(body: z.infer<typeof intakeDecisions>): Decisions {
  const { roles, join, ...rest } = body;
  const checked = Object.entries(roles ?? {}).map(([index, role]) => [index, canonicalRole(role)] as const);
  return {
    ...rest,
    ...(roles && { roles: Object.fromEntries(checked) }),
    ...(join && { join: { ...join, languages: join.languages.map(canonicalLanguage) } }),
  } as Decisions;
}

function mapped(said: Readonly<Record<string, string>>): Record<string, LanguageTag> {
  return Object.fromEntries(Object.entries(said).map(([spelling, tag]) => [spelling, canonicalLanguage(tag)]));
}

function canonicalRole(role: RoleBody): Role {
  switch (role.kind) {
    case 'term': {
      const { type, language } = role;
      return { kind: 'term', language: canonicalLanguage(language), ...(type && { type }) };
    }
    case 'field':
      return { ...role, language: role.language === null ? null : canonicalLanguage(role.language) };
    default:
      return role;
  }
}

function canonicalLanguage(said: string): LanguageTag {
  const language = canonicalTag(said);
  if (!language) throw new ApiError('language-unknown', { what: said });
  return language;
}

function targetOf(memoryId: number | undefined, newName: string | undefined): UnitsToWrite['target'] {
  return memoryId !== undefined ? { kind: 'existing', id: memoryId } : { kind: 'new', name: newName ?? '' };
}
