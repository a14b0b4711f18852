/** What makes matches doubtful though they are near. */
import { withoutCodes } from '../text/inline-codes.js';
import type { Match } from './rehearse.js';

export const MATCH_DOUBTS = ['targets', 'forbidden', 'bridged'] as const;
export type MatchDoubt = (typeof MATCH_DOUBTS)[number];

/**
 * Of the best match: others that are as near say something else; it uses what is not to be used; it was joined over a third
 * language and nobody has seen it.
 * @param matches the best first
 * @param isForbidden whether a target uses a term that is not to be used
 */
export function doubtsOf(matches: readonly Match[], isForbidden: (target: string) => boolean): MatchDoubt[] {
  const [best] = matches;
  if (!best) return [];
  const alike = matches.filter(({ score, inContext }) => score === best.score && inContext === best.inContext);
  const targets = new Set(alike.map(({ target }) => withoutCodes(target).trim()));
  return [
    ...(targets.size > 1 ? (['targets'] as const) : []),
    ...(isForbidden(best.target) ? (['forbidden'] as const) : []),
    ...(best.isBridged ? (['bridged'] as const) : []),
  ];
}
