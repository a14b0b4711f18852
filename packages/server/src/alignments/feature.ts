import type { Feature } from '../feature.js';
import { concludedResults } from '../jobs/jobs.js';
import { alignmentTasks } from './tasks.js';

export const alignments: Feature = {
  tasks: alignmentTasks,
  main: async () => {
    const { alignmentRoutes } = await import('./routes.js');
    const { Alignments } = await import('./store.js');
    return {
      routes: alignmentRoutes,
      atStart({ desk, workspace }, concluded) {
        const all = new Alignments(desk, workspace);
        all.giveUpAll();
        for (const result of concludedResults(concluded, 'write units')) all.noteWritten(result);
      },
    };
  },
};
