/** A running text as Intake sees it: paragraphs and tables in their order, as plain text. */

export type Block =
  /** `apart`: an empty paragraph stands before it. */
  | { readonly kind: 'paragraph'; readonly text: string; readonly heading: boolean; readonly apart?: boolean }
  | { readonly kind: 'table'; readonly rows: readonly (readonly string[])[] };

/** Limits against files that are built to break readers. */
export const SPAN_LIMIT = 200;
const COLUMNS_BUILT = 2000;

/** Puts cells into a table, with those that reach over several columns and rows in their place. */
export class TableBuilder {
  private readonly rows: string[][] = [];
  /** Column → how many rows below it is still taken, and by which text. */
  private readonly down = new Map<number, { left: number; text: string }>();
  private current: string[] | null = null;
  private column = 0;

  /** @param repeats whether a cell that reaches down stands in each of its rows, as a glossary needs it, or in the first */
  constructor(private readonly repeats = true) {}

  startRow(): void {
    this.current = [];
    this.column = 0;
    this.skipTaken();
  }

  /** @param across @param downwards how many columns and rows the cell takes */
  cell(text: string, across = 1, downwards = 1): void {
    if (!this.current) this.startRow();
    // What goes on beyond any glossary is refused when the row is read; here it only must not grow without end.
    if (this.column > COLUMNS_BUILT) return;
    const wide = Math.max(1, Math.min(across, SPAN_LIMIT));
    for (let i = 0; i < wide; i++) {
      this.current![this.column] = i === 0 ? text : '';
      if (downwards > 1)
        this.down.set(this.column, {
          left: Math.min(downwards, 10_000) - 1,
          text: i === 0 && this.repeats ? text : '',
        });
      this.column++;
      this.skipTaken();
    }
  }

  endRow(): void {
    if (!this.current) return;
    this.rows.push(Array.from(this.current, (text) => text ?? ''));
    this.current = null;
  }

  table(): Block {
    return { kind: 'table', rows: this.rows };
  }

  /** What an upper cell reaches down to gets its text, as a merged cell in a sheet. */
  private skipTaken(): void {
    for (let taken = this.down.get(this.column); taken; taken = this.down.get(this.column)) {
      this.current![this.column] = taken.text;
      if (--taken.left <= 0) this.down.delete(this.column);
      this.column++;
    }
  }
}

/** White space as a reader sees it: tabs, line breaks and spaces that do not break stay, other spaces collapse. */
export function shownText(text: string): string {
  return text
    .replace(/[ \r\f\v\u2028\u2029]+/g, ' ')
    .replace(/ *([\t\n]) */g, '$1')
    .trim();
}
