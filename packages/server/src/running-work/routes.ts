import { createReadStream, existsSync, statSync } from 'node:fs';
import { basename } from 'node:path';
import { jobContract } from '@fair-copy/api/jobs.js';
import { serve, type Api } from '../serve.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { OK } from '@fair-copy/api/shared.js';

export function jobRoutes(api: Api, { jobs, events }: Context): void {
  serve(api, jobContract, 'GET /jobs', async () => jobs.list());

  serve(api, jobContract, 'GET /jobs/:id', async (request) => jobs.get(request.params.id));

  serve(api, jobContract, 'POST /jobs/:id/stop', async (request) => {
    jobs.stop(request.params.id);
    return OK;
  });

  serve(api, jobContract, 'GET /jobs/:id/file', async (request, reply) => {
    const { result, state } = jobs.get(request.params.id);
    const path = state === 'done' ? (result as { path?: string } | null)?.path : undefined;
    if (!path || !existsSync(path)) throw new ApiError('not-found', { what: 'file' });
    const name = basename(path);
    const plain = name.replace(/[^\x20-\x7e]|["\\]/g, '_');
    return reply
      .header('content-type', 'application/octet-stream')
      .header('content-length', statSync(path).size)
      .header('content-disposition', `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`)
      .send(createReadStream(path));
  });

  serve(api, jobContract, 'GET /events', (request, reply) => {
    reply.hijack();
    const { raw } = reply;
    raw.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      connection: 'keep-alive',
    });
    raw.write(': here\n\n');
    // A page that is gone is nobody's error.
    raw.on('error', () => undefined);
    const forget = events.listen((event) => raw.write(`data: ${JSON.stringify(event)}\n\n`));
    const pulse = setInterval(() => raw.write(': still here\n\n'), 20_000);
    request.raw.on('close', () => {
      clearInterval(pulse);
      forget();
    });
  });
}
