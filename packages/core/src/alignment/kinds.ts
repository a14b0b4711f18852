/** How frequent each kind of bead is. */
import { lengthOf, type WeighedBead } from './bead.js';
import type { BeadKinds } from './lattice.js';

/** Kinds of beads with their frequencies: after Gale & Church for the six that they have, less for each segment more. */
const FREQUENCIES: readonly (readonly [number, number, number])[] = [
  [1, 1, 0.89],
  [1, 2, 0.035],
  [2, 1, 0.035],
  [2, 2, 0.008],
  [1, 3, 0.003],
  [3, 1, 0.003],
  [2, 3, 0.0015],
  [3, 2, 0.0015],
  [3, 3, 0.0003],
  [1, 4, 0.0006],
  [4, 1, 0.0006],
  [2, 4, 0.0002],
  [4, 2, 0.0002],
  [3, 4, 0.0001],
  [4, 3, 0.0001],
  [4, 4, 0.0001],
];
/** Beads for which the usual frequencies of the kinds count. */
const USUAL = 60;
/** A single segment without counterpart on either side; a gap; and how it goes on. */
const SINGLE = 0.02;
/** The same in a text of a few segments or in a list, of which one is missing rather than two made one. */
const SINGLE_OF_LIST = 0.07;
const GAP = { begins: 0.005, further: 0.4 };
/** Segments without counterpart from which on they are a gap. */
const LONG = 3;

/**
 * The frequencies as they are in an alignment, held back towards the usual ones where little was seen.
 * @param list 1 for texts of a few segments and lists, 0 for long running texts
 */
export function kindsOf(beads: readonly WeighedBead[], list: number): BeadKinds {
  const single = SINGLE + (SINGLE_OF_LIST - SINGLE) * list;
  const seen = new Map<string, number>();
  let total = 0;
  for (const [key, sureness] of withGaps(beads)) {
    seen.set(key, (seen.get(key) ?? 0) + sureness);
    total += sureness;
  }
  const prior = (key: string, usual: number): number =>
    Math.log(((seen.get(key) ?? 0) + USUAL * usual) / (total + USUAL));
  return {
    pairs: FREQUENCIES.map(([sources, targets, frequency]) => ({
      sources,
      targets,
      prior: prior(`${sources}-${targets}`, frequency),
    })),
    gaps: {
      single: { source: prior('1-0', single), target: prior('0-1', single) },
      begins: prior('gap', GAP.begins),
      further: Math.log(GAP.further),
      end: Math.log(1 - GAP.further),
    },
  };
}

/** The kind of each bead with its sureness; many segments without counterpart in a row are one gap. */
function* withGaps(beads: readonly WeighedBead[]): Generator<readonly [kind: string, sureness: number]> {
  for (let k = 0; k < beads.length;) {
    const { source, target } = beads[k]!;
    const kind = `${lengthOf(source)}-${lengthOf(target)}`;
    let next = k + 1;
    if (kind === '1-0' || kind === '0-1')
      while (next < beads.length && lengthOf(beads[next]![kind === '1-0' ? 'target' : 'source']) === 0) next++;
    if (next - k >= LONG) yield ['gap', beads[k]!.sureness];
    else for (let at = k; at < next; at++) yield [kind, beads[at]!.sureness];
    k = next;
  }
}

/** Kinds with at most so many segments on either side. */
export const largest = ({ pairs, gaps }: BeadKinds, most: number): BeadKinds => ({
  pairs: pairs.filter(({ sources, targets }) => sources <= most && targets <= most),
  gaps,
});

/** One to one, and two to one. */
export const simplest = ({ pairs, gaps }: BeadKinds): BeadKinds => ({
  pairs: pairs.filter(({ sources, targets }) => sources + targets <= 3),
  gaps,
});
