/** Stages that have their place and are not built yet. */
import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';
import { NotBuilt } from './NotBuilt.js';

const coming = (name: 'corrections'): Stage => ({
  title: m.stages[name],
  isComing: true,
  pages: [{ path: name, load: async () => () => <NotBuilt title={m.stages[name]} advice={m.notBuilt[name]} /> }],
});

export const corrections = coming('corrections');
