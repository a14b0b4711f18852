/** A kit that was tried on documents: everything that reports and pages say of it. */
import type { LanguageTag } from '../language/tags.js';
import type { RateCard } from './figures.js';
import type { MissingTerm, TermAt } from './kit-rehearsal.js';
import type { Rehearsed } from './rehearse.js';
import type { DocumentSegment } from './segment.js';

/** What does not fit, and what it has instead. */
export interface Misfit {
  readonly kind: 'memory' | 'termbase' | 'segment';
  /** Of a resource its name, of a segment that of its document. */
  readonly file: string;
  readonly segment?: number;
  /** Of a segment: what it is in. */
  readonly language?: string;
  /** Of a resource: what it has. */
  readonly has?: readonly LanguageTag[];
}

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
