/**
 * All parts of the server. Each says in its `feature.ts` what it brings; routes, tasks, and what is done at the start follow
 * from this list.
 */
import { alignments } from './alignments/feature.js';
import { clients } from './clients/feature.js';
import type { Feature } from './feature.js';
import { handOver } from './hand-over/feature.js';
import { history } from './history/feature.js';
import { holdings } from './holdings/feature.js';
import { inspection } from './inspection/feature.js';
import { intake } from './intake/feature.js';
import { kits } from './kits/feature.js';
import { lookUp } from './look-up/feature.js';
import { memories } from './memories/feature.js';
import { merging } from './merging/feature.js';
import { termMerging } from './term-merging/feature.js';
import { two } from './two/feature.js';
import { pictures } from './pictures/feature.js';
import { termbases } from './termbases/feature.js';
import { upkeep } from './upkeep/feature.js';
import { rehearsal } from './rehearsal/feature.js';
import { runningWork } from './running-work/feature.js';

export const FEATURES: readonly Feature[] = [
  clients,
  holdings,
  termbases,
  memories,
  merging,
  termMerging,
  two,
  inspection,
  kits,
  rehearsal,
  intake,
  alignments,
  handOver,
  lookUp,
  pictures,
  history,
  upkeep,
  runningWork,
];
