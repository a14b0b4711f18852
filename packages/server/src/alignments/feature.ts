import type { Feature } from '../feature.js';
import { settledResults } from '../jobs/jobs.js';
import { alignmentTasks } from './tasks.js';

export const alignments: Feature = {
  tasks: alignmentTasks,
  main: async () => {
    const { alignmentRoutes } = await import('./routes.js');
    const { Alignments } = await import('./store.js');
    return {
      routes: alignmentRoutes,
      atStart({ desk }, settled) {
        const all = new Alignments(desk);
        all.giveUpAll();
        for (const result of settledResults(settled, 'write units')) all.noteWritten(result);
      },
    };
  },
};
