import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';

const load = async () => (await import('./InspectPage.js')).InspectPage;

export const inspect: Stage = {
  title: m.stages.inspect,
  command: m.lookUp.commandList.inspect,
  pages: [
    { path: 'inspect', load },
    { path: 'inspect/:id', load },
    { path: 'inspect/memories/:memory', load },
  ],
  staleAfter: { inspection: [['inspection'], ['inspections']] },
};
