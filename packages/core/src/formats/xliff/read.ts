/**
 * XLIFF as a glossary: the plain text of source and target of each unit, with its notes and state. XLIFF 1.2
 * (`trans-unit`, languages on `file`) and 2.0 / 2.1 (`segment`, languages on `xliff`), OASIS. Native codes are not text.
 */
import { IDENTIFIER } from '../../termbase/categories.js';
import type { XmlEvent } from '../../xml/reader.js';
import type { Diagnostic } from '../../diagnostic.js';
import { EntryBuilder, InnerMarkup, type EntryReader, type ExchangeEntry } from '../exchange.js';

const UNITS = new Set(['trans-unit', 'unit']);
/** Elements whose content is a code of the original format. */
const CODES = new Set(['bpt', 'ept', 'ph', 'it', 'sub']);
/** Proposals, not the translation. */
const ASIDE = new Set(['alt-trans', 'matches', 'glossary', 'originalData', 'seg-source']);

export class XliffReader implements EntryReader {
  private source = '';
  private target = '';
  private builder: EntryBuilder | null = null;
  private number = 0;
  private begun = 0;
  private text: string | null = null;
  private readonly said = { source: '', target: '' };
  private unitNotes: string[] = [];
  private inNote = false;
  private codeDepth = 0;
  private asideDepth = 0;
  private readonly markup = new InnerMarkup();

  notes(): readonly Diagnostic[] {
    return this.markup.notes();
  }

  take(event: XmlEvent): ExchangeEntry | null {
    if (event.type === 'text') {
      if (this.text !== null && this.codeDepth === 0) this.text += event.text;
      return null;
    }
    return event.type === 'open' ? this.open(event) : this.close(event.name);
  }

  private open({ name, attributes, line }: Extract<XmlEvent, { type: 'open' }>): null {
    if (ASIDE.has(name)) this.asideDepth++;
    if (this.asideDepth > 0) return null;
    if (name === 'file' || name === 'xliff') {
      this.source = attributes['source-language'] ?? attributes.srcLang ?? this.source;
      this.target = attributes['target-language'] ?? attributes.trgLang ?? this.target;
    } else if (UNITS.has(name)) {
      this.builder = new EntryBuilder();
      this.begun = line;
      this.said.source = '';
      this.said.target = '';
      this.unitNotes = [];
      const id = attributes.resname ?? attributes.name ?? attributes.id;
      if (id) this.builder.field('concept', '', IDENTIFIER, id);
    } else if (!this.builder) return null;
    else if (name === 'source' || name === 'target') {
      this.text = '';
      this.markup.begin();
    } else if (name === 'note') {
      this.inNote = true;
      this.text = '';
    } else if (this.text !== null && !this.inNote) {
      this.markup.see(name, line);
      if (CODES.has(name)) this.codeDepth++;
    }
    return null;
  }

  private close(name: string): ExchangeEntry | null {
    if (ASIDE.has(name)) {
      this.asideDepth--;
      return null;
    }
    const { builder } = this;
    if (this.asideDepth > 0 || !builder) return null;
    if (CODES.has(name) && this.codeDepth > 0) this.codeDepth--;
    else if (name === 'source' || name === 'target') {
      // The segments of a unit follow each other without anything between them (XLIFF 2.1, 4.7.3).
      this.said[name] += this.text ?? '';
      this.text = null;
    } else if (name === 'note') {
      if (this.text?.trim()) this.unitNotes.push(this.text.trim());
      this.text = null;
      this.inNote = false;
    } else if (UNITS.has(name)) {
      this.builder = null;
      return this.entry(builder);
    }
    return null;
  }

  private entry(builder: EntryBuilder): ExchangeEntry {
    if (this.said.source.trim()) builder.add(this.source, this.said.source.trim());
    if (this.said.target.trim()) builder.add(this.target, this.said.target.trim());
    for (const note of this.unitNotes) builder.field('concept', '', 'note', note);
    return { number: ++this.number, line: this.begun, body: builder.body() };
  }
}
