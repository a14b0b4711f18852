/** What is kept in a store to be said later: its code with its values, in JSON. */
import type { Said } from '@fair-copy/core/said.js';

/** A string for the compiler to tell from a sentence. */
export type Kept<M> = string & { readonly keptOf: M };

/** In every catalogue of what is kept. */
export interface KeptCodes {
  /** Kept by an earlier version: one sentence. */
  readonly 'as-it-was': { readonly sentence: string };
}

export function keep<M>(said: Said<M>): Kept<M> {
  return JSON.stringify(said) as Kept<M>;
}

export function readKept<M extends KeptCodes>(kept: Kept<M>): Said<M> {
  return (
    kept.startsWith('{"code":') ? JSON.parse(kept) : { code: 'as-it-was', values: { sentence: kept } }
  ) as Said<M>;
}
