import { m } from '../../messages/index.js';
import type { Stage } from '../../parts/stage.js';

const load = async () => (await import('./MergePage.js')).MergePage;
const loadTerms = async () => (await import('./TermMergePage.js')).TermMergePage;
const loadBridge = async () => (await import('./BridgePage.js')).BridgePage;
const loadCompare = async () => (await import('./ComparePage.js')).ComparePage;

export const merge: Stage = {
  title: m.stages.merge,
  command: m.lookUp.commandList.merge,
  pages: [
    { path: 'merge', load },
    { path: 'merge/termbases', load: loadTerms },
    { path: 'merge/bridge', load: loadBridge },
    { path: 'merge/compare', load: loadCompare },
  ],
  staleAfter: {
    merge: [['merge']],
    memory: [['merge']],
    termbase: [
      ['merge', 'bridge'],
      ['merge', 'compare'],
    ],
    ledger: [
      ['merge', 'plan'],
      ['merge', 'bridge'],
      ['merge', 'compare'],
    ],
  },
};
