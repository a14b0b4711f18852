/** One unit of TMX through the XML parser: whatever is not in the plain form that nearly every unit has. */
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import type { LanguageTag } from '../../language/tags.js';
import type { Said, Unit, Variant } from '../../memory/unit.js';
import { composed } from '../../text/composed.js';
import { CODE, NO_CODES, shownCode, strayCode, type InlineCode } from '../../text/inline-codes.js';
import { xmlText } from '../../xml/writer.js';
import { attributeText, finishedCode, isCodeElement, languageIn, local, withoutLanguage } from './elements.js';

const DEPTH_LIMIT = 200;

type Tag = SaxesTagPlain;
type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** One unit at a time through one XML parser. */
export class UnitParser {
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

  constructor(private readonly owner: { tagOf(spelling: string): LanguageTag }) {
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
