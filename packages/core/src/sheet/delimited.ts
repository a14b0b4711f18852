/**
 * Delimited text to rows, in pieces. Quoting as in RFC 4180, forgiving as most programs are: a quotation mark
 * inside an unquoted field is an ordinary character; what follows a closing quote belongs to the field.
 */
import { DataError } from '../diagnostic.js';
import { COLUMN_LIMIT, ROW_LIMIT, type SheetRow } from './model.js';

export interface DelimitedForm {
  /** One or more characters; null: the line is one cell. */
  readonly delimiter: string | null;
  readonly quote: '"' | "'" | null;
}

/** States, each with a sample of what it is in: */
const START = 0; // …;|abc
const PLAIN = 1; // …;ab|c
const QUOTED = 2; // …;"ab|c
const CLOSING = 3; // …;"abc"|;

/** One for all blank lines: a file may have millions. */
const BLANK: readonly string[] = Object.freeze(['']);

export class DelimitedReader {
  private state = START;
  private field = '';
  private cells: string[] = [];
  private rows: SheetRow[] = [];
  private number = 1;
  private rowLength = 0;
  private afterReturn = false;
  private rest = '';
  private quoteRow = 0;
  private anything = false;

  constructor(private readonly form: DelimitedForm) {}

  /** Rows completed by this piece of text. Cutting the text anywhere changes nothing. */
  write(text: string): SheetRow[] {
    const { delimiter } = this.form;
    const input = this.rest + text;
    // A delimiter of several characters may be cut in two by the end of the piece.
    const keep = delimiter && delimiter.length > 1 ? delimiter.length - 1 : 0;
    const until = Math.max(0, input.length - keep);
    const reached = this.read(input, until, false);
    this.rest = input.slice(reached);
    return this.drain();
  }

  /** The last rows. Throws nothing for an open quote: ask `openQuoteRow`. */
  end(): SheetRow[] {
    this.read(this.rest, this.rest.length, true);
    this.rest = '';
    if (this.anything) this.endRow();
    return this.drain();
  }

  /** The row in which a quotation mark was opened and not closed by now, or null. */
  get openQuoteRow(): number | null {
    return this.state === QUOTED ? this.quoteRow : null;
  }

  private read(input: string, until: number, last: boolean): number {
    const { delimiter, quote } = this.form;
    const first = delimiter?.[0];
    let i = 0;
    while (i < until) {
      const char = input[i]!;
      if (this.afterReturn) {
        this.afterReturn = false;
        if (char === '\n') {
          i++;
          continue;
        }
      }
      if (this.state === QUOTED) {
        i = this.readQuoted(input, i, until);
        continue;
      }
      this.anything = true;
      if (char === '\r' || char === '\n') {
        this.endRow();
        this.afterReturn = char === '\r';
        i++;
      } else if (
        first !== undefined &&
        char === first &&
        (delimiter!.length === 1 || input.startsWith(delimiter!, i))
      ) {
        this.endField();
        i += delimiter!.length;
      } else if (this.state === START && char === quote) {
        this.state = QUOTED;
        this.quoteRow = this.number;
        i++;
      } else if (this.state === CLOSING && char === quote) {
        this.field += quote;
        this.state = QUOTED;
        i++;
      } else {
        this.state = PLAIN;
        i = this.readPlain(input, i, until, first);
      }
    }
    return last ? input.length : i;
  }

  private readPlain(input: string, from: number, until: number, first: string | undefined): number {
    let i = from + 1;
    while (i < until) {
      const char = input[i]!;
      if (char === '\r' || char === '\n' || char === first) break;
      i++;
    }
    this.append(input.slice(from, i));
    return i;
  }

  private readQuoted(input: string, from: number, until: number): number {
    let i = from;
    while (i < until && input[i] !== this.form.quote) i++;
    this.append(input.slice(from, i));
    if (i < until) {
      this.state = CLOSING;
      i++;
    }
    return i;
  }

  private append(text: string): void {
    this.field += text;
    this.rowLength += text.length;
    if (this.rowLength > ROW_LIMIT) throw new DataError('row-too-long', { row: this.number, limit: ROW_LIMIT });
  }

  private endField(): void {
    this.cells.push(this.field);
    this.field = '';
    this.state = START;
    if (this.cells.length > ROW_LIMIT) throw new DataError('row-too-long', { row: this.number, limit: ROW_LIMIT });
  }

  private endRow(): void {
    this.endField();
    if (this.cells.length > COLUMN_LIMIT)
      throw new DataError('too-many-columns', { row: this.number, count: this.cells.length, limit: COLUMN_LIMIT });
    const isBlank = this.cells.length === 1 && this.cells[0] === '';
    this.rows.push({ number: this.number++, cells: isBlank ? BLANK : this.cells });
    if (isBlank) this.cells.length = 0;
    else this.cells = [];
    this.rowLength = 0;
    this.anything = false;
  }

  private drain(): SheetRow[] {
    const rows = this.rows;
    this.rows = [];
    return rows;
  }
}

/** All rows of a text at once; for samples and tests. */
export function delimitedRows(text: string, form: DelimitedForm): SheetRow[] {
  const reader = new DelimitedReader(form);
  return [...reader.write(text), ...reader.end()];
}
