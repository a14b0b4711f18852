import { z } from 'zod';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { idParam, job } from '../schemas.js';
import { readConcept } from '../store/concepts.js';
import { termbaseById } from '../store/termbases.js';
import { findingBody } from '../termbases/schemas.js';
import { findingBodies } from './bodies.js';
import { lastInspection, openCounts, openFindings } from './read.js';

const counts = z.object({ new: z.number(), standing: z.number(), settled: z.number(), stet: z.number() });

const overview = z.object({
  inspectedAt: z.string().nullable(),
  counts: counts.nullable(),
  checks: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      explains: z.string(),
      open: z.number(),
      safe: z.number(),
      fresh: z.number(),
    }),
  ),
});
export type InspectionOverview = z.infer<typeof overview>;

const foundRow = findingBody.extend({ terms: z.array(z.object({ language: z.string(), texts: z.array(z.string()) })) });
export type FoundRow = z.infer<typeof foundRow>;

export function inspectionRoutes(api: Api, context: Context): void {
  const { workspace, workers, jobs, events } = context;
  const changed = (termbaseId: number): void => {
    for (const what of ['inspection', 'termbase', 'holdings', 'ledger'] as const)
      events.tell({ type: 'changed', what, id: termbaseId });
  };

  api.get(
    '/termbases/:id/inspection',
    { schema: { params: idParam, response: { 200: overview } } },
    async (request) => {
      const { id } = termbaseById(workspace, request.params.id);
      const last = lastInspection(workspace, id);
      const open = new Map(openCounts(workspace, id).map((row) => [row.check, row]));
      return {
        inspectedAt: last?.at ?? null,
        counts: last ? counts.parse(JSON.parse(last.counts)) : null,
        checks: TERMBASE_CHECKS.map((check) => ({
          id: check.id,
          title: check.title,
          explains: check.explains,
          open: open.get(check.id)?.open ?? 0,
          safe: open.get(check.id)?.safe ?? 0,
          fresh: open.get(check.id)?.fresh ?? 0,
        })),
      };
    },
  );

  api.post('/termbases/:id/inspection', { schema: { params: idParam, response: { 200: job } } }, async (request) => {
    const { id, name, client_id } = termbaseById(workspace, request.params.id);
    return jobs.start({ kind: 'inspect', title: `Inspecting ${name}`, clientId: client_id }, async (controls) => {
      const result = await workers.write('inspectTermbase', { termbaseId: id }, controls);
      changed(id);
      return result;
    });
  });

  api.get(
    '/termbases/:id/findings',
    {
      schema: {
        params: idParam,
        querystring: z.object({ check: z.string().optional(), after: z.coerce.number().int().default(0) }),
        response: { 200: z.array(foundRow) },
      },
    },
    async (request) => {
      const { check = null, after } = request.query;
      const rows = openFindings(workspace, { termbaseId: request.params.id, check, after, limit: 100 });
      return findingBodies(workspace, rows).map((finding) => ({
        ...finding,
        terms: (readConcept(workspace, finding.concept)?.body.languages ?? []).map(({ language, terms }) => ({
          language,
          texts: terms.map((term) => term.text),
        })),
      }));
    },
  );

  const ids = z.array(z.number()).min(1).max(5000);

  api.post(
    '/findings/stet',
    {
      schema: {
        body: z.object({ ids, reason: z.string().max(500) }),
        response: { 200: z.object({ ledgerId: z.number() }) },
      },
    },
    async (request) => {
      const result = await workers.write('letStand', request.body);
      changed(0);
      return result;
    },
  );

  api.post(
    '/findings/put-right',
    { schema: { body: z.object({ ids }), response: { 200: z.object({ ledgerId: z.number(), changed: z.number() }) } } },
    async (request) => {
      const result = await workers.write('putRight', request.body);
      changed(0);
      return result;
    },
  );

  api.post(
    '/termbases/:id/findings/put-right-safe',
    {
      schema: {
        summary: 'All corrections of a check that change no meaning',
        params: idParam,
        body: z.object({ check: z.string() }),
        response: { 200: z.object({ ledgerId: z.number(), changed: z.number() }) },
      },
    },
    async (request) => {
      const safe: number[] = [];
      let after = 0;
      for (;;) {
        const page = openFindings(workspace, {
          termbaseId: request.params.id,
          check: request.body.check,
          after,
          limit: 1000,
        });
        if (page.length === 0) break;
        safe.push(
          ...page
            .filter((row) => row.correction && (JSON.parse(row.correction) as { safe: boolean }).safe)
            .map((row) => row.id),
        );
        after = page.at(-1)!.id;
      }
      const result = await workers.write('putRight', { ids: safe });
      changed(request.params.id);
      return result;
    },
  );

  api.post(
    '/termbases/:id/inspection/report',
    { schema: { params: idParam, body: z.object({ format: z.enum(['html', 'xlsx']) }), response: { 200: job } } },
    async (request) => {
      const { id, name, client_id } = termbaseById(workspace, request.params.id);
      return jobs.start({ kind: 'report', title: `Inspection report of ${name}`, clientId: client_id }, (controls) =>
        workers.read('inspectionReport', { jobId: controls.id, termbaseId: id, format: request.body.format }, controls),
      );
    },
  );
}
