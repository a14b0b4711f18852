import type { Feature } from '../feature.js';

export const lookUp: Feature = {
  main: async () => ({ routes: (await import('./routes.js')).lookUpRoutes }),
};
