/**
 * Spreadsheets in the OpenDocument format (ISO/IEC 26300, part 3): the tables of `content.xml`, cells as displayed.
 */
import { DataError } from '../diagnostic.js';
import type { XmlEvent } from '../xml/reader.js';
import { COLUMN_LIMIT, type SheetRow } from './model.js';

/** The row of a table that an event completes, with the name of its table. */
export interface OdsRow {
  readonly sheet: string;
  readonly row: SheetRow;
}

/** Reads events in order. Empty rows are left out; the rows after them keep their numbers. */
export class OdsReader {
  readonly sheets: string[] = [];
  private sheet: string | null = null;
  private number = 0;
  private repeatRow = 1;
  private hidden = false;
  private cells: string[] = [];
  private repeatCell = 1;
  private text: string | null = null;
  private paragraphs = 0;
  private covered = false;
  private depth = 0;
  private skipped = 0;

  *take(event: XmlEvent): Generator<OdsRow> {
    if (event.type === 'text') {
      if (this.text !== null && this.paragraphs > 0 && this.skipped === 0) this.text += event.text;
    } else if (event.type === 'open') this.open(event.name, event.attributes);
    else yield* this.close(event.name);
  }

  private open(name: string, attributes: Readonly<Record<string, string>>): void {
    switch (name) {
      case 'table':
        if (++this.depth > 1) return;
        this.sheet = attributes.name ?? `Sheet ${this.sheets.length + 1}`;
        this.sheets.push(this.sheet);
        this.number = 0;
        break;
      case 'table-row':
        if (this.depth !== 1) return;
        this.repeatRow = Math.max(1, Number(attributes['number-rows-repeated']) || 1);
        this.hidden = attributes.visibility === 'collapse' || attributes.visibility === 'filter';
        this.cells = [];
        break;
      case 'table-cell':
      case 'covered-table-cell':
        if (this.depth !== 1) return;
        this.covered = name === 'covered-table-cell';
        this.repeatCell = Math.max(1, Number(attributes['number-columns-repeated']) || 1);
        this.text = '';
        this.paragraphs = 0;
        break;
      case 'annotation':
        this.skipped++;
        break;
      case 'p':
        if (this.text !== null && this.skipped === 0 && this.paragraphs++ > 0) this.text += '\n';
        break;
      case 's':
        if (this.text !== null) this.text += ' '.repeat(Math.min(100, Number(attributes.c) || 1));
        break;
      case 'tab':
        if (this.text !== null) this.text += '\t';
        break;
      case 'line-break':
        if (this.text !== null) this.text += '\n';
        break;
    }
  }

  private *close(name: string): Generator<OdsRow> {
    switch (name) {
      case 'table':
        this.depth--;
        break;
      case 'annotation':
        this.skipped--;
        break;
      case 'table-cell':
      case 'covered-table-cell':
        if (this.depth === 1) this.endCell();
        break;
      case 'table-row':
        if (this.depth === 1 && this.sheet !== null) yield* this.endRow(this.sheet);
    }
  }

  private endCell(): void {
    const text = this.covered ? '' : (this.text ?? '');
    this.text = null;
    const repeat = text === '' ? Math.min(this.repeatCell, COLUMN_LIMIT) : this.repeatCell;
    if (text !== '' && this.cells.length + repeat > COLUMN_LIMIT)
      throw new DataError('too-many-columns', {
        row: this.number + 1,
        count: this.cells.length + repeat,
        limit: COLUMN_LIMIT,
      });
    for (let i = 0; i < repeat && this.cells.length < COLUMN_LIMIT; i++) this.cells.push(text);
  }

  private *endRow(sheet: string): Generator<OdsRow> {
    while (this.cells.length && this.cells.at(-1) === '') this.cells.pop();
    const first = this.number + 1;
    this.number += this.repeatRow;
    if (this.cells.length === 0) return;
    for (let i = 0; i < Math.min(this.repeatRow, 10_000); i++)
      yield { sheet, row: { number: first + i, cells: [...this.cells], ...(this.hidden && { hidden: true }) } };
  }
}
