import type { Feature } from '../feature.js';

export const holdings: Feature = {
  main: async () => ({ routes: (await import('./routes.js')).holdingRoutes }),
};
