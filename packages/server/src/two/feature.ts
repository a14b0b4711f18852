import type { Feature } from '../feature.js';
import { twoTasks } from './tasks.js';

export const two: Feature = {
  tasks: twoTasks,
  main: async () => ({ routes: (await import('./routes.js')).twoRoutes }),
};
