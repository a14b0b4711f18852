/** The parts of two texts between beads that a person has fixed. */
import type { Cut } from './band.js';
import type { Bead, Span, WeighedBead } from './bead.js';

/** A part of both texts between two fixed beads. */
export interface Rectangle {
  readonly source: Span;
  readonly target: Span;
}

/** What lies before, between and after the fixed beads; parts may be empty on one side, or on both. */
export function rectangles(n: number, m: number, fixed: readonly Bead[]): Rectangle[] {
  const parts: Rectangle[] = [];
  let [i, j] = [0, 0];
  for (const { source, target } of [...fixed, { source: { from: n, to: n }, target: { from: m, to: m } }]) {
    if (source.from < i || target.from < j) throw new Error('fixed beads must follow the order of both sides');
    parts.push({ source: { from: i, to: source.from }, target: { from: j, to: target.from } });
    [i, j] = [source.to, target.to];
  }
  return parts;
}

export function withFixed(fixed: readonly Bead[], parts: readonly (readonly WeighedBead[])[]): WeighedBead[] {
  return parts.flatMap((part, k) => (k < fixed.length ? [...part, { ...fixed[k]!, sureness: 1 }] : part));
}

/** Beads in order, by the rectangle in which they lie. */
export function partsOf(beads: readonly WeighedBead[], parts: readonly Rectangle[]): WeighedBead[][] {
  let at = 0;
  return parts.map(({ source, target }) => {
    const from = at;
    while (at < beads.length && beads[at]!.source.to <= source.to && beads[at]!.target.to <= target.to) at++;
    return beads.slice(from, at);
  });
}

/** The path through a part, from corner to corner of it. */
export function cutsOf(beads: readonly WeighedBead[], part: Rectangle): Cut[] {
  const cuts: Cut[] = [[part.source.from, part.target.from]];
  for (const { source, target } of beads) cuts.push([source.to, target.to]);
  return cuts;
}
