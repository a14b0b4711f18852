/**
 * Units from gettext message catalogues (the PO format of the GNU gettext manual): each message a unit, each plural form
 * one of its own. Messages marked fuzzy and obsolete ones are taken only if asked for.
 */
import { composed } from '../../text/composed.js';
import { canonicalTag, UNDETERMINED, type LanguageTag } from '../../language/tags.js';
import type { Note, Prop, Unit } from '../../memory/unit.js';
import { plainSegment } from '../../text/inline-codes.js';
import type { LeftUnit, ReadUnit } from '../read-units.js';

export interface PoOptions {
  /** The language of the messages in the program: catalogues do not say it. */
  readonly source?: LanguageTag;
  /** The language of the translations, where the header does not say it. */
  readonly target?: LanguageTag;
  readonly fuzzy?: boolean;
  readonly obsolete?: boolean;
}

interface Message {
  line: number;
  context: string | null;
  id: string | null;
  plural: string | null;
  readonly translations: Map<number, string>;
  readonly notes: Note[];
  readonly references: string[];
  fuzzy: boolean;
  obsolete: boolean;
}

type Field = { kind: 'msgctxt' | 'msgid' | 'msgid_plural' } | { kind: 'msgstr'; form: number };

export class PoUnits {
  readonly left: LeftUnit[] = [];
  target: LanguageTag;
  private readonly source: LanguageTag;
  private rest = '';
  private line = 0;
  private number = 0;
  private message: Message = blank();
  private field: Field | null = null;
  private damaged = '';

  constructor(private readonly options: PoOptions = {}) {
    this.source = options.source ?? ('en' as LanguageTag);
    this.target = options.target ?? UNDETERMINED;
  }

  get count(): number {
    return this.number;
  }

  write(piece: string): ReadUnit[] {
    const lines = (this.rest + piece).split(/\r\n|\n/);
    this.rest = lines.pop()!;
    return lines.flatMap((line) => this.take(line));
  }

  end(): ReadUnit[] {
    return [...(this.rest ? this.take(this.rest) : []), ...this.finish()];
  }

  private take(whole: string): ReadUnit[] {
    this.line++;
    let line = whole.trim();
    if (line === '') return this.finish();
    const read: ReadUnit[] = [];
    if (line.startsWith('#~')) {
      line = line.slice(2).trim();
      if (line.startsWith('|') || line === '') return read;
      if (/^msg(ctxt|id)\b/.test(line)) read.push(...this.startsAnew(line));
      this.message.obsolete = true;
    } else if (line.startsWith('#')) {
      if (this.message.translations.size) read.push(...this.finish());
      this.comment(line);
      return read;
    } else if (/^msg(ctxt|id)\s/.test(line)) read.push(...this.startsAnew(line));
    const keyword = /^(msgctxt|msgid_plural|msgid|msgstr)(?:\[(\d+)\])?\s*(".*)?$/s.exec(line);
    if (keyword) {
      const [, kind, form, text] = keyword;
      this.message.line ||= this.line;
      this.field = kind === 'msgstr' ? { kind, form: Number(form ?? 0) } : { kind: kind as 'msgid' };
      this.append(text ?? '""');
    } else if (line.startsWith('"')) this.append(line);
    else this.damaged ||= `“${line.slice(0, 40)}” is no part of a message`;
    return read;
  }

  private startsAnew(line: string): ReadUnit[] {
    const { message } = this;
    const filled = message.translations.size > 0 || (message.id !== null && /^msgid\s/.test(line));
    return filled ? this.finish() : [];
  }

  private comment(line: string): void {
    const { message } = this;
    const text = line.slice(2).trim();
    if (line.startsWith('#,')) {
      const flags = text.split(/\s*,\s*/);
      if (flags.includes('fuzzy')) message.fuzzy = true;
    } else if (line.startsWith('#:')) message.references.push(text);
    else if (line.startsWith('#|')) return;
    else if (text) message.notes.push({ text: line.startsWith('#.') ? text : line.slice(1).trim() });
  }

  private append(quoted: string): void {
    const found = /^"((?:[^"\\]|\\.)*)"\s*$/s.exec(quoted);
    if (!found) this.damaged ||= 'a quotation mark is missing';
    const text = unescaped(found?.[1] ?? quoted.replace(/^"|"$/g, ''));
    const { message, field } = this;
    if (!field) this.damaged ||= 'text before the first keyword';
    else if (field.kind === 'msgstr')
      message.translations.set(field.form, (message.translations.get(field.form) ?? '') + text);
    else if (field.kind === 'msgid') message.id = (message.id ?? '') + text;
    else if (field.kind === 'msgid_plural') message.plural = (message.plural ?? '') + text;
    else message.context = (message.context ?? '') + text;
  }

  private finish(): ReadUnit[] {
    const { message, damaged } = this;
    this.message = blank();
    this.field = null;
    this.damaged = '';
    if (message.id === null) return [];
    if (message.id === '' && message.context === null) {
      this.header(message.translations.get(0) ?? '');
      return [];
    }
    const forms: [string, string][] = [[message.id, message.translations.get(0) ?? '']];
    if (message.plural !== null)
      for (const [form, text] of message.translations) if (form > 0) forms.push([message.plural, text]);
    return forms.flatMap(([source, target]) => this.made(message, source, target, damaged));
  }

  private made(message: Message, source: string, target: string, damaged: string): ReadUnit[] {
    const number = ++this.number;
    const leave = (reason: LeftUnit['reason'], what: LeftUnit['what']): ReadUnit[] => {
      this.left.push({ number, line: message.line, reason, what });
      return [];
    };
    if (damaged) return leave('damaged', { code: 'damaged', values: { what: damaged } });
    if (message.obsolete && !this.options.obsolete) return leave('obsolete', { code: 'obsolete', values: {} });
    if (source.trim() === '' || target.trim() === '')
      return leave('not translated', { code: 'no-translation', values: {} });
    if (message.fuzzy && !this.options.fuzzy) return leave('not translated', { code: 'fuzzy', values: {} });
    const props: Prop[] = [
      ...(message.context === null ? [] : [{ type: 'context', text: message.context }]),
      ...(message.references.length ? [{ type: 'reference', text: message.references.join(' ') }] : []),
      ...(message.fuzzy ? [{ type: 'state', text: 'fuzzy' }] : []),
    ];
    const unit: Unit = {
      ...(props.length && { props }),
      ...(message.notes.length && { notes: message.notes }),
      variants: [
        { language: this.source, ...plainSegment(composed(source)) },
        { language: this.target, ...plainSegment(composed(target)) },
      ],
    };
    return [{ number, line: message.line, unit }];
  }

  private header(text: string): void {
    const said = /^Language:\s*([\w@.-]+)/im.exec(text)?.[1]?.replace(/@.*/, '');
    const tag = said && canonicalTag(said);
    if (tag && !this.options.target) this.target = tag;
  }
}

function blank(): Message {
  return {
    line: 0,
    context: null,
    id: null,
    plural: null,
    translations: new Map(),
    notes: [],
    references: [],
    fuzzy: false,
    obsolete: false,
  };
}

const ESCAPES: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r', a: '\u0007', b: '\b', f: '\f', v: '\v' };

function unescaped(text: string): string {
  return text.replace(/\\(?:([0-7]{1,3})|x([0-9a-fA-F]{2})|(.))/gs, (_, octal: string, hex: string, char: string) =>
    char !== undefined ? (ESCAPES[char] ?? char) : String.fromCharCode(parseInt(octal ?? hex, octal ? 8 : 16)),
  );
}
