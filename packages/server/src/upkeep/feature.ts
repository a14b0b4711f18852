import type { Feature } from '../feature.js';
import { upkeepTasks } from './tasks.js';

export const upkeep: Feature = {
  tasks: upkeepTasks,
  main: async () => {
    const { upkeepRoutes } = await import('./routes.js');
    const { keepUp } = await import('./upkeep.js');
    return { routes: upkeepRoutes, atStart: keepUp };
  },
};
