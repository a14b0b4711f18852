import { z } from 'zod';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { memoryById } from '../memories/store.js';
import { idParam, job } from '../schemas.js';
import { termbaseById } from '../store/termbases.js';
import type { Workers } from '../jobs/workers.js';
import { findingBodies, textsOfConcepts, textsOfUnits, type TextsOf } from './bodies.js';
import { lastInspection, openCounts, openFindings } from './read.js';
import { foundRow, overview, type InspectionOverview } from './schemas.js';
import { MEMORIES, TERMBASES, type Subject } from './subjects.js';

/** What differs between the inspection of termbases and of memories. */
interface Inspected {
  readonly of: Subject;
  /** "/termbases" or "/memories". */
  readonly path: string;
  /** Throws where there is none. */
  named(id: number): { readonly name: string; readonly client_id: number };
  textsOf(id: number): TextsOf;
  inspect(id: number, ...options: RunOptions): Promise<unknown>;
  letStand(id: number, ids: readonly number[], reason: string): Promise<{ readonly ledgerId: number }>;
  putRight(id: number, ids: readonly number[]): Promise<{ readonly ledgerId: number; readonly changed: number }>;
}

type RunOptions = [options?: Parameters<Workers['write']>[2]];

export function inspectionRoutes(api: Api, context: Context): void {
  const { workspace, workers, memories } = context;
  routesOf(api, context, {
    of: TERMBASES,
    path: '/termbases',
    named: (id) => termbaseById(workspace, id),
    textsOf: () => textsOfConcepts(workspace),
    inspect: (termbaseId, options) => workers.write('inspectTermbase', { termbaseId }, options),
    letStand: (owner, ids, reason) => workers.write('letStand', { owner, ids, reason }),
    putRight: (owner, ids) => workers.write('putRight', { owner, ids }),
  });
  routesOf(api, context, {
    of: MEMORIES,
    path: '/memories',
    named: (id) => memoryById(workspace, id),
    textsOf: (id) => textsOfUnits(memories.file(id)),
    inspect: (memoryId, options) => workers.write('inspectMemory', { memoryId }, options),
    letStand: (owner, ids, reason) => workers.write('letUnitsStand', { owner, ids, reason }),
    putRight: (owner, ids) => workers.write('putUnitsRight', { owner, ids }),
  });
}

function routesOf(api: Api, { workspace, workers, jobs, events }: Context, inspected: Inspected): void {
  const { of, path } = inspected;
  const changed = (id: number): void => {
    for (const what of ['inspection', of.kind, 'holdings', 'ledger'] as const)
      events.tell({ type: 'changed', what, id });
  };

  api.get(
    `${path}/:id/inspection`,
    { schema: { params: idParam, response: { 200: overview } } },
    async (request): Promise<InspectionOverview> => {
      const { id } = request.params;
      inspected.named(id);
      const last = lastInspection(workspace, of, id);
      const open = new Map(openCounts(workspace, of, id).map((row) => [row.check, row]));
      return {
        inspectedAt: last?.at ?? null,
        counts: last ? (JSON.parse(last.counts) as InspectionOverview['counts']) : null,
        checks: of.checks.map((check) => ({
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

  api.post(`${path}/:id/inspection`, { schema: { params: idParam, response: { 200: job } } }, async (request) => {
    const { id } = request.params;
    const { name, client_id: clientId } = inspected.named(id);
    return jobs.start({ kind: 'inspect', title: `Inspecting ${name}`, clientId }, async (controls) => {
      const result = await inspected.inspect(id, controls);
      changed(id);
      return result;
    });
  });

  api.get(
    `${path}/:id/findings`,
    {
      schema: {
        params: idParam,
        querystring: z.object({ check: z.string().optional(), after: z.coerce.number().int().default(0) }),
        response: { 200: z.array(foundRow) },
      },
    },
    async (request) => {
      const { check = null, after } = request.query;
      const owner = request.params.id;
      inspected.named(owner);
      const rows = openFindings(workspace, of, { owner, check, after, limit: 100 });
      const textsOf = inspected.textsOf(owner);
      return findingBodies(rows, textsOf).map((finding) => ({ ...finding, texts: textsOf(finding.item) }));
    },
  );

  const ids = z.array(z.number()).min(1).max(5000);
  const done = z.object({ ledgerId: z.number(), changed: z.number() });

  api.post(
    `${path}/:id/findings/stet`,
    {
      schema: {
        params: idParam,
        body: z.object({ ids, reason: z.string().max(500) }),
        response: { 200: z.object({ ledgerId: z.number() }) },
      },
    },
    async (request) => {
      const result = await inspected.letStand(request.params.id, request.body.ids, request.body.reason);
      changed(request.params.id);
      return result;
    },
  );

  api.post(
    `${path}/:id/findings/put-right`,
    { schema: { params: idParam, body: z.object({ ids }), response: { 200: done } } },
    async (request) => {
      const result = await inspected.putRight(request.params.id, request.body.ids);
      changed(request.params.id);
      return result;
    },
  );

  api.post(
    `${path}/:id/findings/put-right-safe`,
    {
      schema: {
        summary: 'All corrections of a check that change no meaning',
        params: idParam,
        body: z.object({ check: z.string() }),
        response: { 200: done },
      },
    },
    async (request) => {
      const owner = request.params.id;
      const { check } = request.body;
      const safe: number[] = [];
      let after = 0;
      for (;;) {
        const page = openFindings(workspace, of, { owner, check, after, limit: 1000 });
        if (page.length === 0) break;
        for (const row of page)
          if (row.correction && (JSON.parse(row.correction) as { safe: boolean }).safe) safe.push(row.id);
        after = page.at(-1)!.id;
      }
      const result = await inspected.putRight(owner, safe);
      changed(owner);
      return result;
    },
  );

  api.post(
    `${path}/:id/inspection/report`,
    { schema: { params: idParam, body: z.object({ format: z.enum(['html', 'xlsx']) }), response: { 200: job } } },
    async (request) => {
      const { id } = request.params;
      const { name, client_id: clientId } = inspected.named(id);
      const about = { kind: 'report', title: `Inspection report of ${name}`, clientId };
      const { format } = request.body;
      return jobs.start(about, (controls) =>
        workers.read('inspectionReport', { jobId: controls.id, kind: of.kind, id, format }, controls),
      );
    },
  );
}
