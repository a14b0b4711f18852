import { z } from 'zod';
import { encodingNamed } from '@fair-copy/core/text/encodings-list.js';
import type { Api } from '../api.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { idParam, job } from '../schemas.js';
import { termbaseById } from '../store/termbases.js';

const handOver = z.object({
  format: z.enum(['tbx', 'zip', 'tmx', 'csv', 'tsv', 'xlsx', 'html']),
  languages: z.array(z.string()).min(1),
  delimiter: z.string().min(1).max(5).optional(),
  byteOrderMark: z.boolean().optional(),
  asItCame: z.boolean().optional(),
  encoding: z.string().optional(),
});
export type HandOverBody = z.infer<typeof handOver>;

export function handOverRoutes(api: Api, { workspace, workers, jobs }: Context): void {
  api.post(
    '/termbases/:id/hand-over',
    {
      schema: {
        summary: 'Write it to a file; fetch it from /jobs/:id/file',
        params: idParam,
        body: handOver,
        response: { 200: job },
      },
    },
    async (request) => {
      const { id, name, client_id } = termbaseById(workspace, request.params.id);
      const { encoding: said, format, languages, delimiter, byteOrderMark, asItCame } = request.body;
      const encoding = said === undefined ? undefined : encodingNamed(said);
      if (encoding === null) throw new ApiError('encoding-unknown', { what: said! });
      return jobs.start(
        { kind: 'hand over', title: `${format.toUpperCase()} of ${name}`, clientId: client_id },
        (controls) =>
          workers.read(
            'handOver',
            {
              jobId: controls.id,
              termbaseId: id,
              format,
              languages,
              ...(delimiter !== undefined && { delimiter }),
              ...(byteOrderMark !== undefined && { byteOrderMark }),
              ...(asItCame !== undefined && { asItCame }),
              ...(encoding && { encoding }),
            },
            controls,
          ),
      );
    },
  );
}
