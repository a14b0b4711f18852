/** A termbase beside memories: which of its terms they never use, and for which they mostly use something else. */
import { primaryLanguage } from '../../language/tags.js';
import type { Unit } from '../../memory/unit.js';
import type { Concept } from '../../termbase/concept.js';
import { withoutCodes } from '../../text/inline-codes.js';
import { shortened } from '../../text/shortened.js';
import { onConcept, type Finding } from '../check.js';
import { KnownTerms } from '../../termbase/known-terms.js';

export const UNUSED = { id: 'term-unused', severity: 'info' } as const;
export const OTHERWISE = { id: 'term-otherwise', severity: 'warning' } as const;

/** A concept between two languages. */
interface Use {
  readonly concept: number;
  readonly language: string;
  /** Texts that have the concept and another text beside them. */
  said: number;
  /** Of those, texts beside that have one of its terms. */
  meant: number;
  /** A text beside that has none. */
  example: string;
}

/** Fewer say nothing of a habit. */
const LEAST = 3;
/** At least this share of the texts beside should have a term of the concept. */
const HALF = 0.5;
const EXAMPLE = 80;

/** Sees the units of any number of memories; says at the end what they say of the termbase. Memory grows with the concepts. */
export class TermsInMemories {
  readonly terms: KnownTerms;
  /** Concepts that occur, by their place in the termbase. */
  private readonly occurring = new Set<number>();
  private readonly uses = new Map<string, Use>();
  private readonly languages = new Set<string>();

  constructor(
    private readonly concepts: readonly Concept[],
    dictionaryFor?: ConstructorParameters<typeof KnownTerms>[1],
  ) {
    this.terms = new KnownTerms(concepts, dictionaryFor);
  }

  /** O(words of the unit). */
  see({ variants }: Unit): void {
    const sides = variants.map(({ language, text, codes }, place) => {
      const side = { language, general: primaryLanguage(language), place, text, codes };
      const found = this.terms.find(side).filter(({ concept }) => !concept.isOut);
      return { ...side, there: new Set(found.map(({ concept }) => concept.concept)) };
    });
    for (const { general, there } of sides) {
      this.languages.add(general);
      for (const concept of there) this.occurring.add(concept);
    }
    const [source, ...targets] = sides;
    if (!source) return;
    for (const concept of source.there)
      for (const target of targets) {
        if (target.general === source.general || !this.terms.has(concept, target.general)) continue;
        const use = this.useOf(concept, target.general);
        use.said++;
        if (target.there.has(concept)) use.meant++;
        else use.example ||= withoutCodes(target.text);
      }
  }

  *findings(): Generator<Finding> {
    for (const [i, concept] of this.concepts.entries()) {
      const inTheirs = concept.languages.some(({ language }) => this.languages.has(primaryLanguage(language)));
      if (inTheirs && !this.occurring.has(i)) yield onConcept(UNUSED, concept, { code: 'never-used', values: {} });
    }
    for (const { concept: i, language, said, meant, example } of this.uses.values()) {
      const concept = this.concepts[i]!;
      if (said < LEAST || meant >= said * HALF) continue;
      const section = concept.languages.find((one) => primaryLanguage(one.language) === language)!;
      const values = {
        language: section.language,
        expected: this.terms.usable(i, language),
        said,
        meant,
        example: shortened(example, EXAMPLE),
      };
      yield onConcept(OTHERWISE, concept, { code: 'used-otherwise', values }, { language: section.language });
    }
  }

  private useOf(concept: number, language: string): Use {
    const key = `${concept} ${language}`;
    let use = this.uses.get(key);
    if (!use) this.uses.set(key, (use = { concept, language, said: 0, meant: 0, example: '' }));
    return use;
  }
}
