import type { Feature } from '../feature.js';
import { kitTasks } from './tasks.js';

export const kits: Feature = {
  tasks: kitTasks,
  main: async () => ({ routes: (await import('./routes.js')).kitRoutes }),
};
