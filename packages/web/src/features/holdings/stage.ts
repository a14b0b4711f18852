import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';

export const holdings: Stage = {
  title: m.stages.holdings,
  pages: [{ path: 'holdings', load: async () => (await import('./HoldingsPage.js')).HoldingsPage }],
  staleAfter: {
    clients: [['clients'], ['holdings']],
    holdings: [['holdings']],
  },
};
