import { doing } from '@fair-copy/words/work.js';
import { handOverContract } from '@fair-copy/api/hand-over.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { encodingNamed } from '@fair-copy/core/encoding/names.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { serve, type Api } from '../serve.js';
import { memoryById } from '../store/memories.js';
import { termbaseById } from '../store/termbases.js';
import { handOverTasks } from './tasks.js';

export function handOverRoutes(api: Api, { workspace, workers, jobs }: Context): void {
  serve(api, handOverContract, 'POST /termbases/:id/hand-over', async (request) => {
    const { id, name, client_id: clientId } = termbaseById(workspace, request.params.id);
    const { encoding: said, ...body } = request.body;
    const encoding = said === undefined ? undefined : encodingNamed(said);
    if (encoding === null) throw new ApiError('encoding-unknown', { what: said! });
    const about = {
      kind: 'hand over terms',
      title: doing('handing-over', { format: body.format.toUpperCase(), name }),
      clientId,
    } as const;
    return jobs.start(about, (controls) =>
      workers.run(
        handOverTasks.handOver,
        { jobId: controls.id, termbaseId: id, ...body, ...(encoding && { encoding }) },
        controls,
      ),
    );
  });

  serve(api, handOverContract, 'POST /memories/:id/hand-over', async (request) => {
    const { id: memoryId, name, client_id: clientId } = memoryById(workspace, request.params.id);
    const { languages: said, ...body } = request.body;
    const languages = said.map((one) => {
      const tag = canonicalTag(one);
      if (!tag) throw new ApiError('language-unknown', { what: one });
      return tag;
    });
    const about = {
      kind: 'hand over units',
      title: doing('handing-over', { format: body.format.toUpperCase(), name }),
      clientId,
    } as const;
    return jobs.start(about, (controls) =>
      workers.run(handOverTasks.handOverMemory, { memoryId, jobId: controls.id, languages, ...body }, controls),
    );
  });
}
