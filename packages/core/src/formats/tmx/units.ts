/**
 * Units from TMX 1.1 to 1.4b (LISA OSCAR, 2005), streaming. The text is cut into units before it is parsed, so that a
 * damaged unit costs only itself: it goes to the tally with its line and reason, and reading goes on behind it.
 */
import { DataError, diagnostic, type Diagnostic } from '../../diagnostic.js';
import { canonicalTag, privateTag, type LanguageTag } from '../../language/tags.js';
import type { Unit } from '../../memory/unit.js';
import { hasForbidden, mended } from '../../xml/mended.js';
import type { LeftReason, LeftUnit, ReadUnit } from '../read-units.js';
import { readHeader, type TmxHeader } from './header.js';
import { PlainUnits } from './plain-unit.js';
import { UnitParser } from './unit-parser.js';

export interface UnitReaderOptions {
  /** Other languages for spellings in the file: "EN" → "en-GB". */
  readonly languages?: Readonly<Record<string, LanguageTag>>;
  /** Units of one language are taken too. */
  readonly keepIncomplete?: boolean;
}

/** Longer than this (in UTF-16 units) is no translation unit. */
const UNIT_LIMIT = 8 << 20;
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
    if (this.state === 'long') this.leave('cut off', { code: 'ends-inside', values: {} });
    else if (first(rest) >= 0) {
      this.skip(first(rest));
      this.leave('cut off', { code: 'ends-inside', values: {} });
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
      if (head.length > UNIT_LIMIT) throw new DataError('xml-no-unit', { limit: UNIT_LIMIT }, { line: 1 });
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
        this.leave('too long', { code: 'too-long', values: { limit: UNIT_LIMIT } });
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
      this.leave('damaged', { code: 'damaged', values: { what } }, false);
    }
    return null;
  }

  /** The unit without its empty variants; null, with a reason in the tally, if too little is left. */
  private complete(unit: Unit): Unit | null {
    const filled = unit.variants.filter((variant) => variant.text.trim() !== '');
    if (filled.length === 0) this.leave('no text', { code: 'no-text', values: {} }, false);
    else if (!this.options.keepIncomplete && new Set(filled.map((v) => v.language)).size < 2)
      this.leave('one language', { code: 'one-language', values: { language: filled[0]!.language } }, false);
    else return filled.length === unit.variants.length ? unit : { ...unit, variants: filled };
    return null;
  }

  private leave(
    reason: LeftReason,
    what: LeftUnit['what'],
    count = reason === 'cut off' && this.state !== 'long',
  ): void {
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
