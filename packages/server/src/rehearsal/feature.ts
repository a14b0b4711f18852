import type { Feature } from '../feature.js';
import { rehearsalTasks } from './tasks.js';

export const rehearsal: Feature = {
  tasks: rehearsalTasks,
  main: async () => ({ routes: (await import('./routes.js')).rehearsalRoutes }),
};
