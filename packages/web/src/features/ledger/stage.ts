import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';

export const ledger: Stage = {
  title: m.stages.ledger,
  command: m.lookUp.commandList.ledger,
  pages: [{ path: 'ledger', load: async () => (await import('./LedgerPage.js')).LedgerPage }],
  staleAfter: { ledger: [['ledger']] },
};
