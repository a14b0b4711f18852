import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';

const load = async () => (await import('./RehearsePage.js')).RehearsePage;

export const rehearse: Stage = {
  title: m.stages.rehearse,
  pages: [{ path: 'rehearse', load }],
  staleAfter: {
    rehearsal: [['rehearsal']],
    memory: [
      ['rehearsal', 'galley'],
      ['rehearsal', 'kit'],
      ['rehearsal', 'kits'],
    ],
    termbase: [
      ['rehearsal', 'kit'],
      ['rehearsal', 'kits'],
    ],
    ledger: [
      ['rehearsal', 'galley'],
      ['rehearsal', 'kit'],
      ['rehearsal', 'kits'],
    ],
  },
};
