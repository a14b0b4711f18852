import type { Stage } from '../../parts/stage.js';

export const concordance: Stage = {
  pages: [{ path: 'concordance', load: async () => (await import('./ConcordancePage.js')).ConcordancePage }],
};
