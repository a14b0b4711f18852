/** Any table-like file as one grid: rows of cells, numbered as in the file. */

import type { EncodingName } from '../encoding/names.js';

export interface SheetRow {
  /** From 1, as a spreadsheet counts; in delimited text the number of the record. */
  readonly number: number;
  readonly cells: readonly string[];
  readonly hidden?: boolean;
  /** Where several rows stand in one line of a text, or some over several lines: the line on which it begins. */
  readonly line?: number;
  /** What is odd about how it was cut out of the text: it is asked. */
  readonly doubt?: RowDoubt;
  /** Of a text in two encodings: its line was not UTF-8 and was read in this one. */
  readonly recoded?: EncodingName;
  /** It stands between the tables of a sheet that are read as one: what it is there. */
  readonly between?: 'header' | 'title';
}

/**
 * A line is missing around the row; it has more or fewer lines than others; a text crosses the end of its column; its
 * encoding is a guess.
 */
export type RowDoubt = 'out of turn' | 'uneven' | 'not aligned' | 'recoded';

/** More columns than any glossary has; a file beyond it was cut at the wrong character. */
export const COLUMN_LIMIT = 500;
/** UTF-16 units in one row. */
export const ROW_LIMIT = 4_000_000;

export function isBlank(row: SheetRow): boolean {
  return row.cells.every((cell) => cell.trim() === '');
}

/** "A", "B", … "AA" for column numbers from 0, as a spreadsheet names them. */
export function columnLetter(index: number): string {
  let name = '';
  for (let n = index + 1; n > 0; n = Math.floor((n - 1) / 26)) name = String.fromCharCode(65 + ((n - 1) % 26)) + name;
  return name;
}

/** A line drawn between rows rather than a row: "-----  ------", "+----+----+". */
export function isRule(text: string): boolean {
  return /^[-=_~+|:\s]+$/.test(text) && /[-=_~]{3}/.test(text);
}
