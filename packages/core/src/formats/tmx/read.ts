/**
 * TMX units from XML events, as entries of a glossary: the plain text of each variant. Native codes inside `bpt`,
 * `ept`, `it`, `ph`, `ut` are not text; what `hi` encloses is.
 */
import { IDENTIFIER } from '../../termbase/categories.js';
import { NO_FIELDS, type Fields } from '../../termbase/concept.js';
import { withValue } from '../../termbase/fields.js';
import type { XmlEvent } from '../../xml/reader.js';
import type { Diagnostic } from '../../diagnostic.js';
import { EntryBuilder, InnerMarkup, type EntryReader, type ExchangeEntry } from '../exchange.js';

const CODES = new Set(['bpt', 'ept', 'it', 'ph', 'ut']);

export class TmxReader implements EntryReader {
  private builder: EntryBuilder | null = null;
  private number = 0;
  private begun = 0;
  private language = '';
  private inVariant = false;
  private segment: string | null = null;
  /** The note or property that is being read. */
  private said: { readonly name: string; text: string } | null = null;
  private pending: Fields = NO_FIELDS;
  private codeDepth = 0;
  private readonly markup = new InnerMarkup();

  notes(): readonly Diagnostic[] {
    return this.markup.notes();
  }

  take(event: XmlEvent): ExchangeEntry | null {
    if (event.type === 'text') {
      if (this.said) this.said.text += event.text;
      else if (this.segment !== null && this.codeDepth === 0) this.segment += event.text;
      return null;
    }
    return event.type === 'open' ? this.open(event) : this.close(event.name);
  }

  private open({ name, attributes, line }: Extract<XmlEvent, { type: 'open' }>): null {
    if (this.segment !== null && !this.said) this.markup.see(name, line);
    if (CODES.has(name)) this.codeDepth++;
    else if (name === 'tu') {
      this.builder = new EntryBuilder();
      this.begun = line;
      if (attributes.tuid) this.builder.field('concept', '', IDENTIFIER, attributes.tuid);
    } else if (name === 'tuv') {
      this.inVariant = true;
      this.language = attributes['xml:lang'] ?? attributes.lang ?? '';
      this.pending = NO_FIELDS;
    } else if (name === 'seg') {
      this.segment = '';
      this.markup.begin();
    } else if ((name === 'note' || name === 'prop') && this.builder)
      this.said = { name: name === 'note' ? 'note' : (attributes.type ?? 'prop').replace(/^x-/, ''), text: '' };
    return null;
  }

  private close(name: string): ExchangeEntry | null {
    if (CODES.has(name)) this.codeDepth--;
    const { builder } = this;
    if (!builder) return null;
    if ((name === 'note' || name === 'prop') && this.said) {
      const { name: field, text } = this.said;
      this.said = null;
      if (!text.trim()) return null;
      if (this.inVariant) this.pending = withValue(this.pending, field, text.trim());
      else builder.field('concept', '', field, text.trim());
    } else if (name === 'seg') {
      if (this.segment?.trim()) builder.add(this.language, this.segment, this.pending);
      this.segment = null;
    } else if (name === 'tuv') this.inVariant = false;
    else if (name === 'tu') {
      this.builder = null;
      return { number: ++this.number, line: this.begun, body: builder.body() };
    }
    return null;
  }
}
