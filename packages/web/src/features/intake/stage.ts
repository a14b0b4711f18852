import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';

const load = async () => (await import('./IntakePage.js')).IntakePage;

export const intake: Stage = {
  title: m.stages.intake,
  command: m.lookUp.commandList.intake,
  pages: [
    { path: 'intake', load },
    { path: 'intake/:id', load },
  ],
  staleAfter: { intake: [['intake']], ledger: [['intake']] },
};
