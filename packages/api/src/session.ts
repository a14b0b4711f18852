import { z } from 'zod';
import { routes } from './route.js';

export const sessionContract = routes({
  'GET /session': { summary: 'Whether a passphrase is set', answer: z.object({ passphrase: z.boolean() }) },
});
