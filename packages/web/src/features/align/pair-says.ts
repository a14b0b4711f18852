import type { BeadBody } from '../../api/types.js';
import { alignTexts } from './messages.js';
import { isDoubtfulCut, isMoved, isPinned } from './pairs.js';

/** What is known of a pair, in a sentence. @param number from 1 */
export const pairSays = (number: number, pair: BeadBody): string =>
  alignTexts.pairSays(number, isPinned(pair) ? null : pair[4], isDoubtfulCut(pair), isMoved(pair));
