/** Rows with other cells than their file has: corrected, answered. */
import type { SheetRow } from '../sheet/model.js';
import type { Reading } from './reading.js';

/** The row with corrected cells. */
export function withCells(row: SheetRow, changes: Readonly<Record<number, string>>): SheetRow {
  const cells = [...row.cells];
  for (const [index, text] of Object.entries(changes)) {
    while (cells.length <= Number(index)) cells.push('');
    cells[Number(index)] = text;
  }
  return { ...row, cells };
}

function emptyTerms(row: SheetRow, reading: Reading): number[] {
  return reading.columns.flatMap(({ index, role }) =>
    role.value.kind === 'term' && (row.cells[index] ?? '').trim() === '' ? [index] : [],
  );
}

/** In a query list the answer goes to the first term that is missing. */
export function answered(row: SheetRow, column: number, reading: Reading): SheetRow {
  const answer = (row.cells[column] ?? '').trim();
  const at = emptyTerms(row, reading)[0];
  return answer && at !== undefined ? withCells(row, { [at]: answer }) : row;
}

export function isUnanswered(row: SheetRow, column: number, reading: Reading): boolean {
  return (row.cells[column] ?? '').trim() === '' && emptyTerms(row, reading).length > 0;
}
