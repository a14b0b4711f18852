import { existsSync } from 'node:fs';
import type { Readable } from 'node:stream';
import { z } from 'zod';
import { canonicalTag, UNDETERMINED, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError, bodyOf, carried, StoppedError } from '../errors.js';
import { keepUpload } from '../intake/uploads.js';
import type { Job, JobControls } from '../jobs/jobs.js';
import { stampBody, stampOf } from '../memories/stamp.js';
import { UNIT_FORMATS } from '../memories/unit-formats.js';
import type { UnitsToWrite } from '../memories/take-in.js';
import { done, idParam, job, OK } from '../schemas.js';
import { clientById } from '../store/termbases.js';
import { hasBothSides, isSure, NO_PINS, pinsOf, requireWhole, type Pins } from './pairs.js';
import {
  alignmentBody,
  alignmentChange,
  alignmentItem,
  chosenPairs,
  fileLook,
  newAlignment,
  termMarks,
  type AlignmentBody,
} from './schemas.js';
import { Alignments, type FileOf } from './store.js';

interface Languages {
  readonly source: LanguageTag;
  readonly target: LanguageTag;
}

const SIZE_LIMIT = 512 * 1024 ** 2;

export function alignmentRoutes(api: Api, context: Context): void {
  const { desk, jobs, workers, events, paths } = context;
  const alignments = new Alignments(desk);
  alignments.giveUpAll();
  const told = (id: number): void => events.tell({ type: 'changed', what: 'alignment', id });

  /**
   * Pairs the texts, those of the files if there are none yet or their languages are others; pinned beads stay. Stopped
   * or failed, everything is as it was.
   */
  const start = (id: number, pins: Pins, languages: Languages | null = null): Job => {
    const { files, clientId, source, target, sourceSegments, targetSegments, places, reading } = alignments.get(id);
    alignments.running(id);
    told(id);
    const about = { kind: 'align', title: `Pairing ${files.source.name} and ${files.target.name}`, clientId };
    return jobs.start(about, async (controls: JobControls) => {
      try {
        const texts =
          languages !== null || sourceSegments.length === 0
            ? await workers.read(
                'readTexts',
                {
                  source: { ...files.source, language: languages?.source ?? null },
                  target: { ...files.target, language: languages?.target ?? null },
                  reading,
                },
                controls,
              )
            : {
                source: { language: source.language as LanguageTag, segments: sourceSegments, places: places.source },
                target: { language: target.language as LanguageTag, segments: targetSegments, places: places.target },
              };
        const beads = await workers.read('alignTexts', { clientId, ...pins, ...texts }, controls);
        alignments.keepPairing(id, texts.source, texts.target, beads);
        return { alignmentId: id };
      } catch (error) {
        alignments.givenUp(id, error instanceof StoppedError ? 'stopped' : bodyOf(carried(error)).body.message);
        throw error;
      } finally {
        told(id);
      }
    });
  };

  api.post(
    '/alignments/files',
    { schema: { summary: 'A file as it is', response: { 200: z.object({ sha256: z.string(), size: z.number() }) } } },
    async (request) => {
      const { sha256, size } = await keepUpload((request.body as Readable | null) ?? request.raw, paths, SIZE_LIMIT);
      alignments.received(sha256);
      return { sha256, size };
    },
  );

  api.post(
    '/alignments/look',
    {
      schema: {
        summary: 'The language and length of a file that was sent',
        body: newAlignment.shape.source,
        response: { 200: fileLook },
      },
    },
    async (request) => {
      requireReceived(request.body);
      return workers.read('lookAtFile', request.body);
    },
  );

  api.get(
    '/alignments',
    {
      schema: {
        querystring: z.object({ client: z.coerce.number().int().optional() }),
        response: { 200: z.array(alignmentItem) },
      },
    },
    async (request) => alignments.list(request.query.client ?? null),
  );

  api.post(
    '/alignments',
    { schema: { body: newAlignment, response: { 200: z.object({ id: z.number(), jobId: z.number() }) } } },
    async (request) => {
      const { clientId, source, target, reading } = request.body;
      clientById(context.workspace, clientId);
      for (const file of [source, target, ...(reading.rules ? [reading.rules] : [])]) requireReceived(file);
      const id = alignments.add(clientId, source, target, reading);
      const { id: jobId } = start(id, NO_PINS);
      return { id, jobId };
    },
  );

  api.get('/alignments/:id', { schema: { params: idParam, response: { 200: alignmentBody } } }, async (request) =>
    alignments.get(request.params.id),
  );

  api.put(
    '/alignments/:id',
    {
      bodyLimit: 256 * 1024 * 1024,
      schema: {
        summary: 'The beads as the person has set them, and the texts where they were corrected or cut',
        params: idParam,
        body: alignmentChange,
        response: { 200: done },
      },
    },
    async (request) => {
      const { beads, sourceSegments, targetSegments } = request.body;
      const { id, state, source, target } = alignments.item(request.params.id);
      if (state === 'running') throw new ApiError('file-not-ready', { name: source.name });
      requireWhole(beads, sourceSegments?.length ?? source.segments, targetSegments?.length ?? target.segments);
      alignments.keepBeads(id, beads, { source: sourceSegments ?? null, target: targetSegments ?? null });
      return OK;
    },
  );

  api.post(
    '/alignments/:id/again',
    { schema: { summary: 'Pairs again between the pins', params: idParam, response: { 200: job } } },
    async (request) => start(request.params.id, pinsOf(alignments.get(request.params.id).beads)),
  );

  api.post(
    '/alignments/:id/languages',
    {
      schema: {
        summary: 'Other languages: the files are cut and paired again',
        params: idParam,
        body: z.object({ source: z.string(), target: z.string() }),
        response: { 200: job },
      },
    },
    async (request) => {
      const { source, target } = request.body;
      return start(request.params.id, NO_PINS, { source: languageSaid(source), target: languageSaid(target) });
    },
  );

  api.post(
    '/alignments/write',
    {
      schema: {
        summary: 'The pairs of one or several to a memory',
        body: chosenPairs.extend({
          memoryId: z.number().int().optional(),
          newName: z.string().max(200).optional(),
          ...stampBody,
        }),
        response: { 200: job },
      },
    },
    async (request) => {
      const { ids, sure, memoryId, newName, duplicates, ...stamped } = request.body;
      const all = ofOneClient(ids);
      const { clientId } = all[0]!;
      const target: UnitsToWrite['target'] =
        memoryId === undefined ? { kind: 'new', name: newName ?? '' } : { kind: 'existing', id: memoryId };
      const name = namesOf(all);
      const stamp = stampOf(context.workspace, clientId, stamped);
      return jobs.start({ kind: 'write', title: `Writing ${name}`, clientId }, async (controls) => {
        const { sha256 } = await workers.read('keepPairs', { ids, sure }, controls);
        const result = await workers.write(
          'writeUnits',
          {
            clientId,
            files: [{ fileId: null, staged: `pairs-${controls.id}`, sha256, name, open: {} }],
            target,
            stamp,
            duplicates,
            alignments: pairsOf(all, sure).map((units, k) => ({ id: all[k]!.id, units })),
          },
          controls,
        );
        alignments.noteWritten(result);
        const { ledgerId, memory, ...written } = result.files[0]!.written;
        for (const one of all) told(one.id);
        for (const what of ['holdings', 'ledger'] as const) events.tell({ type: 'changed', what });
        events.tell({ type: 'changed', what: 'memory', id: written.memoryId });
        return { ...written, ledgerId, memory };
      });
    },
  );

  api.post(
    '/alignments/hand-over',
    {
      schema: {
        summary: 'The pairs of one or several to a file, or what is left out of them; fetch it from /jobs/:id/file',
        body: chosenPairs.extend({ format: z.enum([...UNIT_FORMATS, 'left out']) }),
        response: { 200: job },
      },
    },
    async (request) => {
      const all = ofOneClient(request.body.ids);
      const about = {
        kind: 'hand over',
        title: `${request.body.format} of ${namesOf(all)}`,
        clientId: all[0]!.clientId,
      };
      return jobs.start(about, (controls) =>
        workers.read('handOverPairs', { ...request.body, jobId: controls.id }, controls),
      );
    },
  );

  api.post(
    '/alignments/:id/terms',
    {
      schema: {
        summary: 'Where terms of the client stand in some of its texts',
        params: idParam,
        body: z.object({
          source: z.array(z.string().max(100_000)).max(400),
          target: z.array(z.string().max(100_000)).max(400),
        }),
        response: { 200: termMarks },
      },
    },
    async (request) => {
      const { clientId, source, target } = alignments.item(request.params.id);
      const language = { source: source.language ?? UNDETERMINED, target: target.language ?? UNDETERMINED };
      return workers.read('markTerms', { clientId, language, ...request.body });
    },
  );

  api.delete('/alignments/:id', { schema: { params: idParam, response: { 200: done } } }, async (request) => {
    alignments.remove(alignments.get(request.params.id).id);
    told(request.params.id);
    return OK;
  });

  function requireReceived({ sha256, name }: FileOf): void {
    if (!existsSync(paths.original(sha256))) throw new ApiError('not-found', { what: `file ${name}` });
  }

  /** Alignments that are ready, all of the same client. */
  function ofOneClient(ids: readonly number[]): AlignmentBody[] {
    const all = ids.map((id) => alignments.get(id));
    for (const one of all) {
      if (one.state !== 'ready') throw new ApiError('file-not-ready', { name: one.source.name });
      if (one.clientId !== all[0]!.clientId) throw new ApiError('not-found', { what: 'alignment of this client' });
    }
    return all;
  }
}

const namesOf = (all: readonly AlignmentBody[]): string =>
  `${all[0]!.source.name} · ${all[0]!.target.name}${all.length > 1 ? ` and ${all.length - 1} more` : ''}`;

const pairsOf = (all: readonly AlignmentBody[], sure: number): number[] =>
  all.map(({ beads }) => beads.filter((bead) => hasBothSides(bead) && isSure(bead, sure)).length);

function languageSaid(said: string): LanguageTag {
  const tag = canonicalTag(said);
  if (!tag) throw new ApiError('language-unknown', { what: said });
  return tag;
}
