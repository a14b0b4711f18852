/** The terms of termbases, recognised in texts of any of their languages. */
import { primaryLanguage } from '../language/tags.js';
import type { ConceptBody } from './concept.js';
import { saidForms } from './forms.js';
import type { AffixDictionary } from './recognition/affixes.js';
import { Recognizer, type Hit } from './recognition/recognizer.js';
import { isOut, isPreferred } from './status.js';
import { markedText } from './stem.js';

/** A term that was recognised. */
export interface KnownTerm {
  /** Its place among the concepts. */
  readonly concept: number;
  /** Not to be used. */
  readonly isOut: boolean;
}

export interface TextOfLanguage {
  /** A language without its region: "pt". */
  readonly general: string;
  readonly text: string;
}

/** The terms of termbases by their languages, prepared when a language is first asked for. */
export class KnownTerms {
  private readonly recognizers = new Map<string, Recognizer<KnownTerm>>();
  private readonly lasts = new Map<string, { readonly text: string; readonly hits: readonly Hit<KnownTerm>[] }>();

  /** @param dictionaryFor affix rules of a language, where it has some */
  constructor(
    private readonly concepts: readonly ConceptBody[],
    private readonly dictionaryFor: (language: string) => AffixDictionary | null = () => null,
  ) {}

  private recognizer(general: string): Recognizer<KnownTerm> {
    let recognizer = this.recognizers.get(general);
    if (!recognizer) {
      recognizer = new Recognizer<KnownTerm>(general, this.dictionaryFor(general));
      for (const [concept, { languages }] of this.concepts.entries())
        for (const { language, terms } of languages)
          if (primaryLanguage(language) === general)
            for (const term of terms)
              recognizer.add(markedText(term), { concept, isOut: isOut(term.fields) }, saidForms(term));
      this.recognizers.set(general, recognizer);
    }
    return recognizer;
  }

  /** In a text with its codes. The last text of each language is remembered: several ask for it one after the other. */
  find({ general, text }: TextOfLanguage): readonly Hit<KnownTerm>[] {
    const last = this.lasts.get(general);
    if (last?.text === text) return last.hits;
    const hits = this.recognizer(general).find(text);
    this.lasts.set(general, { text, hits });
    return hits;
  }

  /** Whether the whole of a text is a term. */
  covers(said: TextOfLanguage): boolean {
    return this.find(said).some(({ start, end }) => start === 0 && end === said.text.length);
  }

  /** Terms of a concept in a language that may be used, the preferred first. */
  usable(concept: number, general: string): string[] {
    return this.terms(concept, general)
      .filter(({ fields }) => !isOut(fields))
      .sort((a, b) => Number(isPreferred(b.fields)) - Number(isPreferred(a.fields)))
      .map(({ text }) => text);
  }

  has(concept: number, general: string): boolean {
    return this.terms(concept, general).length > 0;
  }

  private terms(concept: number, general: string) {
    return this.concepts[concept]!.languages.flatMap(({ language, terms }) =>
      primaryLanguage(language) === general ? terms : [],
    );
  }
}
