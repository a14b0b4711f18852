/** Which cuts of the one text may stand opposite which of the other: a strip around a path, wide where little is known. */

/** For each cut `from`, from + 1 … of the source the first and last cut of the target that may stand opposite it; neither ever falls. */
export interface Band {
  readonly from: number;
  readonly lowest: Int32Array;
  readonly highest: Int32Array;
}

import type { Span } from './bead.js';

export type Cut = readonly [source: number, target: number];

/** All cuts of a rectangle. */
export function fullBand(sources: Span, targets: Span): Band {
  const rows = sources.to - sources.from + 1;
  return {
    from: sources.from,
    lowest: new Int32Array(rows).fill(targets.from),
    highest: new Int32Array(rows).fill(targets.to),
  };
}

/**
 * @param path cuts in ascending order, from one corner of a rectangle to the opposite one
 * @param halfWidth target cuts allowed on either side of the path between two of its cuts, by the source and target
 *   segments between them, and by how many pairs of cuts come before
 */
export function bandAround(
  path: readonly Cut[],
  halfWidth: (sources: number, targets: number, before: number) => number,
): Band {
  const [from, first] = path[0]!;
  const [end, m] = path.at(-1)!;
  const n = end - from;
  const lowest = new Int32Array(n + 1).fill(m);
  const highest = new Int32Array(n + 1).fill(first);
  for (let k = 1; k < path.length; k++) {
    const [i0, j0] = path[k - 1]!;
    const [i1, j1] = path[k]!;
    const width = halfWidth(i1 - i0, j1 - j0, k - 1);
    for (let i = i0; i <= i1; i++) {
      const at = i1 === i0 ? j0 : Math.round(j0 + ((j1 - j0) * (i - i0)) / (i1 - i0));
      const last = i1 === i0 || i === i1 ? j1 : at;
      lowest[i - from] = Math.min(lowest[i - from]!, Math.max(first, at - width));
      highest[i - from] = Math.max(highest[i - from]!, Math.min(m, last + width));
    }
  }
  // A path that stands still on the source side widens its neighbours, so that no way is cut off.
  for (let i = 1; i <= n; i++) highest[i] = Math.max(highest[i]!, highest[i - 1]!);
  for (let i = n - 1; i >= 0; i--) lowest[i] = Math.min(lowest[i]!, lowest[i + 1]!);
  lowest[0] = first;
  highest[n] = m;
  return { from, lowest, highest };
}
