/**
 * TMX units from XML events, as entries of a glossary: the plain text of each variant. Native codes inside `bpt`,
 * `ept`, `it`, `ph`, `ut` are not text; what `hi` encloses is.
 */
import type { XmlEvent } from '../../xml/reader.js';
import { EntryBuilder, type EntryReader, type ExchangeEntry } from '../exchange.js';

const CODES = new Set(['bpt', 'ept', 'it', 'ph', 'ut']);

export class TmxReader implements EntryReader {
  private builder: EntryBuilder | null = null;
  private number = 0;
  private begun = 0;
  private language = '';
  private inVariant = false;
  private segment: string | null = null;
  private note: string | null = null;
  private pending: string[] = [];
  private codeDepth = 0;

  take(event: XmlEvent): ExchangeEntry | null {
    if (event.type === 'text') {
      if (this.note !== null) this.note += event.text;
      else if (this.segment !== null && this.codeDepth === 0) this.segment += event.text;
      return null;
    }
    return event.type === 'open' ? this.open(event) : this.close(event.name);
  }

  private open({ name, attributes, line }: Extract<XmlEvent, { type: 'open' }>): null {
    if (CODES.has(name)) this.codeDepth++;
    else if (name === 'tu') {
      this.builder = new EntryBuilder();
      this.begun = line;
    } else if (name === 'tuv') {
      this.inVariant = true;
      this.language = attributes['xml:lang'] ?? attributes.lang ?? '';
      this.pending = [];
    } else if (name === 'seg') this.segment = '';
    else if (name === 'note' && this.builder) this.note = '';
    return null;
  }

  private close(name: string): ExchangeEntry | null {
    if (CODES.has(name)) this.codeDepth--;
    const { builder } = this;
    if (!builder) return null;
    if (name === 'note' && this.note !== null) {
      if (this.note.trim()) (this.inVariant ? this.pending : builder.notes).push(this.note.trim());
      this.note = null;
    } else if (name === 'seg') {
      if (this.segment?.trim()) {
        builder.add(this.language, this.segment);
        for (const note of this.pending) builder.noteTerm(this.language, note);
      }
      this.segment = null;
    } else if (name === 'tuv') this.inVariant = false;
    else if (name === 'tu') {
      this.builder = null;
      return { number: ++this.number, line: this.begun, body: builder.body() };
    }
    return null;
  }
}
