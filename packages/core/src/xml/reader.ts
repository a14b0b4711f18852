/**
 * XML in pieces, safely: well-formedness is demanded, entities from a DTD are never expanded (saxes knows none),
 * nothing external is fetched, and depth is limited.
 */
import { SaxesParser, type SaxesTagNS } from 'saxes';
import { DataError } from '../diagnostic.js';

export type XmlEvent =
  | {
      readonly type: 'open';
      readonly name: string;
      readonly attributes: Readonly<Record<string, string>>;
      readonly line: number;
    }
  | { readonly type: 'text'; readonly text: string }
  | { readonly type: 'close'; readonly name: string };

const DEPTH_LIMIT = 200;

/**
 * Feeds text in pieces, gives back the events of each piece. Names are local names; attributes keep their prefix
 * only for `xml:` ("xml:lang"), others are local too. Throws `DataError` with the line.
 */
export class XmlReader {
  private readonly parser = new SaxesParser({ xmlns: true });
  private events: XmlEvent[] = [];
  private depth = 0;

  constructor(private readonly part?: string) {
    this.parser.on('opentag', (tag) => this.open(tag));
    this.parser.on('closetag', (tag) => {
      this.depth--;
      this.events.push({ type: 'close', name: tag.local });
    });
    this.parser.on('text', (text) => this.events.push({ type: 'text', text }));
    this.parser.on('cdata', (text) => this.events.push({ type: 'text', text }));
    this.parser.on('error', (error) => {
      throw new DataError(
        'xml-malformed',
        { what: error.message.replace(/^\d+:\d+: /, '').replace(/\.$/, '') + (this.part ? ` (in ${this.part})` : '') },
        { line: this.parser.line },
      );
    });
  }

  write(text: string): XmlEvent[] {
    this.parser.write(text);
    return this.drain();
  }

  end(): XmlEvent[] {
    this.parser.close();
    return this.drain();
  }

  /** What was read before an error was thrown. */
  pending(): XmlEvent[] {
    return this.drain();
  }

  private open(tag: SaxesTagNS): void {
    if (++this.depth > DEPTH_LIMIT)
      throw new DataError('xml-too-deep', { limit: DEPTH_LIMIT }, { line: this.parser.line });
    const attributes: Record<string, string> = {};
    for (const attribute of Object.values(tag.attributes)) {
      const name = attribute.prefix === 'xml' ? `xml:${attribute.local}` : attribute.local;
      attributes[name] = attribute.value;
    }
    this.events.push({ type: 'open', name: tag.local, attributes, line: this.parser.line });
  }

  private drain(): XmlEvent[] {
    const events = this.events;
    this.events = [];
    return events;
  }
}
