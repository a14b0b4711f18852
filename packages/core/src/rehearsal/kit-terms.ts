/** Terms of the kit's termbases in a document: which occur, which may not be used, which have nothing in the target. */
import { primaryLanguage, type LanguageTag } from '../language/tags.js';
import type { ConceptBody } from '../termbase/concept.js';
import { KnownTerms } from '../termbase/known-terms.js';
import type { AffixDictionary } from '../termbase/recognition/affixes.js';

export interface TermInSegment {
  /** As it is recorded. */
  readonly term: string;
  /** Its place among the concepts. */
  readonly concept: number;
  /** In UTF-16 units of the segment. */
  readonly start: number;
  readonly end: number;
  /** The term is not to be used. */
  readonly isForbidden: boolean;
  /** The termbase has no term that may be used in the target language. */
  readonly isMissing: boolean;
}

/** A place in the target of a match that uses a forbidden term. */
export interface ForbiddenInTarget {
  readonly term: string;
  readonly instead: readonly string[];
}

export class KitTerms {
  private readonly known: KnownTerms;
  private readonly source: string;
  private readonly target: string;
  /** By text: asked for doubts and for each match, and one unit matches many segments. */
  private readonly forbidden = new Map<string, readonly ForbiddenInTarget[]>();

  constructor(
    concepts: readonly ConceptBody[],
    source: LanguageTag,
    target: LanguageTag,
    dictionaryFor?: (language: string) => AffixDictionary | null,
  ) {
    this.known = new KnownTerms(concepts, dictionaryFor);
    this.source = primaryLanguage(source);
    this.target = primaryLanguage(target);
  }

  find(text: string): TermInSegment[] {
    return this.known.find({ general: this.source, text }).map(({ term, concept, start, end }) => ({
      term,
      concept: concept.concept,
      start,
      end,
      isForbidden: concept.isOut,
      isMissing: this.usable(concept.concept).length === 0,
    }));
  }

  /** Terms that a text in the target language should not have; where one of the same place may be used, it may. */
  forbiddenIn(text: string): readonly ForbiddenInTarget[] {
    let forbidden = this.forbidden.get(text);
    if (!forbidden) this.forbidden.set(text, (forbidden = this.lookedForIn(text)));
    return forbidden;
  }

  private lookedForIn(text: string): ForbiddenInTarget[] {
    const hits = this.known.find({ general: this.target, text });
    return hits
      .filter(
        ({ start, end, concept }) =>
          concept.isOut && !hits.some((other) => other.start === start && other.end === end && !other.concept.isOut),
      )
      .map(({ term, concept }) => ({ term, instead: this.usable(concept.concept) }));
  }

  /** Whether the whole of a text is a term of the source language. */
  covers(text: string): boolean {
    return this.known.covers({ general: this.source, text });
  }

  /** Terms of the target language that may be used, the preferred first. */
  usable(concept: number): string[] {
    return this.known.usable(concept, this.target);
  }
}
