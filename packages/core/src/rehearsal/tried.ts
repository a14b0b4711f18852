/** A kit that was tried on documents: everything that reports and pages say of it. */
import type { LanguageTag } from '../language/tags.js';
import type { RateCard } from './figures.js';
import type { MissingTerm, TermAt } from './kit-rehearsal.js';
import type { Misfit } from './misfits.js';
import type { Rehearsed } from './rehearse.js';
import type { DocumentSegment } from './segment.js';

export interface TriedMemory {
  readonly name: string;
  /** Units that have both languages. */
  readonly size: number;
}

export interface Tried {
  readonly source: LanguageTag;
  readonly target: LanguageTag;
  readonly card: RateCard;
  /** In the order of their ranks. */
  readonly memories: readonly TriedMemory[];
  readonly segments: readonly DocumentSegment[];
  readonly rehearsed: readonly Rehearsed[];
  readonly found: readonly TermAt[];
  readonly missing: readonly MissingTerm[];
  readonly misfits: readonly Misfit[];
  /** How a concept is named outside: its id in its file. */
  conceptId(concept: number): string;
  /** Terms of the target language that may be used, the preferred first. */
  usable(concept: number): readonly string[];
}

/** As it is kept, without what is no data and what reports do not ask for. */
export interface KeptTried extends Omit<Tried, 'conceptId' | 'usable'> {
  /** By concept that was found: how it is named outside, and the terms of the target language that may be used. */
  readonly concepts: readonly (readonly [concept: number, id: string, usable: readonly string[]])[];
}

export function keptTried(tried: Tried): KeptTried {
  const { source, target, card, segments, found, missing, misfits } = tried;
  return {
    ...{ source, target, card, segments, found, missing, misfits },
    memories: tried.memories.map(({ name, size }) => ({ name, size })),
    rehearsed: tried.rehearsed.map((one) => ({ ...one, matches: one.matches.slice(0, 1) })),
    concepts: [...new Set(found.map(({ concept }) => concept))].map(
      (concept) => [concept, tried.conceptId(concept), tried.usable(concept)] as const,
    ),
  };
}

/** What was kept, to be reported. Only concepts that were found may be asked for. */
export function triedAgain({ concepts, ...kept }: KeptTried): Tried {
  const known = new Map(concepts.map(([concept, id, usable]) => [concept, { id, usable }]));
  return {
    ...kept,
    conceptId: (concept) => known.get(concept)!.id,
    usable: (concept) => known.get(concept)!.usable,
  };
}
