import type { Feature } from '../feature.js';
import { historyTasks } from './tasks.js';

export const history: Feature = {
  tasks: historyTasks,
  main: async () => ({ routes: (await import('./routes.js')).historyRoutes }),
};
