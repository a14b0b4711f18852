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
