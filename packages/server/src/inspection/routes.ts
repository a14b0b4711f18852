import { OTHERWISE, UNUSED } from '@fair-copy/core/checks/across/memories.js';
import { WITHOUT_TERM } from '@fair-copy/core/checks/across/words-without-term.js';
import { ELSEWHERE } from '@fair-copy/core/checks/across/termbases.js';
import { TERM_CHECKS } from '@fair-copy/core/checks/units/terms.js';
import type { Readable } from 'node:stream';
import { shownName } from '@fair-copy/files/file-names.js';
import { hasWordList } from '@fair-copy/files/word-lists.js';
import { doing } from '@fair-copy/words/work.js';
import { OK } from '@fair-copy/api/shared.js';
import {
  inspectionContract,
  type InspectionOverview,
  type InspectionProfile,
  type MatterRow,
} from '@fair-copy/api/inspection.js';
import type { Context } from '../context.js';
import {
  definitionsOfConcepts,
  findingBodies,
  textsOfConcepts,
  textsOfUnits,
  type TextsOf,
} from '../findings/bodies.js';
import { openBy, openMatters } from '../findings/matters.js';
import { standings } from '../findings/standings.js';
import { rulesOf } from '../findings/rules.js';
import { lastInspection, openCounts, openFindings, openItems, stetFindings, stetTotal } from '../findings/read.js';
import { MEMORIES, TERMBASES, type Subject } from '../findings/subjects.js';
import { keepUpload } from '../store/originals.js';
import { serve, type Api } from '../serve.js';
import { clientById } from '../store/clients.js';
import { memoryById } from '../store/memories.js';
import { termbaseById } from '../store/termbases.js';
import { InspectionProfiles, requireRules } from './profiles.js';
import { runInspection } from './run.js';
import { inspectionTasks } from './tasks.js';

/** Bytes: a query list is never larger. */
const LIST_LIMIT = 100 * 1024 ** 2;
/** Authors and origins that are named. */
const NAMED = 6;
/** Other concepts or units of a matter that are shown. */
const OTHERS = 4;

/** What differs between the inspection of termbases and of memories. */
interface Inspected {
  readonly of: Subject;
  readonly path: '/termbases' | '/memories';
  /** Throws where there is none. */
  named(id: number): { readonly name: string; readonly client_id: number };
  textsOf(id: number): TextsOf;
  /** Of a concept; of units there are none. */
  definitionOf(item: number): string;
  languages(id: number): readonly string[];
  /** How many concepts or units it has. */
  items(id: number): number;
}

export function inspectionRoutes(api: Api, context: Context): void {
  const { workspace, memories, events } = context;
  const profiles = new InspectionProfiles(context);
  serve(api, inspectionContract, 'GET /inspection-profiles/:id', async ({ params }) => {
    clientById(workspace, params.id);
    return profiles.of(params.id);
  });
  serve(api, inspectionContract, 'PUT /inspection-profiles/:id', async ({ params, body }) => {
    clientById(workspace, params.id);
    requireRules(body.patterns);
    profiles.keep(params.id, body);
    events.tell({ type: 'changed', what: 'inspection' });
    return OK;
  });
  serve(api, inspectionContract, 'GET /inspections', async ({ query: { client = null } }) => [
    ...standings(workspace, TERMBASES, client),
    ...standings(workspace, MEMORIES, client),
  ]);
  routesOf(api, context, {
    of: TERMBASES,
    path: '/termbases',
    named: (id) => termbaseById(workspace, id),
    textsOf: () => textsOfConcepts(workspace),
    definitionOf: definitionsOfConcepts(workspace),
    languages: () => [],
    items: (id) =>
      workspace.prepare<[number], number>('SELECT count(*) FROM concept WHERE termbase_id = ?').pluck().get(id)!,
  });
  routesOf(api, context, {
    of: MEMORIES,
    path: '/memories',
    named: (id) => memoryById(workspace, id),
    textsOf: (id) => textsOfUnits(memories.file(id)),
    definitionOf: () => '',
    languages: (id) =>
      memories
        .file(id)
        .languages()
        .map(({ language }) => language),
    items: (id) => memories.file(id).countUnits(),
  });
}

function routesOf(api: Api, context: Context, inspected: Inspected): void {
  judgeRoutes(api, context, inspected);
  stetRoutes(api, context, inspected);
  const { workspace, workers, jobs } = context;
  const profiles = new InspectionProfiles(context);
  const { of, path } = inspected;
  overviewRoute(api, context, profiles, inspected);

  serve(api, inspectionContract, `POST ${path}/:id/inspection`, async ({ params: { id } }) => {
    const { name, client_id: clientId } = inspected.named(id);
    const about = { kind: 'inspect', title: doing('inspecting', { name }), clientId } as const;
    return jobs.start(about, (controls) =>
      runInspection(context, { kind: of.kind, id, profile: profiles.of(clientId) }, controls),
    );
  });

  serve(api, inspectionContract, `GET ${path}/:id/findings`, async ({ params: { id: owner }, query }) => {
    const { check = null, severity = null, author = null, origin = null, since = null, order, from } = query;
    inspected.named(owner);
    const filter = { check, severity, author, origin, since, safe: query.safe === 1 };
    const rows = openMatters(workspace, of, { owner, ...filter, order, from, limit: 100 });
    const textsOf = inspected.textsOf(owner);
    return findingBodies(rows, textsOf).map((finding, i): MatterRow => {
      const { members, alike, author, day, origin, evidence } = rows[i]!;
      const others = members.filter(({ item }) => item !== finding.item).slice(0, OTHERS);
      return {
        ...finding,
        ...{ alike, author, day, origin, evidence },
        texts: textsOf(finding.item),
        definition: inspected.definitionOf(finding.item),
        ids: members.map(({ id }) => id),
        others: others.map(({ item }) => ({ item, texts: textsOf(item), definition: inspected.definitionOf(item) })),
      };
    });
  });

  serve(api, inspectionContract, `POST ${path}/:id/inspection/report`, async ({ params: { id }, body }) => {
    const { name, client_id: clientId } = inspected.named(id);
    const about = { kind: 'report findings', title: doing('reporting', { name }), clientId } as const;
    return jobs.start(about, (controls) =>
      workers.run(inspectionTasks.inspectionReport, { jobId: controls.id, kind: of.kind, id, ...body }, controls),
    );
  });
}

/** How it stands with a resource, and what its last inspection found. */
function overviewRoute(api: Api, { workspace }: Context, profiles: InspectionProfiles, inspected: Inspected): void {
  const { of, path } = inspected;
  serve(api, inspectionContract, `GET ${path}/:id/inspection`, async ({ params }): Promise<InspectionOverview> => {
    const { client_id: clientId } = inspected.named(params.id);
    const profile = profiles.of(clientId);
    const last = lastInspection(workspace, of, params.id);
    const open = new Map(openCounts(workspace, of, params.id).map((row) => [row.check, row]));
    return {
      clientId,
      inspectedAt: last?.at ?? null,
      items: inspected.items(params.id),
      itemsFound: last ? openItems(workspace, of, params.id) : 0,
      off: leftOut(profile, of),
      idle: idleIn(profile, of, params.id),
      unlisted: inspected.languages(params.id).filter((language) => !hasWordList(language)),
      stets: stetTotal(workspace, of, params.id),
      rules: rulesOf(workspace, clientId).length,
      authors: last ? openBy(workspace, of, params.id, 'author', NAMED) : [],
      origins: last ? openBy(workspace, of, params.id, 'origin', NAMED) : [],
      counts: last ? (JSON.parse(last.counts) as InspectionOverview['counts']) : null,
      checks: of.checks.map((check) => ({
        id: check,
        open: open.get(check)?.open ?? 0,
        safe: open.get(check)?.safe ?? 0,
        fresh: open.get(check)?.fresh ?? 0,
      })),
    };
  });
}

/** What a person makes of findings. */
function judgeRoutes(api: Api, context: Context, { of, path, named }: Inspected): void {
  const { workers, paths } = context;
  const { kind } = of;

  serve(api, inspectionContract, `POST ${path}/:id/findings/stet`, ({ params: { id: owner }, body }) =>
    workers.run(inspectionTasks.letStand, { kind, owner, ...body }),
  );

  serve(api, inspectionContract, `POST ${path}/:id/findings/answers`, async (request) => {
    const owner = request.params.id;
    named(owner);
    const body = (request.body as Readable | null) ?? request.raw;
    const { sha256 } = await keepUpload(body, paths, LIST_LIMIT);
    const name = shownName(request.query.name.replace(/^.*[/\\]/, ''));
    return workers.run(inspectionTasks.takeAnswers, { kind, owner, sha256, name });
  });

  serve(api, inspectionContract, `POST ${path}/:id/findings/put-right`, ({ params: { id: owner }, body }) =>
    workers.run(inspectionTasks.putRight, { kind, owner, ids: body.ids }),
  );

  serve(api, inspectionContract, `POST ${path}/:id/findings/put-right-safe`, ({ params: { id: owner }, body }) =>
    workers.run(inspectionTasks.putRight, { kind, owner, ids: safeFindings(context, of, owner, body) }),
  );
}

/** What is let stand: listed, and called back. */
function stetRoutes(api: Api, { workspace, workers }: Context, inspected: Inspected): void {
  const { of, path } = inspected;
  const { kind } = of;

  serve(api, inspectionContract, `GET ${path}/:id/stets`, async ({ params: { id: owner }, query }) => {
    inspected.named(owner);
    const rows = stetFindings(workspace, of, { owner, after: query.after, limit: 100 });
    const textsOf = inspected.textsOf(owner);
    return findingBodies(rows, textsOf).map((finding, i) => {
      const { stet, reason, at } = rows[i]!;
      return { ...finding, texts: textsOf(finding.item), definition: '', stet, reason, at };
    });
  });

  serve(api, inspectionContract, `POST ${path}/:id/stets/call-back`, ({ params: { id: owner }, body }) =>
    workers.run(inspectionTasks.callBack, { kind, owner, ids: body.ids }),
  );

  serve(api, inspectionContract, `GET ${path}/:id/stet-rules`, async ({ params: { id: owner } }) =>
    rulesOf(workspace, inspected.named(owner).client_id).map(
      ({ id, check_id: check, language, evidence, reason, at }) => ({ id, check, language, evidence, reason, at }),
    ),
  );

  serve(api, inspectionContract, `POST ${path}/:id/stet-rules/call-back`, ({ params: { id: owner }, body }) =>
    workers.run(inspectionTasks.callRulesBack, { kind, owner, ids: body.ids }),
  );
}

/** Findings of a check whose correction changes no meaning. */
function safeFindings(
  { workspace }: Context,
  of: Subject,
  owner: number,
  { check, except }: { readonly check: string; readonly except: readonly number[] },
): number[] {
  const left = new Set(except);
  const safe: number[] = [];
  let after = 0;
  for (;;) {
    const page = openFindings(workspace, of, { owner, check, after, limit: 1000 });
    if (page.length === 0) return safe;
    for (const row of page)
      if (row.correction && (JSON.parse(row.correction) as { safe: boolean }).safe && !left.has(row.id))
        safe.push(row.id);
    after = page.at(-1)!.id;
  }
}

const leftOut = ({ without, withoutOfTermbases }: InspectionProfile, { kind }: Subject): string[] =>
  kind === 'memory' ? without : withoutOfTermbases;

/** Checks that have nothing to look at beside. */
function idleIn(
  { termbases, patterns, besideMemories, besideTermbases }: InspectionProfile,
  { kind }: Subject,
  owner: number,
): string[] {
  if (kind === 'memory') return [...(termbases.length ? [] : TERM_CHECKS), ...(patterns.length ? [] : ['own-pattern'])];
  return [
    ...(besideMemories.length ? [] : [UNUSED.id, OTHERWISE.id, WITHOUT_TERM.id]),
    ...(besideTermbases.some((id) => id !== owner) ? [] : [ELSEWHERE.id]),
  ];
}
