import type { Feature } from '../feature.js';
import { inspectionTasks } from './tasks.js';

export const inspection: Feature = {
  tasks: inspectionTasks,
  main: async () => ({ routes: (await import('./routes.js')).inspectionRoutes }),
};
