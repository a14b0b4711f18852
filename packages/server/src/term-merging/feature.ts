import type { Feature } from '../feature.js';
import { termMergeTasks } from './tasks.js';

export const termMerging: Feature = {
  tasks: termMergeTasks,
  main: async () => ({ routes: (await import('./routes.js')).termMergeRoutes }),
};
