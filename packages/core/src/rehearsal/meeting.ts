/** Texts of a memory meet those of documents: here, or wherever else somebody works them out meanwhile. */
import type { SoughtIndex } from '../memory/match/sought-index.js';

/** A sought text that a passing one matches. */
export interface Meeting {
  /** Which of the texts that pass, from 0. */
  readonly passing: number;
  /** Which of those that are sought. */
  readonly id: number;
  readonly score: number;
}

/**
 * Asked for the texts of one batch after another, and answering in that order; it may be asked for the next before it has
 * answered.
 */
export type Meet = (texts: readonly string[], threshold: number) => readonly Meeting[] | Promise<readonly Meeting[]>;

/** All meetings of some texts, in their order. */
export function meetingsOf(index: SoughtIndex, texts: readonly string[], threshold: number): Meeting[] {
  const met: Meeting[] = [];
  for (const [passing, text] of texts.entries())
    for (const { id, score } of index.find(text, threshold)) met.push({ passing, id, score });
  return met;
}
