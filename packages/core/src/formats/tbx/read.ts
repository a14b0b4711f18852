/**
 * TBX entries from XML events: ISO 30042:2019 (`conceptEntry`, `langSec`, `termSec`) in both styles, and the form of
 * 2008 (`termEntry`, `langSet`, `tig` or `ntig`). Terms and notes; other data categories come with their roles.
 */
import type { XmlEvent } from '../../xml/reader.js';
import { EntryBuilder, type EntryReader, type ExchangeEntry } from '../exchange.js';

export class TbxReader implements EntryReader {
  private builder: EntryBuilder | null = null;
  private number = 0;
  private begun = 0;
  private language = '';
  private inLanguage = false;
  private hasTerm = false;
  private text: string | null = null;
  private pending: string[] = [];

  take(event: XmlEvent): ExchangeEntry | null {
    if (event.type === 'text') {
      if (this.text !== null) this.text += event.text;
      return null;
    }
    return event.type === 'open' ? this.open(event) : this.close(event.name);
  }

  private open({ name, attributes, line }: Extract<XmlEvent, { type: 'open' }>): null {
    switch (name) {
      case 'conceptEntry':
      case 'termEntry':
        this.builder = new EntryBuilder();
        this.begun = line;
        break;
      case 'langSec':
      case 'langSet':
        this.language = attributes['xml:lang'] ?? attributes.lang ?? '';
        this.inLanguage = true;
        break;
      case 'termSec':
      case 'tig':
      case 'ntig':
        this.hasTerm = false;
        this.pending = [];
        break;
      case 'term':
      case 'note':
        if (this.builder) this.text = '';
        break;
    }
    return null;
  }

  private close(name: string): ExchangeEntry | null {
    const { builder } = this;
    if (!builder) return null;
    switch (name) {
      case 'term':
        if (this.text?.trim()) {
          builder.add(this.language, this.text);
          this.hasTerm = true;
          for (const note of this.pending) builder.noteTerm(this.language, note);
          this.pending = [];
        }
        this.text = null;
        break;
      case 'note':
        this.endNote(builder);
        break;
      case 'langSec':
      case 'langSet':
        this.inLanguage = false;
        this.hasTerm = false;
        break;
      case 'conceptEntry':
      case 'termEntry':
        this.builder = null;
        return { number: ++this.number, line: this.begun, body: builder.body() };
    }
    return null;
  }

  private endNote(builder: EntryBuilder): void {
    const note = this.text?.trim();
    this.text = null;
    if (!note) return;
    if (!this.inLanguage) builder.notes.push(note);
    else if (this.hasTerm) builder.noteTerm(this.language, note);
    else this.pending.push(note);
  }
}
