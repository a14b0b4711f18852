import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';

export const guide: Stage = {
  command: m.help.guide,
  pages: [{ path: 'guide', load: async () => (await import('./GuidePage.js')).GuidePage }],
};
