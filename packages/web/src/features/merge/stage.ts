import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';

const load = async () => (await import('./MergePage.js')).MergePage;

export const merge: Stage = {
  title: m.stages.merge,
  command: m.lookUp.commandList.merge,
  pages: [{ path: 'merge', load }],
  staleAfter: { merge: [['merge']], memory: [['merge']], ledger: [['merge', 'plan']] },
};
