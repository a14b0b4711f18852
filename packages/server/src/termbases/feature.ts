import type { Feature } from '../feature.js';
import { termbaseTasks } from './tasks.js';

export const termbases: Feature = {
  tasks: termbaseTasks,
  main: async () => ({ routes: (await import('./routes.js')).termbaseRoutes }),
};
