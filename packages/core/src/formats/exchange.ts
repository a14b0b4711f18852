/** An entry of an exchange file, whatever its format: terms by language as the file spells them, and fields. */
import { diagnostic, type Diagnostic } from '../diagnostic.js';
import { canonicalTag, UNDETERMINED, type LanguageTag } from '../language/tags.js';
import { NO_FIELDS, type ConceptBody, type Fields, type LanguageSection } from '../termbase/concept.js';
import { withValue } from '../termbase/fields.js';
import type { XmlEvent } from '../xml/reader.js';

export interface ExchangeEntry {
  /** Ordinal in the file, from 1. */
  readonly number: number;
  /** The line on which it begins. */
  readonly line: number;
  readonly body: ConceptBody;
  /** What stands in the file without saying anything, and has no place in the body. */
  readonly empty?: readonly EmptyPart[];
}

/** A term without letters, or a language without a term. */
export interface EmptyPart {
  readonly what: 'term' | 'language';
  readonly language: LanguageTag;
  readonly line: number;
}

/** Reads events in order; gives back an entry when one is complete. */
export interface EntryReader {
  take(event: XmlEvent): ExchangeEntry | null;
  /** What the file holds that has no place among the entries, once all of it was read. */
  notes(): readonly Diagnostic[];
}

/** Counts markup inside texts, of which only the text is kept. */
export class InnerMarkup {
  private readonly names = new Set<string>();
  private texts = 0;
  private first = 0;
  private isNew = true;

  /** A text begins. */
  begin(): void {
    this.isNew = true;
  }

  /** An element within the text that has begun. */
  see(name: string, line: number): void {
    this.names.add(name);
    if (!this.isNew) return;
    this.isNew = false;
    this.texts++;
    this.first ||= line;
  }

  notes(): readonly Diagnostic[] {
    if (this.texts === 0) return [];
    const what = [...this.names].slice(0, 8).join(', ');
    return [diagnostic('markup-dropped', { count: this.texts, what, line: this.first }, { line: this.first })];
  }
}

interface Section {
  fields: Fields;
  readonly terms: { text: string; fields: Fields }[];
}

/** Where a field belongs while an entry is being read. */
export type Place = 'concept' | 'language' | 'term';

/** Gathers the terms and fields of one entry. */
export class EntryBuilder {
  private readonly sections = new Map<LanguageTag, Section>();
  private readonly emptyParts: EmptyPart[] = [];
  private fields: Fields = NO_FIELDS;

  /** Adds a term with its fields at the end of its language. */
  add(spelling: string, text: string, fields: Fields = NO_FIELDS): void {
    this.section(spelling).terms.push({ text, fields });
  }

  /** A field of the term added last in this language, of the language, or of the concept. */
  field(
    place: Place,
    spelling: string,
    name: string,
    value: string,
    companions: Readonly<Record<string, string>> = {},
  ): void {
    if (place === 'concept') {
      this.fields = withValue(this.fields, name, value, companions);
      return;
    }
    const section = this.section(spelling);
    const term = section.terms.at(-1);
    if (place === 'term' && term) term.fields = withValue(term.fields, name, value, companions);
    else section.fields = withValue(section.fields, name, value, companions);
  }

  /** Something of the language stands there and says nothing. */
  empty(what: EmptyPart['what'], spelling: string, line: number): void {
    this.emptyParts.push({ what, language: tagOf(spelling), line });
  }

  get empties(): readonly EmptyPart[] {
    return this.emptyParts;
  }

  /** Whether a language has a term. */
  hasTerm(spelling: string): boolean {
    return (this.sections.get(tagOf(spelling))?.terms.length ?? 0) > 0;
  }

  body(): ConceptBody {
    let next = 1;
    const languages: LanguageSection[] = [...this.sections].map(([language, { fields, terms }]) => ({
      language,
      fields,
      terms: terms.map((term) => ({ id: `t${next++}`, ...term })),
    }));
    return { fields: this.fields, languages, origins: [] };
  }

  private section(spelling: string): Section {
    const language = tagOf(spelling);
    let section = this.sections.get(language);
    if (!section) this.sections.set(language, (section = { fields: NO_FIELDS, terms: [] }));
    return section;
  }
}

const tagOf = (spelling: string): LanguageTag => canonicalTag(spelling) ?? UNDETERMINED;
