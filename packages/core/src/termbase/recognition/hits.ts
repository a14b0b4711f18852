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
  const seen = new Set<string>();
  /** For each character the number of the place that it belongs to, from 1. */
  const owner = new Int32Array(hits.reduce((last, { end }) => Math.max(last, end), 0));
  const places: Hit<C>[] = [];
  for (const hit of sorted) {
    const number = owner.subarray(hit.start, hit.end).find((one) => one > 0);
    const place = number === undefined ? undefined : places[number - 1]!;
    if (place && (place.start !== hit.start || place.end !== hit.end)) continue;
    // Where a term stands as it is, another one that would have to be inflected is none.
    if (place && rank(hit) > rank(place)) continue;
    const key = `${hit.start} ${hit.term} ${String(hit.concept)}`;
    if (seen.has(key)) continue;
    seen.add(key);
    if (!place) owner.fill(places.push(hit), hit.start, hit.end);
    taken.push(hit);
  }
  return taken;
}

/** @returns whether something was found in a part of the text */
export function coverage(hits: readonly Hit<unknown>[], length: number): (start: number, end: number) => boolean {
  if (hits.length === 0) return () => false;
  const taken = new Uint8Array(length);
  for (const { start, end } of hits) taken.fill(1, start, end);
  return (start, end) => {
    for (let i = start; i < end; i++) if (taken[i] === 1) return true;
    return false;
  };
}

function rank({ how }: { readonly how: HitKind }): number {
  return how === 'exact' ? 0 : how === 'inflected' ? 1 : 2;
}
