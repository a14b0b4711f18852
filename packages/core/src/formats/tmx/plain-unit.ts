/**
 * A unit of TMX in the plain form that nearly every unit has, read straight from the text: `tu` with `prop`, `note`
 * and `tuv`, these with `prop`, `note` and one `seg`, in it text and codes that hold text. It is six times quicker than
 * the XML parser, which gets everything else: what is nested, commented, prefixed, out of order or not well-formed.
 */
import { composed } from '../../text/composed.js';
import type { LanguageTag } from '../../language/tags.js';
import type { Note, Prop, Said, Unit, Variant } from '../../memory/unit.js';
import { CODE, NO_CODES, type InlineCode } from '../../text/inline-codes.js';
import { ownCopy } from '../../text/own-copy.js';
import { xmlText } from '../../xml/writer.js';
import { isCodeElement, languageIn, finishedCode, withoutLanguage } from './elements.js';

type Attributes = Readonly<Record<string, string>>;
type Mutable<T> = { -readonly [K in keyof T]: T[K] };

const LT = 60;
const GT = 62;
const SLASH = 47;
const EQUALS = 61;

class NotPlain extends Error {}
const NOT_PLAIN = new NotPlain();

/** Start tags of variants and properties are few and come again and again. */
const KEPT = 2000;
const KEPT_LENGTH = 200;

/** The start tag of a variant. */
interface VariantTag {
  readonly spelling: string;
  readonly language: LanguageTag;
  /** Null: nothing but its language. */
  readonly attributes: Attributes | null;
}

export class PlainUnits {
  /** The spellings of the languages of the last unit, in the order of its variants. */
  readonly spellings: string[] = [];
  private readonly variantTags = new Map<string, VariantTag>();
  private readonly propTags = new Map<string, Attributes>();
  /** The names of attributes in the last start tag with any: nearly always those of the next as well. */
  private names: string[] = [];
  private text = '';
  private at = 0;
  private end = 0;
  private selfClosing = false;

  /** @param tagOf the language that a spelling means */
  constructor(private readonly tagOf: (spelling: string) => LanguageTag) {}

  /**
   * @param text without characters that XML forbids
   * @param from where `<tu` begins; the unit ends at `to`
   * @returns null where the XML parser has to decide
   */
  read(text: string, from: number, to: number): Unit | null {
    this.text = text;
    this.at = from;
    this.end = to;
    this.spellings.length = 0;
    try {
      return this.unit();
    } catch (error) {
      if (error instanceof NotPlain) return null;
      throw error;
    }
  }

  private unit(): Unit {
    if (this.name() !== 'tu') throw NOT_PLAIN;
    const attributes = this.attributes();
    if (this.selfClosing) throw NOT_PLAIN;
    const variants: Variant[] = [];
    const unit: Mutable<Unit> = isEmpty(attributes) ? { variants } : { attributes, variants };
    for (;;) {
      this.space();
      if (this.text.charCodeAt(this.at + 1) === SLASH) {
        this.closing('tu');
        if (this.at !== this.end) throw NOT_PLAIN;
        return unit;
      }
      const name = this.name();
      if (name === 'tuv') variants.push(this.variant());
      else this.said(unit, name);
    }
  }

  private variant(): Variant {
    const { spelling, language, attributes } = this.variantTag();
    this.spellings.push(spelling);
    const variant: Mutable<Variant> = attributes
      ? { language, text: '', codes: NO_CODES, attributes }
      : { language, text: '', codes: NO_CODES };
    let read = false;
    for (;;) {
      this.space();
      if (this.text.charCodeAt(this.at + 1) === SLASH) {
        this.closing('tuv');
        if (!read) throw NOT_PLAIN;
        return variant;
      }
      const name = this.name();
      if (name !== 'seg') this.said(variant, name);
      else {
        if (read) throw NOT_PLAIN;
        this.segment(variant);
        read = true;
      }
    }
  }

  private variantTag(): VariantTag {
    const source = this.tagText();
    const known = source === null ? undefined : this.variantTags.get(source);
    if (known) {
      this.at += source!.length + 1;
      return known;
    }
    const attributes = this.attributes();
    if (this.selfClosing) throw NOT_PLAIN;
    const spelling = languageIn(attributes);
    const rest = withoutLanguage(attributes);
    const tag = { spelling, language: this.tagOf(spelling), attributes: isEmpty(rest) ? null : rest };
    if (source !== null) kept(this.variantTags, source, tag);
    return tag;
  }

  /** The attributes of a start tag as text, or null where its end is not plain. */
  private tagText(): string | null {
    const close = this.text.indexOf('>', this.at);
    if (close < 0 || close - this.at > KEPT_LENGTH || this.text.charCodeAt(close - 1) === SLASH) return null;
    return this.text.slice(this.at, close);
  }

  private segment(variant: Mutable<Variant>): void {
    this.attributes();
    if (this.selfClosing) return;
    let pieces = this.content();
    let codes: InlineCode[] | null = null;
    while (this.text.charCodeAt(this.at + 1) !== SLASH) {
      (codes ??= []).push(this.code());
      pieces += CODE + this.content();
    }
    this.closing('seg');
    variant.text = composed(pieces);
    if (codes) variant.codes = codes;
  }

  private code(): InlineCode {
    const name = this.name();
    if (!isCodeElement(name)) throw NOT_PLAIN;
    const attributes = this.attributes();
    if (this.selfClosing) return finishedCode({ name, attributes, inner: '' });
    const inner = xmlText(this.content());
    this.closing(name);
    return finishedCode({ name, attributes, inner });
  }

  private said(to: Mutable<Said>, name: string): void {
    if (name !== 'prop' && name !== 'note') throw NOT_PLAIN;
    const attributes = this.propTag();
    const text = this.selfClosing ? '' : this.content();
    if (!this.selfClosing) this.closing(name);
    if (name === 'note') to.notes = [...(to.notes ?? []), note(text, attributes)];
    else to.props = [...(to.props ?? []), prop(text, attributes)];
  }

  private propTag(): Attributes {
    const source = this.tagText();
    const known = source === null ? undefined : this.propTags.get(source);
    if (known) {
      this.at += source!.length + 1;
      this.selfClosing = false;
      return known;
    }
    const attributes = this.attributes();
    if (source !== null && !this.selfClosing) kept(this.propTags, source, attributes);
    return attributes;
  }

  /** Text up to the next tag. */
  private content(): string {
    const next = this.text.indexOf('<', this.at);
    if (next < 0 || next >= this.end) throw NOT_PLAIN;
    const said = this.text.slice(this.at, next);
    this.at = next;
    if (said.includes(CODE) || said.includes(']]>')) throw NOT_PLAIN;
    return plain(said);
  }

  /** White space up to the next tag. */
  private space(): void {
    const { text } = this;
    for (; ; this.at++) {
      const code = text.charCodeAt(this.at);
      if (code === LT) return;
      if (code !== 32 && code !== 10 && code !== 13 && code !== 9) throw NOT_PLAIN;
    }
  }

  /** "<tuv" → "tuv". */
  private name(): string {
    const { text } = this;
    const from = ++this.at;
    for (let code = text.charCodeAt(this.at); code >= 97 && code <= 122; code = text.charCodeAt(++this.at));
    return text.slice(from, this.at);
  }

  private closing(name: string): void {
    const { text } = this;
    const from = this.at + 2;
    if (!text.startsWith(name, from) || text.charCodeAt(from + name.length) !== GT) throw NOT_PLAIN;
    this.at = from + name.length + 1;
  }

  /** To the end of the tag. */
  private attributes(): Attributes {
    const { text } = this;
    const attributes: Record<string, string> = {};
    this.selfClosing = false;
    for (let count = 0; ; count++) {
      const before = this.at;
      let code = text.charCodeAt(this.at);
      while (code === 32 || code === 10 || code === 13 || code === 9) code = text.charCodeAt(++this.at);
      if (code === GT) {
        this.at++;
        return attributes;
      }
      if (code === SLASH && text.charCodeAt(this.at + 1) === GT) {
        this.at += 2;
        this.selfClosing = true;
        return attributes;
      }
      // White space has to stand before each attribute.
      if (this.at === before) throw NOT_PLAIN;
      const name = this.attributeName(count, attributes);
      const quote = text.charCodeAt(this.at + 1);
      if (quote !== 34 && quote !== 39) throw NOT_PLAIN;
      const open = this.at + 2;
      const close = text.indexOf(quote === 34 ? '"' : "'", open);
      if (close < 0 || close >= this.end) throw NOT_PLAIN;
      attributes[name] = attributeValue(text.slice(open, close));
      this.at = close + 1;
    }
  }

  /** Up to its "=". @param count of the attributes that were read already, whose names are `names` so far */
  private attributeName(count: number, attributes: Attributes): string {
    const { text, names } = this;
    const from = this.at;
    const expected = names[count];
    if (expected !== undefined && text.startsWith(expected, from)) {
      const end = from + expected.length;
      if (text.charCodeAt(end) === EQUALS) {
        this.at = end;
        return expected;
      }
    }
    let code = text.charCodeAt(from);
    if (code === 45) throw NOT_PLAIN;
    while ((code >= 97 && code <= 122) || (code >= 65 && code <= 90) || code === 45 || code === 58)
      code = text.charCodeAt(++this.at);
    if (this.at === from || code !== EQUALS) throw NOT_PLAIN;
    const name = ownCopy(text.slice(from, this.at));
    if (attributes[name] !== undefined || name in NOTHING) throw NOT_PLAIN;
    names.length = count;
    names.push(name);
    return name;
  }
}

const NOTHING: Attributes = {};

function isEmpty(attributes: Attributes): boolean {
  for (const _ in attributes) return false;
  return true;
}

function kept<T>(tags: Map<string, T>, source: string, tag: T): void {
  if (tags.size >= KEPT) tags.clear();
  tags.set(ownCopy(source), tag);
}

/** White space other than blanks would have to be normalised (XML 1.0, section 3.3.3): for the parser. */
function attributeValue(value: string): string {
  for (let i = 0; i < value.length; i++) {
    const code = value.charCodeAt(i);
    if (code < 32 || code === LT) throw NOT_PLAIN;
    if (code === 38) return plain(value);
  }
  return value;
}

function prop(text: string, { type = 'x-unknown', ...rest }: Attributes): Prop {
  for (const _ in rest) return { type, text, attributes: rest };
  return { type, text };
}

function note(text: string, attributes: Attributes): Note {
  for (const _ in attributes) return { text, attributes };
  return { text };
}

const REFERENCE = /&(?:(lt|gt|amp|quot|apos)|#(?:x([0-9a-fA-F]{1,6})|(\d{1,7})));|&/g;
const NAMED: Readonly<Record<string, string>> = { lt: '<', gt: '>', amp: '&', quot: '"', apos: "'" };

/** References resolved, line ends as XML has them (XML 1.0, sections 2.11 and 4.6). */
function plain(said: string): string {
  const text = said.includes('\r') ? said.replace(/\r\n?/g, '\n') : said;
  return text.includes('&')
    ? text.replace(REFERENCE, (_, name?: string, hex?: string, decimal?: string) =>
        name ? NAMED[name]! : character(hex ? parseInt(hex, 16) : Number(decimal)),
      )
    : text;
}

function character(code: number): string {
  // A bare ampersand is no number. Characters that XML forbids are for the parser to complain of.
  if (!(code >= 32 && code < 0xd800) && !(code > 0xdfff && code < 0xfffe) && code !== 9 && code !== 10) throw NOT_PLAIN;
  const char = String.fromCharCode(code);
  if (char === CODE) throw NOT_PLAIN;
  return char;
}
