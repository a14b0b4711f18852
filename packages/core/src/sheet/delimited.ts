/**
 * Delimited text to rows, in pieces. Quoting as in RFC 4180, forgiving: a quotation mark inside an unquoted field is an
 * ordinary character; spaces around a quoted field are allowed; a field that goes on behind its closing mark was not quoted
 * at all, and keeps its marks ('"Titanic" wreck').
 */
import { DataError } from '../diagnostic.js';
import { COLUMN_LIMIT, ROW_LIMIT, type SheetRow } from './model.js';

export interface DelimitedForm {
  /** One or more characters; null: the line is one cell. */
  readonly delimiter: string | null;
  readonly quote: '"' | "'" | null;
  /** Within quotes, `\\"` is a mark and `\\\\` a backslash, besides marks written twice. */
  readonly escape?: boolean;
  /** Several separators in a row are one: columns aligned by tabs. */
  readonly runs?: boolean;
}

/** States, each with a sample of what it is in: */
const START = 0; // …;|abc
const PLAIN = 1; // …;ab|c
const QUOTED = 2; // …;"ab|c
const CLOSING = 3; // …;"abc"|;
const ESCAPED = 4; // …;"ab\\|"c

/** One for all blank lines: a file may have millions. */
const BLANK: readonly string[] = Object.freeze(['']);
/** So many blank rows one after another are told; of more only that rows are missing, by the next one's number. */
const BLANKS = 100;

export class DelimitedReader {
  private state = START;
  private field = '';
  /** Spaces before a field that may be quoted, and behind its closing mark. */
  private lead = '';
  private trail = '';
  private cells: string[] = [];
  private rows: SheetRow[] = [];
  private number = 1;
  private rowLength = 0;
  private afterReturn = false;
  private rest = '';
  private quoteRow = 0;
  private anything = false;
  /** The line of the text, from 1, and the one on which the row began. */
  private line = 1;
  private begun = 1;
  /** Blank rows in a row, up to here. */
  private blanks = 0;

  /**
   * @param watch told of each cell, and whether it stood in quotes
   * @param columns more of them in a row are refused; without limit where a form is only tried
   */
  constructor(
    private readonly form: DelimitedForm,
    private readonly watch?: ((column: number, cell: string, quoted: boolean) => void) | null,
    private readonly columns = COLUMN_LIMIT,
  ) {}

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
    // Nobody counts rows behind the last one that is told.
    if (this.blanks > BLANKS) {
      this.number--;
      this.begun--;
      this.push(BLANK);
    }
    return this.drain();
  }

  /** The row in which a quotation mark was opened and not closed by now, or null. */
  get openQuoteRow(): number | null {
    return this.state === QUOTED || this.state === ESCAPED ? this.quoteRow : null;
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
      if (this.state === ESCAPED) {
        this.append(char === quote || char === '\\' ? char : `\\${char}`);
        this.state = QUOTED;
        i++;
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
        if (!this.form.runs || this.state !== START || this.cells.length === 0) this.endField();
        i += delimiter!.length;
      } else if (this.state === START && char === quote) {
        this.state = QUOTED;
        this.quoteRow = this.number;
        i++;
      } else if (this.state === CLOSING && char === quote && this.trail === '') {
        this.append(quote);
        this.state = QUOTED;
        i++;
      } else if (char === ' ' && quote !== null && (this.state === START || this.state === CLOSING)) {
        if (this.state === START) this.lead += char;
        else this.trail += char;
        this.grow(1);
        i++;
      } else {
        if (this.state === CLOSING) this.unquote(quote!);
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
    const { quote, escape } = this.form;
    let i = from;
    while (i < until && input[i] !== quote && !(escape && input[i] === '\\')) i++;
    const text = input.slice(from, i);
    this.append(text);
    if (text.includes('\n') || text.includes('\r')) this.line += text.split(/\r\n|\n|\r(?!$)/).length - 1;
    if (i < until) {
      this.state = input[i] === quote ? CLOSING : ESCAPED;
      i++;
    }
    return i;
  }

  /** It goes on: what looked like quoting is text. */
  private unquote(quote: string): void {
    this.field = `${quote}${this.field.replaceAll(quote, quote + quote)}${quote}${this.trail}`;
    this.trail = '';
  }

  private append(text: string): void {
    this.field += text;
    this.grow(text.length);
  }

  /** UTF-16 units more. */
  private grow(length: number): void {
    this.rowLength += length;
    if (this.rowLength > ROW_LIMIT) throw new DataError('row-too-long', { row: this.number, limit: ROW_LIMIT });
  }

  private endField(): void {
    // Spaces around quotes are none of the field's.
    const cell = this.state === CLOSING ? this.field : this.lead + this.field;
    this.watch?.(this.cells.length, cell, this.state === CLOSING);
    this.cells.push(cell);
    this.field = this.lead = this.trail = '';
    this.state = START;
    if (this.cells.length > ROW_LIMIT) throw new DataError('row-too-long', { row: this.number, limit: ROW_LIMIT });
  }

  private endRow(): void {
    this.endField();
    if (this.cells.length > this.columns)
      throw new DataError('too-many-columns', { row: this.number, count: this.cells.length, limit: this.columns });
    const isBlank = this.cells.length === 1 && this.cells[0] === '';
    this.blanks = isBlank ? this.blanks + 1 : 0;
    if (this.blanks <= BLANKS) this.push(isBlank ? BLANK : this.cells);
    this.number++;
    this.begun = ++this.line;
    if (isBlank) this.cells.length = 0;
    else this.cells = [];
    this.rowLength = 0;
    this.anything = false;
  }

  private push(cells: readonly string[]): void {
    const { number, begun } = this;
    this.rows.push(begun === number ? { number, cells } : { number, cells, line: begun });
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
