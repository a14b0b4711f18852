import type { KeptDone } from '@fair-copy/words/done.js';
import { toldDone } from '../said.js';
import { doing } from '@fair-copy/words/work.js';
import { OK } from '@fair-copy/api/shared.js';
import { termbaseContract, type FieldDefinitionBody, type TermbaseBody } from '@fair-copy/api/termbases.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { serve, type Api } from '../serve.js';
import { clientById } from '../store/clients.js';
import { languageCounts } from '../store/language-counts.js';
import type { Db } from '../store/database.js';
import { termbaseById } from '../store/termbases.js';
import { queryOf } from './bulk.js';
import { addWordFunction, termAnchors, termPage, termPosition } from './list.js';
import { shownConcept } from './shown-concept.js';
import { termbaseTasks } from './tasks.js';

/** Rows of a page of the list. */
const PAGE = 100;

export function termbaseRoutes(api: Api, context: Context): void {
  wholeRoutes(api, context);
  listRoutes(api, context);
  conceptRoutes(api, context);
  manyRoutes(api, context);
}

/** A termbase as a whole. */
function wholeRoutes(api: Api, { workspace, workers }: Context): void {
  serve(api, termbaseContract, 'POST /termbases', ({ body }) => workers.run(termbaseTasks.createTermbase, body));

  serve(api, termbaseContract, 'GET /termbases/:id', async ({ params }) => shownTermbase(workspace, params.id));

  serve(api, termbaseContract, 'PATCH /termbases/:id', async ({ params, body }) => {
    await workers.run(termbaseTasks.renameTermbase, { id: params.id, name: body.name });
    return OK;
  });

  serve(api, termbaseContract, 'PUT /termbases/:id/reference', async ({ params, body }) => {
    await workers.run(termbaseTasks.setReference, { id: params.id, ...body });
    return OK;
  });

  serve(api, termbaseContract, 'POST /termbases/:id/move', async ({ params, body }) => {
    await workers.run(termbaseTasks.moveTermbase, { kind: 'termbase', id: params.id, ...body });
    return OK;
  });

  serve(api, termbaseContract, 'DELETE /termbases/:id', async ({ params }) => {
    await workers.run(termbaseTasks.deleteTermbase, { id: params.id });
    return OK;
  });

  serve(api, termbaseContract, 'PUT /termbases/:id/fields', async ({ params, body }) => {
    await workers.run(termbaseTasks.defineFields, { id: params.id, fields: body });
    return OK;
  });

  serve(api, termbaseContract, 'POST /termbases/:id/recognize', async ({ params, body }) => {
    const { id } = termbaseById(workspace, params.id);
    const language = canonicalTag(body.language);
    if (!language) throw new ApiError('language-unknown', { what: body.language });
    return workers.run(termbaseTasks.recognizeText, { termbaseId: id, language, text: body.text });
  });
}

function shownTermbase(db: Db, termbaseId: number): TermbaseBody {
  const { id, name, client_id, fields, shape, reference } = termbaseById(db, termbaseId);
  return {
    id,
    name,
    clientId: client_id,
    client: clientById(db, client_id).name,
    concepts: db.prepare<[number], number>('SELECT count(*) FROM concept WHERE termbase_id = ?').pluck().get(id)!,
    isReference: reference === 1,
    languages: languageCounts(db, id),
    fields: JSON.parse(fields) as FieldDefinitionBody[],
    shapeOf: shape === null ? null : (JSON.parse(shape) as { file: string }).file,
    facets: db
      .prepare<[number], TermbaseBody['facets'][number]>(
        `SELECT field, value, count(*) AS concepts FROM facet WHERE termbase_id = ?
         GROUP BY field, value ORDER BY field, concepts DESC LIMIT 400`,
      )
      .all(id),
    intakes: db
      .prepare<[number], { ledgerId: number; title: KeptDone; at: string }>(
        `SELECT id AS ledgerId, title, at FROM ledger
         WHERE termbase_id = ? AND kind = 'intake' AND undone_at IS NULL ORDER BY id DESC LIMIT 50`,
      )
      .all(id)
      .map(({ title, ...intake }) => ({ ...intake, ...toldDone(title) })),
  };
}

/** The list of its terms, page by page. */
function listRoutes(api: Api, { workspace }: Context): void {
  addWordFunction(workspace);

  serve(api, termbaseContract, 'GET /termbases/:id/anchors', async ({ params, query }) => {
    const { id } = termbaseById(workspace, params.id);
    const found = termAnchors(workspace, queryOf(id, query), PAGE);
    return { ...found, pageSize: PAGE };
  });

  serve(api, termbaseContract, 'GET /termbases/:id/position', async ({ params, query }) => {
    const { concept, ...list } = query;
    const { id } = termbaseById(workspace, params.id);
    return { position: termPosition(workspace, queryOf(id, list), concept) };
  });

  const otherTerms = workspace
    .prepare<[number, string], string>(
      'SELECT text FROM term WHERE concept_id = ? AND language <> ? ORDER BY ordinal LIMIT 4',
    )
    .pluck();

  serve(api, termbaseContract, 'GET /termbases/:id/terms', async ({ params, query }) => {
    const { after = null, ...list } = query;
    const { id } = termbaseById(workspace, params.id);
    return termPage(workspace, queryOf(id, list), after, PAGE).map((row) => ({
      concept: row.concept_id,
      ordinal: row.ordinal,
      key: row.key,
      text: row.text,
      others: otherTerms.all(row.concept_id, list.language).join(' · ').slice(0, 200),
    }));
  });
}

function conceptRoutes(api: Api, { workspace, workers }: Context): void {
  serve(api, termbaseContract, 'POST /termbases/:id/concepts', ({ params, body }) =>
    workers.run(termbaseTasks.createConcept, { termbaseId: params.id, ...body }),
  );

  serve(api, termbaseContract, 'GET /concepts/:id', async ({ params }) => shownConcept(workspace, params.id));

  serve(api, termbaseContract, 'POST /concepts/:id/change', ({ params, query, body }) =>
    workers.run(termbaseTasks.changeConcept, { id: params.id, change: body, version: query.version }),
  );

  serve(api, termbaseContract, 'DELETE /concepts/:id', async ({ params, query }) => {
    await workers.run(termbaseTasks.deleteConcept, { id: params.id, version: query.version });
    return OK;
  });

  serve(api, termbaseContract, 'POST /concepts/:id/return', async ({ params, body }) => {
    await workers.run(termbaseTasks.returnConcept, { id: params.id, ledgerId: body.ledgerId });
    return OK;
  });
}

/** Many concepts at once. */
function manyRoutes(api: Api, { workspace, workers, jobs }: Context): void {
  serve(api, termbaseContract, 'POST /termbases/:id/bulk/preview', ({ params, body }) =>
    workers.run(termbaseTasks.previewBulk, { termbaseId: params.id, ...body }),
  );

  serve(api, termbaseContract, 'POST /termbases/:id/bulk', async ({ params, body }) => {
    const { id: termbaseId, client_id: clientId, name } = termbaseById(workspace, params.id);
    return jobs.start({ kind: 'change terms', title: doing('changing-concepts', { name }), clientId }, (controls) =>
      workers.run(termbaseTasks.doBulk, { termbaseId, ...body }, controls),
    );
  });
}
