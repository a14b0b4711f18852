import type { Feature } from '../feature.js';

export const pictures: Feature = {
  main: async () => ({ routes: (await import('./routes.js')).pictureRoutes }),
};
