import type { Feature } from '../feature.js';
import { intakeTasks } from './tasks.js';

export const intake: Feature = {
  tasks: intakeTasks,
  main: async () => {
    const { intakeRoutes } = await import('./routes.js');
    const { deskAtStart } = await import('./at-start.js');
    return { routes: intakeRoutes, atStart: deskAtStart };
  },
};
