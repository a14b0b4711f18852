import { z } from 'zod';
import { routes } from './route.js';
import { done, idParam } from './shared.js';

export const pictureContract = routes({
  'GET /pictures/:sha256': { params: z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/) }) },
  'POST /concepts/:id/pictures': {
    summary: 'A picture as it is (application/octet-stream)',
    params: idParam,
    query: z.object({ name: z.string().min(1).max(300) }),
    answer: done,
  },
});
