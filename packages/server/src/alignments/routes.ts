import { doing } from '@fair-copy/words/work.js';
import { existsSync } from 'node:fs';
import type { Readable } from 'node:stream';
import { alignmentContract, type AlignmentBody } from '@fair-copy/api/alignments.js';
import type { JobOf } from '@fair-copy/api/jobs.js';
import { OK } from '@fair-copy/api/shared.js';
import { canonicalTag, UNDETERMINED, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Context } from '../context.js';
import { ApiError, bodyOf, carried } from '../errors.js';
import { addedOf } from '../memories/added.js';
import type { UnitsToWrite } from '../memories/take-in.js';
import { memoryTasks } from '../memories/tasks.js';
import { serve, type Api } from '../serve.js';
import { clientById } from '../store/clients.js';
import { removeDatabase } from '../store/files.js';
import { keepUpload } from '../store/originals.js';
import { hasBothSides, isSure, NO_PINS, pinsOf, requireWhole, type Pins } from './pairs.js';
import { Alignments, type FileOf } from './store.js';
import { InspectionProfiles } from '../inspection/profiles.js';
import { inspectionTasks } from '../inspection/tasks.js';
import { alignmentTasks } from './tasks.js';

interface Languages {
  readonly source: LanguageTag;
  readonly target: LanguageTag;
}

const SIZE_LIMIT = 512 * 1024 ** 2;

export function alignmentRoutes(api: Api, context: Context): void {
  const pairing = new Pairing(context);
  fileRoutes(api, context, pairing.alignments);
  pairingRoutes(api, context, pairing);
  outRoutes(api, context, pairing);
  aheadRoute(api, context, pairing);
}

/** Alignments, and the work of pairing them. */
class Pairing {
  readonly alignments: Alignments;

  constructor(private readonly context: Context) {
    this.alignments = new Alignments(context.desk, context.workspace);
  }

  told(id: number): void {
    this.context.events.tell({ type: 'changed', what: 'alignment', id });
  }

  /**
   * Pairs the texts, those of the files if there are none yet or their languages are others; pinned beads stay. Stopped
   * or failed, everything is as it was.
   */
  start(id: number, pins: Pins, languages: Languages | null = null): JobOf<'align'> {
    const { alignments, context } = this;
    const { files, clientId } = alignments.get(id);
    alignments.running(id);
    this.told(id);
    const title = doing('pairing', { source: files.source.name, target: files.target.name });
    return context.jobs.start({ kind: 'align', title, clientId }, async (controls) => {
      try {
        const texts = await this.texts(id, languages, controls);
        const beads = await context.workers.run(alignmentTasks.alignTexts, { clientId, ...pins, ...texts }, controls);
        alignments.keepPairing(id, texts.source, texts.target, beads);
        return { alignmentId: id };
      } catch (error) {
        alignments.givenUp(id, bodyOf(carried(error)).body);
        throw error;
      } finally {
        this.told(id);
      }
    });
  }

  /** Those that are there, or those of the files. */
  private async texts(id: number, languages: Languages | null, controls: object) {
    const { files, source, target, sourceSegments, targetSegments, places, reading } = this.alignments.get(id);
    if (languages !== null || sourceSegments.length === 0)
      return this.context.workers.run(
        alignmentTasks.readTexts,
        {
          source: { ...files.source, language: languages?.source ?? null },
          target: { ...files.target, language: languages?.target ?? null },
          reading,
        },
        controls,
      );
    return {
      source: { language: source.language as LanguageTag, segments: sourceSegments, places: places.source },
      target: { language: target.language as LanguageTag, segments: targetSegments, places: places.target },
    };
  }

  /** Alignments that are ready, all of the same client. */
  ofOneClient(ids: readonly number[]): AlignmentBody[] {
    const all = ids.map((id) => this.alignments.get(id));
    for (const one of all) {
      if (one.state !== 'ready') throw new ApiError('file-not-ready', { name: one.source.name });
      if (one.clientId !== all[0]!.clientId) throw new ApiError('not-found', { what: 'alignment of this client' });
    }
    return all;
  }
}

/** Files that are sent to be paired. */
function fileRoutes(api: Api, { workers, paths }: Context, alignments: Alignments): void {
  serve(api, alignmentContract, 'POST /alignments/files', async (request) => {
    const { sha256, size } = await keepUpload((request.body as Readable | null) ?? request.raw, paths, SIZE_LIMIT);
    alignments.received(sha256);
    return { sha256, size };
  });

  serve(api, alignmentContract, 'POST /alignments/look', async ({ body }) => {
    requireReceived(paths, body);
    return workers.run(alignmentTasks.lookAtFile, body);
  });
}

function requireReceived(paths: Context['paths'], { sha256, name }: FileOf): void {
  if (!existsSync(paths.original(sha256))) throw new ApiError('not-found', { what: 'file', name });
}

function pairingRoutes(api: Api, { workspace, workers, paths }: Context, pairing: Pairing): void {
  const { alignments } = pairing;

  serve(api, alignmentContract, 'GET /alignments', async ({ query }) => alignments.list(query.client ?? null));

  serve(api, alignmentContract, 'POST /alignments', async ({ body }) => {
    const { clientId, source, target, reading } = body;
    clientById(workspace, clientId);
    for (const file of [source, target, ...(reading.rules ? [reading.rules] : [])]) requireReceived(paths, file);
    const id = alignments.add(clientId, source, target, reading);
    const { id: jobId } = pairing.start(id, NO_PINS);
    return { id, jobId };
  });

  serve(api, alignmentContract, 'GET /alignments/:id', async ({ params }) => alignments.get(params.id));

  serve(api, alignmentContract, 'PUT /alignments/:id', async ({ params, body }) => {
    const { beads, sourceSegments, targetSegments } = body;
    const { id, state, source, target } = alignments.item(params.id);
    if (state === 'running') throw new ApiError('file-not-ready', { name: source.name });
    requireWhole(beads, sourceSegments?.length ?? source.segments, targetSegments?.length ?? target.segments);
    alignments.keepBeads(id, beads, { source: sourceSegments ?? null, target: targetSegments ?? null });
    return OK;
  });

  serve(api, alignmentContract, 'POST /alignments/:id/again', async ({ params }) =>
    pairing.start(params.id, pinsOf(alignments.get(params.id).beads)),
  );

  serve(api, alignmentContract, 'POST /alignments/:id/languages', async ({ params, body }) =>
    pairing.start(params.id, NO_PINS, { source: languageSaid(body.source), target: languageSaid(body.target) }),
  );

  serve(api, alignmentContract, 'POST /alignments/:id/terms', async ({ params, body }) => {
    const { clientId, source, target } = alignments.item(params.id);
    const language = { source: source.language ?? UNDETERMINED, target: target.language ?? UNDETERMINED };
    return workers.run(alignmentTasks.markTerms, { clientId, language, ...body });
  });

  serve(api, alignmentContract, 'DELETE /alignments/:id', async ({ params }) => {
    alignments.setAside(alignments.item(params.id).id);
    pairing.told(params.id);
    return OK;
  });

  serve(api, alignmentContract, 'GET /alignments/aside', async ({ query }) => alignments.aside(query.client ?? null));

  serve(api, alignmentContract, 'POST /alignments/:id/put-back', async ({ params }) => {
    alignments.putBack(params.id);
    pairing.told(params.id);
    return OK;
  });
}

/** What Inspect would say of the pairs. */
function aheadRoute(api: Api, context: Context, pairing: Pairing): void {
  const { workers, jobs, paths } = context;
  const profiles = new InspectionProfiles(context);
  serve(api, alignmentContract, 'POST /alignments/inspect-ahead', async ({ body: { ids, sure } }) => {
    const all = pairing.ofOneClient(ids);
    const { clientId } = all[0]!;
    const name = namesOf(all);
    return jobs.start({ kind: 'inspect ahead', title: doing('inspecting', { name }), clientId }, async (controls) => {
      const staged = `pairs-${controls.id}`;
      try {
        await workers.run(alignmentTasks.stagePairs, { ids, sure, staged, name }, controls);
        const file = { staged, sha256: null, name, open: {} };
        const profile = profiles.of(clientId);
        return await workers.run(
          inspectionTasks.inspectAhead,
          { clientId, profile, of: { kind: 'units', file } },
          controls,
        );
      } finally {
        removeDatabase(paths.stagedMemory(staged));
      }
    });
  });
}

/** Pairs go out to a memory or a file. */
function outRoutes(api: Api, { workspace, workers, jobs, paths }: Context, pairing: Pairing): void {
  serve(api, alignmentContract, 'POST /alignments/write', async ({ body }) => {
    const { ids, sure, memoryId, newName, duplicates, ...said } = body;
    const all = pairing.ofOneClient(ids);
    const { clientId } = all[0]!;
    const target: UnitsToWrite['target'] =
      memoryId === undefined ? { kind: 'new', name: newName ?? '' } : { kind: 'existing', id: memoryId };
    const name = namesOf(all);
    const added = addedOf(workspace, clientId, said);
    return jobs.start(
      { kind: 'write units', title: doing('writing-pairs', coupleOf(all)), clientId },
      async (controls) => {
        const staged = `pairs-${controls.id}`;
        try {
          await workers.run(alignmentTasks.stagePairs, { ids, sure, staged, name }, controls);
          const result = await workers.run(
            memoryTasks.writeUnits,
            {
              clientId,
              files: [{ fileId: null, staged, sha256: null, name, open: {} }],
              target,
              added,
              duplicates,
              alignments: pairsOf(all, sure).map((units, k) => ({ id: all[k]!.id, units })),
            },
            controls,
          );
          pairing.alignments.noteWritten(result);
          return result;
        } finally {
          removeDatabase(paths.stagedMemory(staged));
          for (const one of all) pairing.told(one.id);
        }
      },
    );
  });

  serve(api, alignmentContract, 'POST /alignments/hand-over', async ({ body }) => {
    const all = pairing.ofOneClient(body.ids);
    const { clientId } = all[0]!;
    const about = {
      kind: 'hand over units',
      title: doing('handing-over-pairs', { format: body.format, ...coupleOf(all) }),
      clientId,
    } as const;
    return jobs.start(about, (controls) =>
      workers.run(alignmentTasks.handOverPairs, { ...body, jobId: controls.id }, controls),
    );
  });
}

const namesOf = (all: readonly AlignmentBody[]): string =>
  `${all[0]!.source.name} · ${all[0]!.target.name}${all.length > 1 ? ` and ${all.length - 1} more` : ''}`;

const coupleOf = (all: readonly AlignmentBody[]): { source: string; target: string; more: number } => ({
  source: all[0]!.source.name,
  target: all[0]!.target.name,
  more: all.length - 1,
});

const pairsOf = (all: readonly AlignmentBody[], sure: number): number[] =>
  all.map(({ beads }) => beads.filter((bead) => hasBothSides(bead) && isSure(bead, sure)).length);

function languageSaid(said: string): LanguageTag {
  const tag = canonicalTag(said);
  if (!tag) throw new ApiError('language-unknown', { what: said });
  return tag;
}
