import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, rename } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { z } from 'zod';
import type { Bead } from '@fair-copy/core/alignment/bead.js';
import { unitsOfBeads } from '@fair-copy/core/alignment/units.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { tmxOfUnits } from '@fair-copy/core/formats/tmx/write-units.js';
import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { VERSION } from '@fair-copy/core/version.js';
import { writeText } from '@fair-copy/files/text-write.js';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError, bodyOf, carried, StoppedError } from '../errors.js';
import { keepUpload } from '../intake/uploads.js';
import type { Job, JobControls } from '../jobs/jobs.js';
import type { UnitsToWrite } from '../memories/write.js';
import { done, idParam, job, OK } from '../schemas.js';
import { clientById } from '../store/termbases.js';
import {
  alignmentBody,
  alignmentChange,
  alignmentItem,
  newAlignment,
  type AlignmentBody,
  type BeadBody,
} from './schemas.js';
import { Alignments } from './store.js';

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
  const start = (id: number, fixed: readonly Bead[], languages: Languages | null = null): Job => {
    const { files, clientId, source, target, sourceSegments, targetSegments } = alignments.get(id);
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
                },
                controls,
              )
            : {
                source: { language: source.language as LanguageTag, segments: sourceSegments },
                target: { language: target.language as LanguageTag, segments: targetSegments },
              };
        const beads = await workers.read('alignTexts', { clientId, fixed, ...texts }, controls);
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
      return { sha256, size };
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
      const { clientId, source, target } = request.body;
      clientById(context.workspace, clientId);
      for (const { sha256, name } of [source, target])
        if (!existsSync(paths.original(sha256))) throw new ApiError('not-found', { what: `file ${name}` });
      const id = alignments.add(clientId, source, target);
      const { id: jobId } = start(id, []);
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
        summary: 'The beads as the person has set them',
        params: idParam,
        body: alignmentChange,
        response: { 200: done },
      },
    },
    async (request) => {
      const { id, state, source, sourceSegments, targetSegments } = alignments.get(request.params.id);
      if (state === 'running') throw new ApiError('file-not-ready', { name: source.name });
      requireWhole(request.body.beads, sourceSegments.length, targetSegments.length);
      alignments.keepBeads(id, request.body.beads);
      return OK;
    },
  );

  api.post(
    '/alignments/:id/again',
    { schema: { summary: 'Pairs again between the pins', params: idParam, response: { 200: job } } },
    async (request) => start(request.params.id, pinned(alignments.get(request.params.id).beads)),
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
      return start(request.params.id, [], { source: languageSaid(source), target: languageSaid(target) });
    },
  );

  api.post(
    '/alignments/:id/write',
    {
      schema: {
        summary: 'Its pairs to a memory',
        params: idParam,
        body: z.object({
          memoryId: z.number().int().optional(),
          newName: z.string().max(200).optional(),
          /** Pairs less sure than this are left out, unless they are pinned. */
          sure: z.number().min(0).max(1).default(0),
        }),
        response: { 200: job },
      },
    },
    async (request) => {
      const alignment = alignments.get(request.params.id);
      const { memoryId, newName, sure } = request.body;
      const target: UnitsToWrite['target'] =
        memoryId === undefined ? { kind: 'new', name: newName ?? '' } : { kind: 'existing', id: memoryId };
      const name = `${alignment.source.name} · ${alignment.target.name}`;
      const about = { kind: 'write', title: `Writing ${name}`, clientId: alignment.clientId };
      return jobs.start(about, async (controls) => {
        const sha256 = await keepPairs(alignment, sure);
        const stamp = { subject: '', client: '', attributes: [] };
        const writing = { fileId: alignment.id, sha256, name, clientId: alignment.clientId, open: {}, target, stamp };
        const written = await workers.write('writeUnits', { ...writing, duplicates: 'keep' }, controls);
        alignments.keepWritten(alignment.id, {
          memoryId: written.memoryId,
          memory: written.memory,
          units: written.units,
        });
        for (const what of ['holdings', 'ledger'] as const) events.tell({ type: 'changed', what });
        events.tell({ type: 'changed', what: 'memory', id: written.memoryId });
        told(alignment.id);
        return written;
      });
    },
  );

  api.delete('/alignments/:id', { schema: { params: idParam, response: { 200: done } } }, async (request) => {
    alignments.remove(alignments.get(request.params.id).id);
    told(request.params.id);
    return OK;
  });

  /** The pairs as a TMX among the originals, from which the memory takes them like any other. */
  async function keepPairs(alignment: AlignmentBody, sure: number): Promise<string> {
    const { source, target, sourceSegments, targetSegments } = alignment;
    const beads = alignment.beads.filter(
      ([i, iEnd, j, jEnd, sureness, pin]) => i < iEnd && j < jEnd && (sureness >= sure || pin === 1),
    );
    if (beads.length === 0) throw new ApiError('nothing-to-write', { name: source.name });
    const units = unitsOfBeads(
      { name: source.name, language: source.language as LanguageTag, segments: sourceSegments },
      { name: target.name, language: target.language as LanguageTag, segments: targetSegments },
      beads.map(beadOf),
    );
    await mkdir(paths.incoming, { recursive: true });
    const part = join(paths.incoming, `pairs-${alignment.id}-${Date.now()}.tmx`);
    const options = {
      languages: null,
      sourceLanguage: source.language!,
      version: VERSION,
      date: tmxDate(new Date().toISOString()),
    };
    const hash = createHash('sha256');
    await writeText(part, hashed(tmxOfUnits(units, options), hash), 'UTF-8', false);
    const sha256 = hash.digest('hex');
    await mkdir(dirname(paths.original(sha256)), { recursive: true });
    await rename(part, paths.original(sha256));
    return sha256;
  }
}

async function* hashed(pieces: AsyncIterable<string>, hash: { update(text: string): unknown }): AsyncGenerator<string> {
  for await (const piece of pieces) {
    hash.update(piece);
    yield piece;
  }
}

const beadOf = ([i, iEnd, j, jEnd]: BeadBody): Bead => ({
  source: { from: i, to: iEnd },
  target: { from: j, to: jEnd },
});

function languageSaid(said: string): LanguageTag {
  const tag = canonicalTag(said);
  if (!tag) throw new ApiError('language-unknown', { what: said });
  return tag;
}

/** The pinned beads that follow the order of both sides; one that crosses another is paired anew. */
function pinned(beads: readonly BeadBody[]): Bead[] {
  const fixed: Bead[] = [];
  let [lastI, lastJ] = [0, 0];
  for (const bead of [...beads].sort((a, b) => a[0] - b[0] || a[2] - b[2])) {
    const [i, iEnd, j, jEnd, , pin] = bead;
    if (pin === 0 || i < lastI || j < lastJ) continue;
    fixed.push(beadOf(bead));
    [lastI, lastJ] = [iEnd, jEnd];
  }
  return fixed;
}

/** Every segment of both sides must be in exactly one bead. */
function requireWhole(beads: readonly BeadBody[], sources: number, targets: number): void {
  const seen = [new Uint8Array(sources), new Uint8Array(targets)] as const;
  const mark = (side: Uint8Array, from: number, to: number): boolean => {
    if (from > to || to > side.length) return false;
    for (let k = from; k < to; k++) if (side[k]!++ > 0) return false;
    return true;
  };
  const fits = beads.every(([i, iEnd, j, jEnd]) => mark(seen[0], i, iEnd) && mark(seen[1], j, jEnd));
  if (!fits || seen.some((side) => side.includes(0)))
    throw new ApiError('invalid-request', { what: 'each segment must be in exactly one pair' });
}
