/** An entry of an exchange file, whatever its format: terms by language as the file spells them, and notes. */
import { canonicalTag, UNDETERMINED, type LanguageTag } from '../language/tags.js';
import { NO_FIELDS, type ConceptBody, type LanguageSection } from '../termbase/concept.js';
import type { XmlEvent } from '../xml/reader.js';

export interface ExchangeEntry {
  /** Ordinal in the file, from 1. */
  readonly number: number;
  /** The line on which it begins. */
  readonly line: number;
  readonly body: ConceptBody;
}

/** Reads events in order; gives back an entry when one is complete. */
export interface EntryReader {
  take(event: XmlEvent): ExchangeEntry | null;
}

/** Gathers the terms of one entry. */
export class EntryBuilder {
  private readonly sections = new Map<LanguageTag, { text: string; notes: string[] }[]>();
  readonly notes: string[] = [];

  add(spelling: string, text: string): void {
    const language = canonicalTag(spelling) ?? UNDETERMINED;
    const terms = this.sections.get(language) ?? [];
    terms.push({ text, notes: [] });
    this.sections.set(language, terms);
  }

  /** A note on the term added last in this language. */
  noteTerm(spelling: string, note: string): void {
    const language = canonicalTag(spelling) ?? UNDETERMINED;
    const term = this.sections.get(language)?.at(-1);
    (term?.notes ?? this.notes).push(note);
  }

  body(): ConceptBody {
    let next = 1;
    const languages: LanguageSection[] = [...this.sections].map(([language, terms]) => ({
      language,
      fields: NO_FIELDS,
      terms: terms.map(({ text, notes }) => ({
        id: `t${next++}`,
        text,
        fields: notes.length ? { note: notes } : NO_FIELDS,
      })),
    }));
    return { fields: this.notes.length ? { note: this.notes } : NO_FIELDS, languages, origins: [] };
  }
}
