/** Any table-like file as one grid: rows of cells, numbered as in the file. */

export interface SheetRow {
  /** From 1, as a spreadsheet counts; in delimited text the number of the record. */
  readonly number: number;
  readonly cells: readonly string[];
  readonly hidden?: boolean;
  /** Where several rows stand in one line of a text: the line. */
  readonly line?: number;
}

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
