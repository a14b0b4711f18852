import type { Feature } from '../feature.js';
import { memoryTasks } from './tasks.js';

export const memories: Feature = {
  tasks: memoryTasks,
  main: async () => ({ routes: (await import('./routes.js')).memoryRoutes }),
};
