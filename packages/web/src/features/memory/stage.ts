import type { Stage } from '../../parts/stage.js';

export const memory: Stage = {
  pages: [{ path: 'memories/:id', load: async () => (await import('./MemoryPage.js')).MemoryPage }],
  staleAfter: {
    memory: [['memory']],
    holdings: [['memory', 'all']],
    inspection: [['memory', 'all']],
  },
};
