/** The terms of termbases, recognised in texts of any of their languages. */
import { primaryLanguage } from '../language/tags.js';
import { CODE, withoutCodes } from '../text/inline-codes.js';
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
    const hits = text.includes(CODE) ? this.findAround(general, text) : this.recognizer(general).find(text);
    this.lasts.set(general, { text, hits });
    return hits;
  }

  /** Whether the whole of a text is a term. */
  covers(said: TextOfLanguage): boolean {
    const whole = withoutCodes(said.text);
    return this.find(said).some(({ start, end }) => withoutCodes(said.text.slice(start, end)) === whole);
  }

  /**
   * Codes leave nothing behind: what is bold in part is one term. Where one parts two words instead, as a line break does,
   * terms that only its place shows are found as well.
   */
  private findAround(general: string, text: string): Hit<KnownTerm>[] {
    const recognizer = this.recognizer(general);
    const places: number[] = [];
    for (let at = 0; at < text.length; at++) if (text[at] !== CODE) places.push(at);
    const hits = recognizer
      .find(withoutCodes(text))
      .map((hit) => ({ ...hit, start: places[hit.start]!, end: places[hit.end - 1]! + 1 }));
    const apart = recognizer
      .find(text)
      .filter(({ start, end }) => !hits.some((hit) => hit.start < end && start < hit.end));
    return [...hits, ...apart].sort((a, b) => a.start - b.start || a.end - b.end);
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
