/** Pictures as they are shown, and pictures put beside a concept by hand. */
import { createReadStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { z } from 'zod';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { keepUpload } from '../intake/uploads.js';
import { done, idParam, OK } from '../schemas.js';
import { readConcept } from '../store/concepts.js';

/** Larger than this is no picture for a glossary. */
const LIMIT = 50 * 1024 ** 2;

export function pictureRoutes(api: Api, { workspace, desk, workers, events, paths }: Context): void {
  const known = workspace.prepare<[string], { type: string }>('SELECT type FROM picture WHERE sha256 = ? LIMIT 1');
  const onDesk = desk.prepare<[string], { type: string }>('SELECT type FROM picture_file WHERE sha256 = ? LIMIT 1');

  api.get(
    '/pictures/:sha256',
    { schema: { params: z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/) }) } },
    async (request, reply) => {
      const { sha256 } = request.params;
      const type = (known.get(sha256) ?? onDesk.get(sha256))?.type;
      if (!type) throw new ApiError('not-found', { what: 'picture' });
      // The type was found from the content; the browser is told not to guess another, and to run nothing.
      return reply
        .header('content-type', type)
        .header('x-content-type-options', 'nosniff')
        .header('content-security-policy', "default-src 'none'; sandbox")
        .header('cache-control', 'private, max-age=31536000, immutable')
        .send(createReadStream(paths.original(sha256)));
    },
  );

  api.post(
    '/concepts/:id/pictures',
    {
      schema: {
        summary: 'A picture as it is (application/octet-stream)',
        params: idParam,
        querystring: z.object({ name: z.string().min(1).max(300) }),
        response: { 200: done },
      },
    },
    async (request) => {
      const stored = readConcept(workspace, request.params.id);
      if (!stored) throw new ApiError('not-found', { what: 'concept' });
      const body = (request.body as Readable | null) ?? request.raw;
      const { sha256, size, picture } = await keepUpload(body, paths, LIMIT);
      if (!picture) throw new ApiError('not-a-picture');
      const name = request.query.name.replace(/^.*[/\\]/, '');
      await workers.write('addPicture', {
        conceptId: request.params.id,
        picture: { name, sha256, size, type: picture },
      });
      events.tell({ type: 'changed', what: 'termbase', id: stored.termbaseId });
      events.tell({ type: 'changed', what: 'ledger' });
      return OK;
    },
  );
}
