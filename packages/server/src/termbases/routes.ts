import { z } from 'zod';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { exactKey } from '@fair-copy/core/text/fold.js';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { findingBodies, textsOfConcepts } from '../inspection/bodies.js';
import { openFindingsOf } from '../inspection/read.js';
import { TERMBASES } from '../inspection/subjects.js';
import { existingIn } from '../intake/existing.js';
import { done, idParam, job, jsonOf, OK, seenVersion } from '../schemas.js';
import { versionOf } from '../store/version.js';
import type { Db } from '../store/database.js';
import { pictureNamed } from '../store/pictures.js';
import { languageCounts, readConcept } from '../store/concepts.js';
import { clientById, termbaseById } from '../store/termbases.js';
import { addWordFunction, termAnchors, termPage, termPosition, type TermRow } from './list.js';
import { queryOf } from './bulk.js';
import {
  anchors,
  bulk,
  bulkPreview,
  concept,
  conceptChange,
  cursor,
  fieldDefinition,
  lookUp,
  recognized,
  termbase,
  termItem,
  type ConceptBodyOf,
  type FieldDefinitionBody,
} from './schemas.js';

const PAGE = 100;

const newTerm = z.object({ language: z.string(), text: z.string().max(10_000) });

export function termbaseRoutes(api: Api, { workspace, workers, events, jobs }: Context): void {
  addWordFunction(workspace);
  const changed = (termbaseId: number): void => {
    events.tell({ type: 'changed', what: 'termbase', id: termbaseId });
    events.tell({ type: 'changed', what: 'holdings' });
    events.tell({ type: 'changed', what: 'ledger' });
  };

  api.post(
    '/termbases',
    {
      schema: {
        body: z.object({ clientId: z.number(), name: z.string().max(200) }),
        response: { 200: z.object({ id: z.number() }) },
      },
    },
    async (request) => {
      const made = await workers.write('createTermbase', request.body);
      changed(made.id);
      return made;
    },
  );

  const facets = workspace.prepare<[number], { field: string; value: string; concepts: number }>(
    `SELECT field, value, count(*) AS concepts FROM facet WHERE termbase_id = ?
     GROUP BY field, value ORDER BY field, concepts DESC LIMIT 400`,
  );
  const intakes = workspace.prepare<[number], { ledgerId: number; title: string; at: string }>(
    `SELECT id AS ledgerId, title, at FROM ledger
     WHERE termbase_id = ? AND kind = 'intake' AND undone_at IS NULL ORDER BY id DESC LIMIT 50`,
  );

  api.get('/termbases/:id', { schema: { params: idParam, response: { 200: termbase } } }, async (request) => {
    const { id, name, client_id, fields, shape } = termbaseById(workspace, request.params.id);
    const { n } = workspace
      .prepare<[number], { n: number }>('SELECT count(*) AS n FROM concept WHERE termbase_id = ?')
      .get(id)!;
    return {
      id,
      name,
      clientId: client_id,
      client: clientById(workspace, client_id).name,
      concepts: n,
      languages: languageCounts(workspace, id),
      fields: JSON.parse(fields) as FieldDefinitionBody[],
      shapeOf: shape === null ? null : (JSON.parse(shape) as { file: string }).file,
      facets: facets.all(id),
      intakes: intakes.all(id),
    };
  });

  api.patch(
    '/termbases/:id',
    { schema: { params: idParam, body: z.object({ name: z.string().max(200) }), response: { 200: done } } },
    async (request) => {
      await workers.write('renameTermbase', { id: request.params.id, name: request.body.name });
      changed(request.params.id);
      return OK;
    },
  );

  api.delete('/termbases/:id', { schema: { params: idParam, response: { 200: done } } }, async (request) => {
    await workers.write('deleteTermbase', { id: request.params.id });
    changed(request.params.id);
    return OK;
  });

  api.get(
    '/termbases/:id/anchors',
    {
      schema: {
        summary: 'How long a list is, and the key before each of its pages',
        params: idParam,
        querystring: lookUp,
        response: { 200: anchors },
      },
    },
    async (request) => {
      const { id } = termbaseById(workspace, request.params.id);
      const found = termAnchors(workspace, queryOf(id, request.query), PAGE);
      return { ...found, pageSize: PAGE };
    },
  );

  api.get(
    '/termbases/:id/position',
    {
      schema: {
        summary: 'Where a concept stands in the list, from 0',
        params: idParam,
        querystring: lookUp.extend({ concept: z.coerce.number().int() }),
        response: { 200: z.object({ position: z.number().nullable() }) },
      },
    },
    async (request) => {
      const { concept: id, ...list } = request.query;
      const { id: termbaseId } = termbaseById(workspace, request.params.id);
      return { position: termPosition(workspace, queryOf(termbaseId, list), id) };
    },
  );

  api.get(
    '/termbases/:id/terms',
    {
      schema: {
        summary: 'One page of the list, after a key',
        params: idParam,
        querystring: lookUp.extend({ after: jsonOf(cursor).optional() }),
        response: { 200: z.array(termItem) },
      },
    },
    async (request) => {
      const { after = null, ...list } = request.query;
      const { id } = termbaseById(workspace, request.params.id);
      const rows = termPage(workspace, queryOf(id, list), after, PAGE);
      return rows.map((row) => ({ ...item(row), others: others(row.concept_id, list.language) }));
    },
  );

  const otherTerms = workspace.prepare<[number, string], { text: string }>(
    'SELECT text FROM term WHERE concept_id = ? AND language <> ? ORDER BY ordinal LIMIT 4',
  );
  const others = (conceptId: number, language: string): string =>
    otherTerms
      .all(conceptId, language)
      .map((row) => row.text)
      .join(' · ')
      .slice(0, 200);

  api.post(
    '/termbases/:id/concepts',
    {
      schema: {
        params: idParam,
        body: newTerm.extend({ others: z.array(newTerm).max(20).optional() }),
        response: { 200: z.object({ id: z.number() }) },
      },
    },
    async (request) => {
      const { others, ...first } = request.body;
      const made = await workers.write('createConcept', {
        termbaseId: request.params.id,
        ...first,
        ...(others && { others }),
      });
      changed(request.params.id);
      return made;
    },
  );

  api.get('/concepts/:id', { schema: { params: idParam, response: { 200: concept } } }, async (request) => {
    const { id } = request.params;
    const stored = readConcept(workspace, id);
    if (!stored) throw new ApiError('not-found', { what: 'concept' });
    const { termbaseId, body } = stored;
    const findings = findingBodies(openFindingsOf(workspace, TERMBASES, termbaseId, id), textsOfConcepts(workspace));
    return {
      id,
      termbaseId,
      version: versionOf(body),
      ...(body as unknown as Omit<
        ConceptBodyOf,
        'id' | 'termbaseId' | 'version' | 'findings' | 'history' | 'pictures' | 'references'
      >),
      findings,
      pictures: (body.fields.xGraphic ?? []).flatMap((name) => {
        const there = pictureNamed(workspace, termbaseId, name);
        return there ? [{ name, sha256: there.sha256 }] : [];
      }),
      references: referencesOf(workspace, termbaseId, id, body),
      history: history(id),
    };
  });

  const historyRows = workspace.prepare<
    [number],
    { id: number; at: string; title: string; undone_at: string | null; earlier: number }
  >(
    `SELECT l.id, l.at, l.title, l.undone_at, c.before IS NOT NULL AS earlier FROM change c JOIN ledger l ON l.id = c.ledger_id
     WHERE c.entity = 'concept' AND c.entity_id = ? ORDER BY l.id DESC LIMIT 50`,
  );
  const history = (id: number): ConceptBodyOf['history'] =>
    historyRows.all(id).map((row) => ({
      ledgerId: row.id,
      at: row.at,
      title: row.title,
      undone: row.undone_at !== null,
      earlier: row.earlier === 1,
    }));

  api.post(
    '/concepts/:id/change',
    {
      schema: {
        params: idParam,
        querystring: z.object({ version: seenVersion }),
        body: conceptChange,
        response: { 200: z.object({ deleted: z.boolean(), made: z.number().optional() }) },
      },
    },
    async (request) => {
      const termbaseId = readConcept(workspace, request.params.id)?.termbaseId ?? 0;
      const result = await workers.write('changeConcept', {
        id: request.params.id,
        change: request.body,
        version: request.query.version,
      });
      changed(termbaseId);
      return result;
    },
  );

  api.delete(
    '/concepts/:id',
    { schema: { params: idParam, querystring: z.object({ version: seenVersion }), response: { 200: done } } },
    async (request) => {
      const termbaseId = readConcept(workspace, request.params.id)?.termbaseId ?? 0;
      await workers.write('deleteConcept', { id: request.params.id, version: request.query.version });
      changed(termbaseId);
      return OK;
    },
  );

  api.post(
    '/concepts/:id/return',
    {
      schema: {
        summary: 'Back to how it was before an operation; itself an entry in the ledger',
        params: idParam,
        body: z.object({ ledgerId: z.number() }),
        response: { 200: done },
      },
    },
    async (request) => {
      const termbaseId = readConcept(workspace, request.params.id)?.termbaseId ?? 0;
      await workers.write('returnConcept', { id: request.params.id, ledgerId: request.body.ledgerId });
      changed(termbaseId);
      return OK;
    },
  );

  api.post(
    '/termbases/:id/recognize',
    {
      schema: {
        summary: 'Which terms occur in a text; nothing of the text is kept',
        params: idParam,
        body: z.object({ language: z.string().max(60), text: z.string().max(500_000) }),
        response: { 200: recognized },
      },
    },
    async (request) => {
      const { id } = termbaseById(workspace, request.params.id);
      const language = canonicalTag(request.body.language);
      if (!language) throw new ApiError('language-unknown', { what: request.body.language });
      return workers.read('recognizeText', { termbaseId: id, language, text: request.body.text });
    },
  );

  api.put(
    '/termbases/:id/fields',
    { schema: { params: idParam, body: z.array(fieldDefinition).max(200), response: { 200: done } } },
    async (request) => {
      await workers.write('defineFields', { id: request.params.id, fields: request.body });
      changed(request.params.id);
      return OK;
    },
  );

  api.post(
    '/termbases/:id/bulk/preview',
    {
      schema: {
        summary: 'What a change of many concepts would do',
        params: idParam,
        body: bulk,
        response: { 200: bulkPreview },
      },
    },
    async (request) => workers.read('previewBulk', { termbaseId: request.params.id, ...request.body }),
  );

  api.post(
    '/termbases/:id/bulk',
    { schema: { params: idParam, body: bulk, response: { 200: job } } },
    async (request) => {
      const { id, client_id, name } = termbaseById(workspace, request.params.id);
      const about = { kind: 'bulk', title: `Changing concepts of ${name}`, clientId: client_id };
      return jobs.start(about, async (controls) => {
        const result = await workers.write('doBulk', { termbaseId: id, ...request.body }, controls);
        changed(id);
        if (request.body.change.kind === 'move') changed(request.body.change.termbaseId);
        return result;
      });
    },
  );
}

function item(row: TermRow): { concept: number; ordinal: number; key: string; text: string } {
  return { concept: row.concept_id, ordinal: row.ordinal, key: row.key, text: row.text };
}
/** References to entries of the same termbase, by the client's id or by a term. */
function referencesOf(
  db: Db,
  termbaseId: number,
  own: number,
  { fields, languages }: ConceptBody,
): ConceptBodyOf['references'] {
  const existing = existingIn(db, termbaseId);
  const all = [fields, ...languages.flatMap((s) => [s.fields, ...s.terms.map((term) => term.fields)])];
  const values = new Set(all.flatMap((f) => f.crossReference ?? []));
  return [...values].flatMap((value) => {
    const found =
      existing.withId(value)[0] ??
      languages.map((s) => existing.withTerm(`${s.language}\0${exactKey(value)}`)[0]).find((id) => id !== undefined) ??
      anyTerm(db, termbaseId, value);
    return found !== undefined && found !== own ? [{ value, concept: found }] : [];
  });
}

function anyTerm(db: Db, termbaseId: number, text: string): number | undefined {
  const languages = languageCounts(db, termbaseId);
  const existing = existingIn(db, termbaseId);
  for (const { language } of languages) {
    const found = existing.withTerm(`${language}\0${exactKey(text)}`)[0];
    if (found !== undefined) return found;
  }
  return undefined;
}
