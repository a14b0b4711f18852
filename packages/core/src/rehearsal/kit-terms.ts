/** Terms of the kit's termbases in a document: which occur, which may not be used, which have nothing in the target. */
import { primaryLanguage, type LanguageTag } from '../language/tags.js';
import type { ConceptBody } from '../termbase/concept.js';
import { saidForms } from '../termbase/forms.js';
import type { AffixDictionary } from '../termbase/recognition/affixes.js';
import { Recognizer } from '../termbase/recognition/recognizer.js';
import { isOut, isPreferred } from '../termbase/status.js';
import { markedText } from '../termbase/stem.js';

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

interface Known {
  readonly concept: number;
  readonly isOut: boolean;
}

export class KitTerms {
  private readonly source: Recognizer<Known>;
  private readonly target: Recognizer<Known>;

  constructor(
    private readonly concepts: readonly ConceptBody[],
    source: LanguageTag,
    private readonly targetLanguage: LanguageTag,
    dictionaryFor: (language: string) => AffixDictionary | null = () => null,
  ) {
    const recognizer = (language: string): Recognizer<Known> => {
      const found = new Recognizer<Known>(language, dictionaryFor(language));
      for (const [concept, body] of concepts.entries())
        for (const section of body.languages)
          if (primaryLanguage(section.language) === language)
            for (const term of section.terms)
              found.add(markedText(term), { concept, isOut: isOut(term.fields) }, saidForms(term));
      return found;
    };
    this.source = recognizer(primaryLanguage(source));
    this.target = recognizer(primaryLanguage(targetLanguage));
  }

  find(text: string): TermInSegment[] {
    return this.source.find(text).map(({ term, concept, start, end }) => ({
      term,
      concept: concept.concept,
      start,
      end,
      isForbidden: concept.isOut,
      isMissing: this.usable(concept.concept).length === 0,
    }));
  }

  /** Terms that a text in the target language should not have; where one of the same place may be used, it may. */
  forbiddenIn(target: string): ForbiddenInTarget[] {
    const hits = this.target.find(target);
    return hits
      .filter(
        ({ start, end, concept }) =>
          concept.isOut && !hits.some((other) => other.start === start && other.end === end && !other.concept.isOut),
      )
      .map(({ term, concept }) => ({ term, instead: this.usable(concept.concept) }));
  }

  /** Whether the whole of a text is a term of the source language. */
  covers(text: string): boolean {
    return this.source.find(text).some(({ start, end }) => start === 0 && end === text.length);
  }

  /** Terms of the target language that may be used, the preferred first. */
  usable(concept: number): string[] {
    return this.concepts[concept]!.languages.filter(
      ({ language }) => primaryLanguage(language) === primaryLanguage(this.targetLanguage),
    )
      .flatMap(({ terms }) => terms)
      .filter(({ fields }) => !isOut(fields))
      .sort((a, b) => Number(isPreferred(b.fields)) - Number(isPreferred(a.fields)))
      .map(({ text }) => text);
  }
}
