import type { Feature } from '../feature.js';

export const runningWork: Feature = {
  main: async () => ({ routes: (await import('./routes.js')).jobRoutes }),
};
