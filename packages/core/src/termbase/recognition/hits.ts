/** What was found, and which of several finds at one place stand. */
import type { FormName } from './inflection.js';

export type HitKind = 'exact' | 'inflected' | 'compound';

export interface Hit<C> {
  /** The term as it is recorded. */
  readonly term: string;
  readonly concept: C;
  /** In UTF-16 units of the text; `end` is behind the last. */
  readonly start: number;
  readonly end: number;
  readonly how: HitKind;
  /** What the form is, as far as it is known; for an inflected hit. */
  readonly form?: FormName;
}

/** Longer hits win over shorter ones that touch them; several concepts may share one place. */
export function longestFirst<C>(hits: readonly Hit<C>[]): Hit<C>[] {
  if (hits.length < 2) return [...hits];
  const sorted = [...hits].sort(
    (a, b) => b.end - b.start - (a.end - a.start) || a.start - b.start || rank(a) - rank(b),
  );
  const taken: Hit<C>[] = [];
  const places: { start: number; end: number; how: HitKind }[] = [];
  const seen = new Set<string>();
  for (const hit of sorted) {
    const place = places.find((p) => p.start < hit.end && p.end > hit.start);
    if (place && (place.start !== hit.start || place.end !== hit.end)) continue;
    // Where a term stands as it is, another one that would have to be inflected is none.
    if (place && rank(hit) > rank(place)) continue;
    const key = `${hit.start} ${hit.term} ${String(hit.concept)}`;
    if (seen.has(key)) continue;
    seen.add(key);
    if (!place) places.push({ start: hit.start, end: hit.end, how: hit.how });
    taken.push(hit);
  }
  return taken;
}

function rank({ how }: { readonly how: HitKind }): number {
  return how === 'exact' ? 0 : how === 'inflected' ? 1 : 2;
}
