import type { Feature } from '../feature.js';

export const work: Feature = {
  main: async () => ({ routes: (await import('./routes.js')).jobRoutes }),
};
