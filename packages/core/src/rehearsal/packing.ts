/** What of a kit goes along with a project: only what matches its documents. */
import type { KitMatch, KitMemory } from './kit-memory.js';
import type { Rehearsed } from './rehearse.js';

/** What stands beside a unit, as keys; empty: nothing. */
export type Beside = Pick<KitMatch, 'before' | 'after'>;

/** By memory: the numbers of its units that a segment was given as a match, with what stands beside each. */
export function unitsThatMatch(memories: readonly KitMemory[], rehearsed: readonly Rehearsed[]): Map<number, Beside>[] {
  const wanted = memories.map(() => new Set<number>());
  for (const { byMemory, matches } of rehearsed) {
    for (const [m, best] of byMemory.entries()) if (best) wanted[m]!.add(best.number);
    for (const { memory, number } of matches) wanted[memory]!.add(number);
  }
  return memories.map(({ kept }, m) => {
    const numbers = [...wanted[m]!].sort((a, b) => a - b);
    return new Map(
      numbers.map((number) => {
        const { before, after } = kept.get(number) ?? { before: '', after: '' };
        return [number, { before, after }];
      }),
    );
  });
}
