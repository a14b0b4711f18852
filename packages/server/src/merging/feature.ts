import type { Feature } from '../feature.js';
import { mergeTasks } from './tasks.js';

export const merging: Feature = {
  tasks: mergeTasks,
  main: async () => ({ routes: (await import('./routes.js')).mergeRoutes }),
};
