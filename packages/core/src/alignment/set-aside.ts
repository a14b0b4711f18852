/** Beads that a person has set across the order of both texts: set aside while the rest is aligned, and put back. */
import type { Bead, Span } from './bead.js';

export interface SetAside {
  /** The texts without the segments of those beads. */
  readonly source: readonly string[];
  readonly target: readonly string[];
  /** The numbers that those segments have in the whole texts. */
  readonly kept: { readonly source: readonly number[]; readonly target: readonly number[] };
  /** A bead of the whole texts, in the numbers of the shorter ones; null if one of its segments is set aside. */
  inside(bead: Bead): Bead | null;
  /** Back; where a bead reaches over a gap it stays with the longer part, the rest is without counterpart. */
  outside<T extends Bead>(beads: readonly T[]): T[];
}

/** Cost: segments of both sides. */
export function setAside(source: readonly string[], target: readonly string[], crossing: readonly Bead[]): SetAside {
  const left = sideWithout(
    source,
    crossing.map((bead) => bead.source),
  );
  const right = sideWithout(
    target,
    crossing.map((bead) => bead.target),
  );
  return {
    source: left.texts,
    target: right.texts,
    kept: { source: left.places, target: right.places },
    inside: (bead) => {
      const [s, t] = [left.inside(bead.source), right.inside(bead.target)];
      return s && t && { ...bead, source: s, target: t };
    },
    outside: (beads) =>
      beads.flatMap((bead) => {
        const [s, ...sourcesLeft] = left.outside(bead.source);
        const [t, ...targetsLeft] = right.outside(bead.target);
        return [
          { ...bead, source: s!, target: t! },
          ...sourcesLeft.map((span) => ({ ...bead, source: span, target: { from: t!.to, to: t!.to } })),
          ...targetsLeft.map((span) => ({ ...bead, source: { from: s!.to, to: s!.to }, target: span })),
        ];
      }),
  };
}

function sideWithout(texts: readonly string[], gone: readonly Span[]) {
  const out = new Uint8Array(texts.length);
  for (const { from, to } of gone) out.fill(1, from, to);
  const places = texts.flatMap((_, k) => (out[k] ? [] : [k]));
  const numbers = new Map(places.map((place, k) => [place, k]));
  return {
    places,
    texts: places.map((place) => texts[place]!),
    inside: ({ from, to }: Span): Span | null => {
      if (from === to) {
        const next = places.findIndex((place) => place >= from);
        return next < 0 ? { from: places.length, to: places.length } : { from: next, to: next };
      }
      for (let k = from; k < to; k++) if (out[k]) return null;
      const first = numbers.get(from)!;
      return { from: first, to: first + to - from };
    },
    /** Runs without a gap, the longest first. */
    outside: ({ from, to }: Span): Span[] => {
      if (from === to) {
        const at = places[from] ?? texts.length;
        return [{ from: at, to: at }];
      }
      const runs: { from: number; to: number }[] = [];
      for (let k = from; k < to; k++) {
        const place = places[k]!;
        const last = runs.at(-1);
        if (last?.to === place) last.to++;
        else runs.push({ from: place, to: place + 1 });
      }
      return runs.sort((a, b) => b.to - b.from - (a.to - a.from));
    },
  };
}
