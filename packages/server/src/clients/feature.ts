import type { Feature } from '../feature.js';
import { clientTasks } from './tasks.js';

export const clients: Feature = {
  tasks: clientTasks,
  main: async () => ({ routes: (await import('./routes.js')).clientRoutes }),
};
