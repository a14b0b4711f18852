/** A termbase beside memories: what their texts often say and it has no term for. */
import { Harvest } from '../../harvest/harvest.js';
import { fits, primaryLanguage, type LanguageTag } from '../../language/tags.js';
import type { Unit } from '../../memory/unit.js';
import { withoutCodes } from '../../text/inline-codes.js';
import { shortened } from '../../text/shortened.js';
import { onItem, type Finding } from '../check.js';
import type { KnownTerms } from '../../termbase/known-terms.js';

export const WITHOUT_TERM = { id: 'word-without-term', severity: 'info' } as const;

/** Findings about the termbase as a whole are about no concept. */
export const THE_WHOLE = 0;

/** What occurs less often is not said, and of the others only the best so many. */
const [LEAST, MOST] = [5, 50];
const CONTEXT = 120;

/** Sees units in the language that terms are looked up from. Memory: some 20 bytes for each word. */
export class WordsWithoutTerm {
  private readonly harvest: Harvest;
  private readonly contexts: string[] = [];

  constructor(
    private readonly language: LanguageTag,
    private readonly terms: Pick<KnownTerms, 'covers'>,
  ) {
    this.harvest = new Harvest(language, { least: LEAST });
  }

  see({ variants }: Unit): void {
    const own =
      variants.find(({ language }) => fits(this.language, language)) ??
      variants.find(({ language }) => primaryLanguage(language) === primaryLanguage(this.language));
    if (!own) return;
    this.harvest.see(own.text);
    this.contexts.push(own.text);
  }

  *findings(): Generator<Finding> {
    const general = primaryLanguage(this.language);
    const isTaken = (text: string): boolean => this.terms.covers({ general, text });
    for (const { text, times, examples } of this.harvest.candidates(MOST, isTaken)) {
      const example = shortened(withoutCodes(this.contexts[examples[0]!]!), CONTEXT);
      const values = { text, times, example, language: this.language };
      yield onItem(WITHOUT_TERM, THE_WHOLE, text, { code: 'no-term-for', values }, { language: this.language });
    }
  }
}
