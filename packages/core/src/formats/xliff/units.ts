/**
 * Units from XLIFF 1.2 and 2.0 / 2.1 (OASIS), with their inline codes. A segment of XLIFF 2 and a `mrk` of type "seg" in
 * XLIFF 1.2 is a unit of its own; what stands beside a translation (`alt-trans`, `matches`) is taken only if asked for.
 */
import { composed } from '../../text/composed.js';
import { canonicalTag, privateTag, UNDETERMINED, type LanguageTag } from '../../language/tags.js';
import type { Note, Prop, Unit, Variant } from '../../memory/unit.js';
import { CODE, NO_CODES, shownCode, strayCode, type InlineCode } from '../../text/inline-codes.js';
import type { XmlEvent } from '../../xml/reader.js';
import { xmlText } from '../../xml/writer.js';
import type { LeftUnit, ReadUnit } from '../read-units.js';
import { attributeText } from '../tmx/elements.js';

export interface XliffOptions {
  /** Alternative translations become units too. */
  readonly alternatives?: boolean;
  readonly keepIncomplete?: boolean;
  readonly languages?: Readonly<Record<string, LanguageTag>>;
}

const PAIRED = new Set(['g', 'pc']);
/** Their content belongs to the original format and is no text. */
const NATIVE = new Set(['bpt', 'ept', 'ph', 'it', 'x', 'bx', 'ex', 'sc', 'ec', 'cp', 'sm', 'em']);
const OPENING = new Set(['bpt', 'bx', 'sc', 'sm']);
const CLOSING = new Set(['ept', 'ex', 'ec', 'em']);
/** States of a target that hold nothing yet. */
const UNTRANSLATED = new Set(['new', 'needs-translation', 'initial']);

interface Part {
  text: string;
  readonly codes: InlineCode[];
}

/** A source and a target with what is said about them; parts by the id of their segment. */
interface Pair {
  readonly source: Map<string, Part>;
  readonly target: Map<string, Part>;
  state: string;
  language: { source: string; target: string };
}

export class XliffUnits {
  readonly left: LeftUnit[] = [];
  readonly spellings = new Map<string, { tag: LanguageTag; count: number }>();
  private number = 0;
  private source = '';
  private target = '';
  private file = '';
  private unit: { id: string; line: number; notes: Note[]; props: Prop[]; data: Map<string, string> } | null = null;
  private pairs: { pair: Pair; alternative: boolean; id: string }[] = [];
  private pair: Pair | null = null;
  private side: 'source' | 'target' | 'seg-source' | null = null;
  private part: Part | null = null;
  private whole: Part | null = null;
  private code: { name: string; attributes: Record<string, string>; inner: string; depth: number } | null = null;
  private readonly open: { name: string; at: number; code: InlineCode | null }[] = [];
  private depth = 0;
  private note: { text: string; attributes: Record<string, string> } | null = null;
  private aside = 0;
  private data: { id: string; text: string } | null = null;

  constructor(private readonly options: XliffOptions = {}) {}

  get count(): number {
    return this.number;
  }

  take(event: XmlEvent): ReadUnit[] {
    if (event.type === 'text') {
      this.said(event.text);
      return [];
    }
    if (event.type === 'open') {
      this.depth++;
      this.opened(event);
      return [];
    }
    this.depth--;
    return this.closed(event.name);
  }

  private said(text: string): void {
    if (this.code) this.code.inner += xmlText(text);
    else if (this.part) {
      for (const c of text.includes(CODE) ? text : '') if (c === CODE) this.part.codes.push(strayCode());
      this.part.text += text;
    } else if (this.note) this.note.text += text;
    else if (this.data) this.data.text += text;
  }

  // eslint-disable-next-line max-lines-per-function -- one case for each element, as the standard lists them
  private opened({ name, attributes, line }: Extract<XmlEvent, { type: 'open' }>): void {
    if (this.code) {
      this.code.inner += `<${name}${attributeText(attributes)}>`;
      return;
    }
    if (this.part) {
      this.inline(name, attributes);
      return;
    }
    switch (name) {
      case 'xliff':
      case 'file':
        this.source = attributes['source-language'] ?? attributes.srcLang ?? this.source;
        this.target = attributes['target-language'] ?? attributes.trgLang ?? this.target;
        if (name === 'file') this.file = attributes.original ?? attributes.id ?? '';
        break;
      case 'trans-unit':
      case 'unit':
        this.unit = { id: attributes.id ?? '', line, notes: [], props: [], data: new Map() };
        this.pairs = [];
        for (const [key, type] of [
          ['resname', 'resname'],
          ['name', 'resname'],
        ] as const)
          if (attributes[key]) this.unit.props.push({ type, text: attributes[key] });
        if (name === 'trans-unit') this.begin(false, this.unit.id);
        break;
      case 'segment':
        if (this.unit && !this.aside) {
          const ordinal = this.pairs.length + 1;
          this.begin(false, attributes.id ?? (ordinal > 1 ? String(ordinal) : ''));
          this.pair!.state = attributes.state ?? '';
        }
        break;
      case 'alt-trans':
      case 'match':
        this.aside++;
        if (this.unit) this.begin(true, '');
        break;
      case 'matches':
      case 'glossary':
      case 'ignorable':
        this.aside++;
        break;
      case 'note':
        if (this.unit) this.note = { text: '', attributes: Object.fromEntries(Object.entries(attributes)) };
        break;
      case 'data':
        if (this.unit) this.data = { id: attributes.id ?? '', text: '' };
        break;
      case 'source':
      case 'target':
      case 'seg-source':
        if (!this.pair || (name === 'seg-source' && this.aside)) break;
        this.side = name;
        this.part = this.whole = { text: '', codes: [] };
        this.open.length = 0;
        if (name === 'seg-source') this.pair.source.clear();
        if (name === 'target' && attributes.state && !this.aside) this.pair.state = attributes.state;
        if (name !== 'seg-source' && attributes['xml:lang']) this.pair.language[name] = attributes['xml:lang'];
    }
  }

  private begin(alternative: boolean, id: string): void {
    this.pair = {
      source: new Map(),
      target: new Map(),
      state: '',
      language: { source: this.source, target: this.target },
    };
    this.pairs.push({ pair: this.pair, alternative, id });
  }

  private inline(name: string, attributes: Readonly<Record<string, string>>): void {
    const part = this.part!;
    if (NATIVE.has(name)) {
      this.code = { name, attributes: { ...attributes }, inner: '', depth: this.depth };
      return;
    }
    if (name === 'mrk' && attributes.mtype === 'seg' && part === this.whole) {
      this.part = { text: '', codes: [] };
      this.open.push({ name, at: -1, code: null });
      this.sideMap().set(attributes.mid ?? String(this.sideMap().size + 1), this.part);
      return;
    }
    const code: InlineCode = {
      kind: 'open',
      pair: `${PAIRED.has(name) ? '' : 'm'}${attributes.id ?? attributes.mid ?? String(part.codes.length)}`,
      shown: shownCode(
        attributes.ctype ?? attributes.type ?? attributes.subType,
        this.dataOf(attributes.dataRefStart),
        name,
      ),
      format: 'xliff',
      name,
      attributes: { ...attributes },
      inner: '',
    };
    this.open.push({ name, at: part.codes.length, code });
    part.codes.push(code);
    part.text += CODE;
  }

  private dataOf(id: string | undefined): string {
    return (id && this.unit?.data.get(id)) ?? '';
  }

  private sideMap(): Map<string, Part> {
    return this.side === 'target' ? this.pair!.target : this.pair!.source;
  }

  // eslint-disable-next-line max-lines-per-function -- one case for each element, as the standard lists them
  private closed(name: string): ReadUnit[] {
    const { code } = this;
    if (code) {
      if (this.depth + 1 !== code.depth) code.inner += `</${name}>`;
      else {
        this.code = null;
        this.part!.codes.push(this.native(code));
        this.part!.text += CODE;
      }
      return [];
    }
    if (this.part && name !== this.side) {
      const opened = this.open.pop();
      if (opened?.code) {
        this.part.codes.push({ ...opened.code, kind: 'close', attributes: {} });
        this.part.text += CODE;
      } else this.part = this.whole;
      return [];
    }
    switch (name) {
      case 'source':
      case 'target':
      case 'seg-source':
        if (this.whole && this.side === name) {
          const map = this.sideMap();
          // Text outside the segments is white space between them.
          if (map.size === 0) map.set('', this.whole);
          this.part = this.whole = null;
          this.side = null;
        }
        break;
      case 'note':
        if (this.note?.text.trim() && this.unit) {
          const { text, attributes } = this.note;
          const from = attributes.from;
          this.unit.notes.push({ text: from ? `${from}: ${text.trim()}` : text.trim() });
        }
        this.note = null;
        break;
      case 'data':
        if (this.data) this.unit?.data.set(this.data.id, this.data.text);
        this.data = null;
        break;
      case 'alt-trans':
      case 'match':
        this.aside--;
        this.pair = this.pairs.find(({ alternative }) => !alternative)?.pair ?? null;
        break;
      case 'matches':
      case 'glossary':
      case 'ignorable':
        this.aside--;
        break;
      case 'segment':
        this.pair = null;
        break;
      case 'trans-unit':
      case 'unit':
        return this.finish();
    }
    return [];
  }

  private native({
    name,
    attributes,
    inner,
  }: {
    name: string;
    attributes: Record<string, string>;
    inner: string;
  }): InlineCode {
    const kind =
      OPENING.has(name) || (name === 'it' && attributes.pos === 'open')
        ? 'open'
        : CLOSING.has(name) || (name === 'it' && attributes.pos === 'close')
          ? 'close'
          : 'alone';
    const pair = attributes.rid ?? attributes.startRef ?? attributes.id ?? '';
    const markup =
      this.dataOf(attributes.dataRef) ||
      attributes.disp ||
      attributes['equiv-text'] ||
      attributes.equiv ||
      inner.replace(/&lt;/g, '<').replace(/&gt;/g, '>');
    const shown = shownCode(attributes.ctype ?? attributes.subType, markup, name);
    return { kind: name === 'it' ? 'alone' : kind, pair, shown, format: 'xliff', name, attributes, inner };
  }

  private finish(): ReadUnit[] {
    const unit = this.unit!;
    this.unit = this.pair = null;
    const read: ReadUnit[] = [];
    for (const { pair, alternative, id } of this.pairs) {
      if (alternative && !this.options.alternatives) continue;
      const own = pair.source.size > 1 ? [...pair.source.keys()] : [...pair.source.keys()].slice(0, 1);
      for (const key of own) {
        const source = pair.source.get(key);
        const target = pair.target.get(key) ?? (own.length === 1 ? [...pair.target.values()][0] : undefined);
        const made = this.made(
          unit,
          pair,
          source,
          target,
          [unit.id, id === unit.id ? '' : id, key].filter(Boolean).join('.'),
          alternative,
        );
        if (made) read.push({ number: this.number, line: unit.line, unit: made });
      }
    }
    return read;
  }

  private made(
    { line, notes, props }: NonNullable<XliffUnits['unit']>,
    { state, language }: Pair,
    source: Part | undefined,
    target: Part | undefined,
    id: string,
    alternative: boolean,
  ): Unit | null {
    this.number++;
    const variants: Variant[] = [];
    const add = (part: Part | undefined, spelling: string): void => {
      if (part && part.text.trim() !== '')
        variants.push({
          language: this.tagOf(spelling),
          text: composed(part.text),
          codes: part.codes.length ? part.codes : NO_CODES,
        });
    };
    add(source, language.source);
    if (!UNTRANSLATED.has(state) || (target && source && target.text !== source.text)) add(target, language.target);
    const leave = (reason: LeftUnit['reason'], what: LeftUnit['what']): null => {
      this.left.push({ number: this.number, line, reason, what });
      return null;
    };
    if (variants.length === 0) return leave('no text', { code: 'no-text', values: {} });
    if (variants.length < 2 && !this.options.keepIncomplete)
      return leave('not translated', { code: 'no-translation', values: {} });
    const said: Prop[] = [
      ...props,
      ...(state ? [{ type: 'state', text: state }] : []),
      ...(this.file ? [{ type: 'file', text: this.file }] : []),
      ...(alternative ? [{ type: 'alternative', text: 'yes' }] : []),
    ];
    return {
      ...(id && { attributes: { tuid: id } }),
      ...(said.length && { props: said }),
      ...(notes.length && { notes }),
      variants,
    };
  }

  private tagOf(spelling: string): LanguageTag {
    const tag =
      this.options.languages?.[spelling] ??
      (spelling ? (canonicalTag(spelling) ?? privateTag(spelling)) : UNDETERMINED);
    const known = this.spellings.get(spelling);
    if (known) known.count++;
    else this.spellings.set(spelling, { tag, count: 1 });
    return tag;
  }
}
