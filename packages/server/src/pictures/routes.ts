/** Pictures as they are shown, and pictures put beside a concept by hand. */
import { createReadStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { pictureContract } from '@fair-copy/api/pictures.js';
import { serve, type Api } from '../serve.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { keepUpload } from '../store/originals.js';
import { OK } from '@fair-copy/api/shared.js';
import { readConcept } from '../store/concepts.js';
import { termbaseTasks } from '../termbases/tasks.js';

/** Larger than this is no picture for a glossary. */
const LIMIT = 50 * 1024 ** 2;

export function pictureRoutes(api: Api, { workspace, desk, workers, paths }: Context): void {
  const known = workspace.prepare<[string], { type: string }>('SELECT type FROM picture WHERE sha256 = ? LIMIT 1');
  const onDesk = desk.prepare<[string], { type: string }>('SELECT type FROM picture_file WHERE sha256 = ? LIMIT 1');

  serve(api, pictureContract, 'GET /pictures/:sha256', async (request, reply) => {
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
  });

  serve(api, pictureContract, 'POST /concepts/:id/pictures', async (request) => {
    const stored = readConcept(workspace, request.params.id);
    if (!stored) throw new ApiError('not-found', { what: 'concept' });
    const body = (request.body as Readable | null) ?? request.raw;
    const { sha256, size, picture } = await keepUpload(body, paths, LIMIT);
    if (!picture) throw new ApiError('not-a-picture');
    const name = request.query.name.replace(/^.*[/\\]/, '');
    await workers.run(termbaseTasks.addPicture, {
      conceptId: request.params.id,
      picture: { name, sha256, size, type: picture },
    });
    return OK;
  });
}
