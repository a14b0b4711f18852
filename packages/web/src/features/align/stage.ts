import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';

export const align: Stage = {
  title: m.stages.align,
  pages: [
    { path: 'align', load: async () => (await import('./AlignmentsPage.js')).AlignmentsPage },
    { path: 'align/:id', load: async () => (await import('./AlignPage.js')).AlignPage },
  ],
  staleAfter: { alignment: [['alignment']], ledger: [['alignment', 'all']] },
};
