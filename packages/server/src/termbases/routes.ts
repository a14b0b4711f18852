import { z } from 'zod';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { findingBodies } from '../inspection/bodies.js';
import { openFindingsOfConcept } from '../inspection/read.js';
import { done, idParam, OK } from '../schemas.js';
import { languageCounts, readConcept } from '../store/concepts.js';
import { clientById, termbaseById } from '../store/termbases.js';
import { addWordFunction, termAnchors, termPage, termPosition, type TermRow } from './list.js';
import { anchors, concept, conceptChange, cursor, lookUp, termbase, termItem, type ConceptBodyOf } from './schemas.js';

const PAGE = 100;

export function termbaseRoutes(api: Api, { workspace, workers, events }: Context): void {
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

  api.get('/termbases/:id', { schema: { params: idParam, response: { 200: termbase } } }, async (request) => {
    const { id, name, client_id } = termbaseById(workspace, request.params.id);
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
      const { language, q, mode } = request.query;
      const found = termAnchors(workspace, { termbaseId: request.params.id, language, text: q, mode }, PAGE);
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
      const { language, q, mode, concept: id } = request.query;
      return { position: termPosition(workspace, { termbaseId: request.params.id, language, text: q, mode }, id) };
    },
  );

  api.get(
    '/termbases/:id/terms',
    {
      schema: {
        summary: 'One page of the list, after a key',
        params: idParam,
        querystring: lookUp.extend({ after: z.string().max(20_000).optional() }),
        response: { 200: z.array(termItem) },
      },
    },
    async (request) => {
      const { language, q, mode, after } = request.query;
      const key = after === undefined ? null : cursor.parse(JSON.parse(after));
      const rows = termPage(workspace, { termbaseId: request.params.id, language, text: q, mode }, key, PAGE);
      return rows.map((row) => ({ ...item(row), others: others(row.concept_id, language) }));
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
        body: z.object({ language: z.string(), text: z.string().max(10_000) }),
        response: { 200: z.object({ id: z.number() }) },
      },
    },
    async (request) => {
      const made = await workers.write('createConcept', { termbaseId: request.params.id, ...request.body });
      changed(request.params.id);
      return made;
    },
  );

  api.get('/concepts/:id', { schema: { params: idParam, response: { 200: concept } } }, async (request) => {
    const { id } = request.params;
    const stored = readConcept(workspace, id);
    if (!stored) throw new ApiError('not-found', { what: 'concept' });
    const { termbaseId, body } = stored;
    const findings = findingBodies(workspace, openFindingsOfConcept(workspace, termbaseId, id));
    return {
      id,
      termbaseId,
      ...(body as unknown as Omit<ConceptBodyOf, 'id' | 'termbaseId' | 'findings' | 'history'>),
      findings,
      history: history(id),
    };
  });

  const historyRows = workspace.prepare<[number], { id: number; at: string; title: string; undone_at: string | null }>(
    `SELECT l.id, l.at, l.title, l.undone_at FROM change c JOIN ledger l ON l.id = c.ledger_id
     WHERE c.entity = 'concept' AND c.entity_id = ? ORDER BY l.id DESC LIMIT 50`,
  );
  const history = (id: number): ConceptBodyOf['history'] =>
    historyRows
      .all(id)
      .map((row) => ({ ledgerId: row.id, at: row.at, title: row.title, undone: row.undone_at !== null }));

  api.post(
    '/concepts/:id/change',
    { schema: { params: idParam, body: conceptChange, response: { 200: z.object({ deleted: z.boolean() }) } } },
    async (request) => {
      const termbaseId = readConcept(workspace, request.params.id)?.termbaseId ?? 0;
      const result = await workers.write('changeConcept', { id: request.params.id, change: request.body });
      changed(termbaseId);
      return result;
    },
  );

  api.delete('/concepts/:id', { schema: { params: idParam, response: { 200: done } } }, async (request) => {
    const termbaseId = readConcept(workspace, request.params.id)?.termbaseId ?? 0;
    await workers.write('deleteConcept', { id: request.params.id });
    changed(termbaseId);
    return OK;
  });
}

function item(row: TermRow): { concept: number; ordinal: number; folded: string; text: string } {
  return { concept: row.concept_id, ordinal: row.ordinal, folded: row.folded, text: row.text };
}
