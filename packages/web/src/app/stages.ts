/**
 * All stages, in the order in which the masthead names them. Router, masthead, commands of the look-up and what events
 * make stale follow from this list.
 */
import { align } from '../features/align/stage.js';
import { corrections } from '../features/coming/stage.js';
import { concordance } from '../features/concordance/stage.js';
import { guide } from '../features/guide/stage.js';
import { holdings } from '../features/holdings/stage.js';
import { inspect } from '../features/inspect/stage.js';
import { intake } from '../features/intake/stage.js';
import { ledger } from '../features/ledger/stage.js';
import { memory } from '../features/memory/stage.js';
import { merge } from '../features/merge/stage.js';
import { rehearse } from '../features/rehearse/stage.js';
import { termbase } from '../features/termbase/stage.js';
import type { Stage } from '../parts/stage.js';

export const STAGES: readonly Stage[] = [
  holdings,
  termbase,
  memory,
  concordance,
  intake,
  align,
  merge,
  inspect,
  rehearse,
  corrections,
  ledger,
  guide,
];
