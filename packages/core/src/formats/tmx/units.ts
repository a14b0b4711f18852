/**
 * Units from TMX 1.1 to 1.4b (LISA OSCAR, 2005), streaming. The text is cut into units before it is parsed, so that a
 * damaged unit costs only itself: it goes to the tally with its line and reason, and reading goes on behind it.
 */
import { composed } from '../../text/composed.js';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { DataError, diagnostic, type Diagnostic } from '../../diagnostic.js';
import { canonicalTag, privateTag, type LanguageTag } from '../../language/tags.js';
import type { Note, Prop, Said, Unit, Variant } from '../../memory/unit.js';
import { CODE, NO_CODES, shownCode, strayCode, type InlineCode } from '../../text/inline-codes.js';
import { xmlAttribute, xmlText } from '../../xml/writer.js';
import { hasForbidden, mended } from '../../xml/mended.js';
import { finishedCode, isCodeElement, languageIn, withoutLanguage } from './elements.js';
import { PlainUnits } from './plain-unit.js';

/** A unit with its place: the ordinal in the file and the line on which it begins, both from 1. */
export interface ReadUnit {
  readonly number: number;
  readonly line: number;
  readonly unit: Unit;
}

/** A unit that could not be taken, and why. */
export interface LeftUnit {
  readonly number: number;
  readonly line: number;
  readonly reason: LeftReason;
  /** What exactly is wrong, for people. */
  readonly what: string;
}

export type LeftReason =
  'no text' | 'one language' | 'damaged' | 'too long' | 'cut off' | 'not translated' | 'obsolete';

/** What the file says about all of its units. */
export interface TmxHeader extends Said {
  /** The header's own inner elements other than notes and properties (`ude`), as XML. */
  readonly other: string;
}

export interface UnitReaderOptions {
  /** Other languages for spellings in the file: "EN" → "en-GB". */
  readonly languages?: Readonly<Record<string, LanguageTag>>;
  /** Units of one language are taken too. */
  readonly keepIncomplete?: boolean;
}

/** Longer than this (in UTF-16 units) is no translation unit. */
const UNIT_LIMIT = 8 << 20;
const DEPTH_LIMIT = 200;
const OPENING = /<(?:[\w.-]+:)?tu(?=[\s>/])/g;

/** Feed it the text in pieces; it gives back units as they are complete. Memory: one unit. */
export class TmxUnits {
  readonly left: LeftUnit[] = [];
  /** Spelling in the file → tag and how many variants use it. */
  readonly spellings = new Map<string, { tag: LanguageTag; count: number }>();
  readonly notes: Diagnostic[] = [];
  header: TmxHeader = { other: '' };
  private text = '';
  private line = 1;
  private number = 0;
  private state: 'head' | 'body' | 'long' = 'head';
  private parser = new UnitParser(this);
  private readonly plainUnits = new PlainUnits((spelling) => this.languageOf(spelling));
  /** Whether what is being read has characters that XML forbids. */
  private forbidden = false;
  private mendedAt = 0;
  private mendedCount = 0;

  constructor(readonly options: UnitReaderOptions = {}) {}

  /** Throws `DataError` where nothing of the file can be taken. */
  write(piece: string): ReadUnit[] {
    const rest = this.text;
    this.forbidden = hasForbidden(piece) || (this.forbidden && rest !== '');
    this.text = rest === '' ? piece : rest + piece;
    return this.state === 'head' && !this.begin(false) ? [] : this.drain();
  }

  /** What is still open; says where the file is cut off. */
  end(): ReadUnit[] {
    if (this.state === 'head') this.begin(true);
    const units = this.drain();
    const rest = this.text;
    if (this.state === 'long') this.leave('cut off', 'the file ends inside it');
    else if (first(rest) >= 0) {
      this.skip(first(rest));
      this.leave('cut off', 'the file ends inside it');
      this.notes.push(diagnostic('units-cut-off', { line: this.line }, { line: this.line }));
    } else if (!/<\/(?:[\w.-]+:)?tmx\s*>/.test(rest)) {
      this.notes.push(
        diagnostic('units-cut-off', { line: this.line + lines(rest) }, { line: this.line + lines(rest) }),
      );
    }
    if (this.mendedCount)
      this.notes.push(
        diagnostic('units-mended', { count: this.mendedCount, line: this.mendedAt }, { line: this.mendedAt }),
      );
    return units;
  }

  /** The language of one more variant. */
  tagOf(spelling: string): LanguageTag {
    const tag = this.languageOf(spelling);
    this.spellings.get(spelling)!.count++;
    return tag;
  }

  private languageOf(spelling: string): LanguageTag {
    let known = this.spellings.get(spelling);
    if (!known) {
      const tag = this.options.languages?.[spelling] ?? canonicalTag(spelling) ?? privateTag(spelling);
      this.spellings.set(spelling, (known = { tag, count: 0 }));
    }
    return known.tag;
  }

  /** The head up to the first unit: what stands in the header, and nothing dangerous. */
  private begin(atEnd: boolean): boolean {
    const at = first(this.text);
    const head = at < 0 ? this.text : this.text.slice(0, at);
    if (/<!ENTITY/i.test(head))
      throw new DataError('xml-entities', {}, { line: 1 + lines(head.slice(0, head.search(/<!ENTITY/i))) });
    if (at < 0 && !atEnd) {
      if (head.length > UNIT_LIMIT)
        throw new DataError('xml-malformed', { what: 'no unit in the first 8 million characters' }, { line: 1 });
      return false;
    }
    this.header = readHeader(head);
    this.state = 'body';
    this.skip(head.length);
    return true;
  }

  private drain(): ReadUnit[] {
    const units: ReadUnit[] = [];
    let from = 0;
    const { text } = this;
    for (;;) {
      if (this.state === 'long') {
        const end = closing(text, from);
        if (end < 0) {
          from = Math.max(from, text.length - 16);
          break;
        }
        this.leave('too long', `longer than ${UNIT_LIMIT.toLocaleString('en')} characters`);
        this.line += lines(text, from, end);
        this.state = 'body';
        from = end;
        continue;
      }
      const start = first(text, from);
      if (start < 0) {
        // The name of the next element may still be coming.
        const keep = Math.max(from, text.lastIndexOf('<') >= text.length - 80 ? text.lastIndexOf('<') : text.length);
        this.line += lines(text, from, keep);
        from = keep;
        break;
      }
      this.line += lines(text, from, start);
      from = start;
      const end = closing(text, start);
      if (end < 0) {
        if (text.length - start > UNIT_LIMIT) {
          this.state = 'long';
          this.number++;
          continue;
        }
        break;
      }
      this.number++;
      const unit = this.unit(text, start, end);
      if (unit) units.push({ number: this.number, line: this.line, unit });
      this.line += lines(text, start, end);
      from = end;
    }
    this.text = text.slice(from);
    return units;
  }

  private unit(text: string, start: number, end: number): Unit | null {
    const source = text.slice(start, end);
    const plain = this.forbidden || !source.isWellFormed() ? null : this.plainUnits.read(text, start, end);
    if (!plain) return this.parsed(source);
    for (const spelling of this.plainUnits.spellings) this.spellings.get(spelling)!.count++;
    return this.complete(plain);
  }

  private parsed(source: string): Unit | null {
    const clean = mended(source);
    if (clean !== source) {
      this.mendedCount++;
      this.mendedAt ||= this.line;
    }
    try {
      return this.complete(this.parser.parse(clean));
    } catch (error) {
      this.parser = new UnitParser(this);
      const { message } = error as Error;
      const said = /^(\d+):\d+: (.*)$/s.exec(message);
      const what = said ? `${said[2]!.replace(/\.$/, '')} (line ${this.line + Number(said[1]) - 1})` : message;
      this.leave('damaged', what, false);
    }
    return null;
  }

  /** The unit without its empty variants; null, with a reason in the tally, if too little is left. */
  private complete(unit: Unit): Unit | null {
    const filled = unit.variants.filter((variant) => variant.text.trim() !== '');
    if (filled.length === 0) this.leave('no text', 'it has no text in any language', false);
    else if (!this.options.keepIncomplete && new Set(filled.map((v) => v.language)).size < 2)
      this.leave('one language', `it has text in ${filled[0]!.language} only`, false);
    else return filled.length === unit.variants.length ? unit : { ...unit, variants: filled };
    return null;
  }

  private leave(reason: LeftReason, what: string, count = reason === 'cut off' && this.state !== 'long'): void {
    if (count) this.number++;
    this.left.push({ number: this.number, line: this.line, reason, what });
  }

  private skip(count: number): void {
    this.line += lines(this.text, 0, count);
    this.text = this.text.slice(count);
  }

  /** Units seen so far, taken or left. */
  get count(): number {
    return this.number;
  }
}

function first(text: string, from = 0): number {
  OPENING.lastIndex = from;
  return OPENING.exec(text)?.index ?? -1;
}

/** Behind the end tag of the unit that begins at `from`, or -1. */
function closing(text: string, from: number): number {
  for (let at = text.indexOf('tu>', from); at >= 0; at = text.indexOf('tu>', at + 3)) {
    const before = text.charCodeAt(at - 1);
    // "</tu>" or "</prefix:tu>"
    const isEnd =
      (before === 47 && text.charCodeAt(at - 2) === 60) ||
      (before === 58 && /<\/[\w.-]+:$/.test(text.slice(Math.max(from, at - 40), at)));
    if (isEnd && !isInside(text, from, at)) return at + 3;
  }
  return -1;
}

/** Whether a place lies in a comment or a CDATA section that begins in the unit. */
function isInside(text: string, from: number, at: number): boolean {
  // Within the unit only: a search to the end of the text for each unit would cost its square.
  const before = text.slice(from, at);
  if (!before.includes('<!')) return false;
  return (
    before.lastIndexOf('<!--') > before.lastIndexOf('-->') ||
    before.lastIndexOf('<![CDATA[') > before.lastIndexOf(']]>')
  );
}

function lines(text: string, from = 0, to = text.length): number {
  let count = 0;
  for (let at = text.indexOf('\n', from); at >= 0 && at < to; at = text.indexOf('\n', at + 1)) count++;
  return count;
}

type Tag = SaxesTagPlain;
type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** One unit at a time through one XML parser. */
class UnitParser {
  private readonly xml = new SaxesParser({ fragment: true, xmlns: false } as const);
  private depth = 0;
  private unit: Mutable<Unit> & { variants: Variant[] } = { variants: [] };
  private variant: (Mutable<Variant> & { codes: readonly InlineCode[] }) | null = null;
  private inSegment = false;
  private codes: InlineCode[] = [];
  private pieces = '';
  /** The code that is being read: how deep it is, and its form so far. */
  private code: { depth: number; name: string; attributes: Record<string, string>; inner: string } | null = null;
  private highlights: number[] = [];
  private prop: { type: string; text: string; attributes: Record<string, string>; isNote: boolean } | null = null;
  private line = 0;

  constructor(private readonly owner: TmxUnits) {
    this.xml.on('opentag', (tag) => this.open(tag));
    this.xml.on('closetag', (tag) => this.close(tag));
    this.xml.on('text', (text) => this.said(text));
    this.xml.on('cdata', (text) => this.said(text));
    this.xml.on('error', (error) => {
      const found = /^(\d+):(\d+): /.exec(error.message);
      const line = found ? Number(found[1]) - this.line : 1;
      throw new Error(error.message.replace(/^\d+:\d+/, `${line}:0`));
    });
  }

  parse(source: string): Unit {
    this.unit = { variants: [] };
    this.variant = null;
    this.prop = null;
    this.line = this.xml.line - 1;
    this.xml.write(source);
    if (this.depth !== 0) throw new Error('1:0: an element is not closed');
    return this.unit;
  }

  private open(tag: Tag): void {
    if (++this.depth > DEPTH_LIMIT) throw new Error(`1:0: nested more than ${DEPTH_LIMIT} levels deep`);
    const name = local(tag.name);
    const { attributes } = tag;
    if (this.code) {
      this.code.inner += `<${name}${attributeText(attributes)}${tag.isSelfClosing ? '/>' : '>'}`;
      return;
    }
    if (this.inSegment) this.openInline(name, attributes);
    else if (name === 'tu') this.sayAttributes(this.unit, attributes);
    else if (name === 'tuv') {
      this.variant = { language: this.owner.tagOf(languageIn(attributes)), text: '', codes: NO_CODES };
      this.sayAttributes(this.variant, withoutLanguage(attributes));
    } else if (name === 'seg') {
      this.inSegment = true;
      this.pieces = '';
      this.codes = [];
      this.highlights = [];
    } else if (name === 'prop' || name === 'note') {
      const { type = 'x-unknown', ...rest } = attributes;
      const isNote = name === 'note';
      this.prop = { type, text: '', attributes: isNote ? attributes : rest, isNote };
    }
  }

  private openInline(name: string, attributes: Record<string, string>): void {
    if (isCodeElement(name)) this.code = { depth: this.depth, name, attributes, inner: '' };
    else {
      // `hi` and what no version of the standard knows: their content is text.
      this.highlights.push(this.codes.length);
      this.push({
        kind: 'open',
        pair: `h${this.codes.length}`,
        shown: shownCode(attributes.type, '', name),
        format: 'tmx',
        name,
        attributes,
        inner: '',
      });
    }
  }

  private close(tag: Tag): void {
    const name = local(tag.name);
    const { code } = this;
    if (code) {
      if (this.depth-- !== code.depth) {
        if (!tag.isSelfClosing) code.inner += `</${name}>`;
        return;
      }
      this.code = null;
      this.push(finishedCode(code));
      return;
    }
    this.depth--;
    if (name === 'seg') {
      this.inSegment = false;
      if (this.variant) {
        this.variant.text = composed(this.pieces);
        this.variant.codes = this.codes.length ? this.codes : NO_CODES;
      }
    } else if (this.inSegment) {
      const opened = this.codes[this.highlights.pop()!]!;
      this.push({ ...opened, kind: 'close', attributes: {} });
    } else if (name === 'tuv' && this.variant) {
      this.unit.variants.push(this.variant);
      this.variant = null;
    } else if (this.prop && (name === 'prop' || name === 'note')) this.closeProp(this.prop);
  }

  private closeProp({ isNote, type, text, attributes }: NonNullable<UnitParser['prop']>): void {
    this.prop = null;
    const to: Mutable<Said> = this.variant ?? this.unit;
    const more = Object.keys(attributes).length ? { attributes } : {};
    if (isNote) to.notes = [...(to.notes ?? []), { text, ...more }];
    else to.props = [...(to.props ?? []), { type, text, ...more }];
  }

  private push(code: InlineCode): void {
    this.codes.push(code);
    this.pieces += CODE;
  }

  private said(text: string): void {
    if (this.code) this.code.inner += xmlText(text);
    else if (this.prop) this.prop.text += text;
    else if (this.inSegment) {
      if (text.includes(CODE)) {
        for (const c of text) if (c === CODE) this.codes.push(strayCode());
      }
      this.pieces += text;
    }
  }

  private sayAttributes(to: Mutable<Said>, attributes: Record<string, string>): void {
    if (Object.keys(attributes).length > 0) to.attributes = attributes;
  }
}

function local(name: string): string {
  const at = name.indexOf(':');
  return at < 0 ? name : name.slice(at + 1);
}

export function attributeText(attributes: Readonly<Record<string, string>>): string {
  let text = '';
  for (const name in attributes) text += ` ${name}="${xmlAttribute(attributes[name]!)}"`;
  return text;
}

/** What the header says; a damaged one says nothing. */
function readHeader(head: string): TmxHeader {
  const source = /<(?:[\w.-]+:)?header\b[^>]*\/>|<(?:[\w.-]+:)?header\b[^>]*>[\s\S]*?<\/(?:[\w.-]+:)?header\s*>/.exec(
    head,
  )?.[0];
  if (!source) return { other: '' };
  const header: { attributes: Record<string, string>; props: Prop[]; notes: Note[]; other: string } = {
    attributes: {},
    props: [],
    notes: [],
    other: '',
  };
  const xml = new SaxesParser({ fragment: true, xmlns: false } as const);
  let depth = 0;
  let text = '';
  let own: Record<string, string> = {};
  let other = false;
  xml.on('opentag', (tag) => {
    depth++;
    if (depth === 1) header.attributes = { ...tag.attributes };
    if (depth === 2) {
      text = '';
      own = tag.attributes;
      other = !['note', 'prop'].includes(local(tag.name));
    }
    if (other) header.other += `<${local(tag.name)}${attributeText(tag.attributes)}${tag.isSelfClosing ? '/>' : '>'}`;
  });
  xml.on('text', (piece) => {
    if (other) header.other += xmlText(piece);
    else text += piece;
  });
  xml.on('closetag', (tag) => {
    const name = local(tag.name);
    if (other && !tag.isSelfClosing) header.other += `</${name}>`;
    if (depth-- !== 2) return;
    other = false;
    const { type = 'x-unknown', ...rest } = own;
    if (name === 'note') header.notes.push({ text, ...(Object.keys(own).length && { attributes: own }) });
    if (name === 'prop') header.props.push({ type, text, ...(Object.keys(rest).length && { attributes: rest }) });
  });
  try {
    xml.write(mended(source)).close();
  } catch {
    return { other: '' };
  }
  return header;
}
