import type { Stage } from '../../parts/stage.js';

export const termbase: Stage = {
  pages: [
    { path: 'termbases/:id', load: async () => (await import('./TermbasePage.js')).TermbasePage },
    { path: 'termbases/:id/fields', load: async () => (await import('./FieldsPage.js')).FieldsPage },
    { path: 'termbases/:id/text', load: async () => (await import('./TryTextPage.js')).TryTextPage },
  ],
  staleAfter: {
    termbase: [['termbase'], ['concept'], ['look-up']],
    inspection: [['concept']],
  },
};
