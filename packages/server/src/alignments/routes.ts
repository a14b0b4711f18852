import { createHash } from 'node:crypto';
import { mkdir, rename } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { z } from 'zod';
import type { Bead } from '@fair-copy/core/alignment/bead.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { tmxOfUnits } from '@fair-copy/core/formats/tmx/write-units.js';
import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
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

const SIZE_LIMIT = 512 * 1024 ** 2;

export function alignmentRoutes(api: Api, context: Context): void {
  const { desk, jobs, workers, events, paths } = context;
  const alignments = new Alignments(desk);
  desk.prepare("UPDATE alignment SET state = 'failed', error = 'interrupted' WHERE state = 'running'").run();
  const told = (id: number): void => events.tell({ type: 'changed', what: 'alignment', id });

  /** Pairs the texts, those of the files if there are none yet; pinned beads stay. */
  const start = (id: number, fixed: readonly Bead[]): Job => {
    const { files, clientId } = alignments.get(id);
    alignments.state(id, 'running');
    const about = { kind: 'align', title: `Pairing ${files.source.name} and ${files.target.name}`, clientId };
    return jobs.start(about, async (controls: JobControls) => {
      try {
        if (alignments.get(id).sourceSegments.length === 0) {
          const { source, target } = alignments.get(id);
          const said = {
            source: { ...files.source, language: source.language as LanguageTag | null },
            target: { ...files.target, language: target.language as LanguageTag | null },
          };
          const texts = await workers.read('readTexts', said, controls);
          alignments.keepTexts(id, texts.source, texts.target);
        }
        const { source, target, sourceSegments, targetSegments } = alignments.get(id);
        const texts = {
          source: { language: source.language as LanguageTag, segments: sourceSegments },
          target: { language: target.language as LanguageTag, segments: targetSegments },
        };
        const beads = await workers.read('alignTexts', { clientId, fixed, ...texts }, controls);
        if (!alignments.exists(id)) return null;
        alignments.keepBeads(id, beads);
        alignments.state(id, 'ready');
        return { alignmentId: id };
      } catch (error) {
        const hasBeads = alignments.exists(id) && alignments.get(id).beads.length > 0;
        const why = error instanceof StoppedError ? 'stopped' : bodyOf(carried(error)).body.message;
        if (alignments.exists(id)) alignments.state(id, hasBeads ? 'ready' : 'failed', hasBeads ? null : why);
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
      const id = alignments.add(clientId, source, target);
      const { id: jobId } = start(id, []);
      told(id);
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
      const before = alignments.get(request.params.id);
      const { beads, sourceSegments = before.sourceSegments, targetSegments = before.targetSegments } = request.body;
      requireWhole(beads, sourceSegments.length, targetSegments.length);
      if (request.body.sourceSegments || request.body.targetSegments)
        alignments.keepTexts(
          before.id,
          { language: before.source.language!, segments: sourceSegments },
          { language: before.target.language!, segments: targetSegments },
        );
      alignments.keepBeads(before.id, beads);
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
      const { id } = alignments.get(request.params.id);
      const [source, target] = [request.body.source, request.body.target].map((said) => {
        const tag = canonicalTag(said);
        if (!tag) throw new ApiError('language-unknown', { what: said });
        return tag;
      }) as [LanguageTag, LanguageTag];
      alignments.keepTexts(id, { language: source, segments: [] }, { language: target, segments: [] });
      return start(id, []);
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
    const units = [...unitsOf(alignment, sure)];
    if (units.length === 0) throw new ApiError('nothing-to-write', { name: alignment.source.name });
    await mkdir(paths.incoming, { recursive: true });
    const part = join(paths.incoming, `pairs-${alignment.id}-${Date.now()}.tmx`);
    const options = {
      languages: null,
      sourceLanguage: alignment.source.language!,
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

function* unitsOf(
  { source, target, sourceSegments, targetSegments, beads }: AlignmentBody,
  sure: number,
): Generator<Unit> {
  const joined = (segments: readonly string[], from: number, to: number, language: string): string =>
    segments.slice(from, to).join(/^(zh|ja)/.test(language) ? '' : ' ');
  for (const [i, iEnd, j, jEnd, sureness, pin] of beads) {
    if (i === iEnd || j === jEnd || (sureness < sure && pin === 0)) continue;
    yield {
      props: [
        { type: 'file', text: `${source.name} · ${target.name}` },
        { type: 'position', text: String(i + 1) },
      ],
      variants: [
        {
          language: source.language as LanguageTag,
          text: joined(sourceSegments, i, iEnd, source.language!),
          codes: [],
        },
        {
          language: target.language as LanguageTag,
          text: joined(targetSegments, j, jEnd, target.language!),
          codes: [],
        },
      ],
    };
  }
}

/** The pinned beads that follow the order of both sides; one that crosses another is paired anew. */
function pinned(beads: readonly BeadBody[]): Bead[] {
  const fixed: Bead[] = [];
  let [lastI, lastJ] = [0, 0];
  for (const [i, iEnd, j, jEnd, , pin] of [...beads].sort((a, b) => a[0] - b[0] || a[2] - b[2])) {
    if (pin === 0 || i < lastI || j < lastJ) continue;
    fixed.push({ source: { from: i, to: iEnd }, target: { from: j, to: jEnd } });
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
