import type { Feature } from '../feature.js';
import { handOverTasks } from './tasks.js';

export const handOver: Feature = {
  tasks: handOverTasks,
  main: async () => ({ routes: (await import('./routes.js')).handOverRoutes }),
};
