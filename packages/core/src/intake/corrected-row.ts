/** Rows with other cells than their file has: corrected, answered. */
import type { SheetRow } from '../sheet/model.js';
import { foldForSearch } from '../text/fold.js';
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

/** What clients write who want a row left out, in the languages that they write in most; common practice. */
const LEFT_OUT =
  /^(?:(?:please|bitte|svp|por favor|per favore|prosze)\s+)?(?:leave (?:it )?out|omit|delete|remove|skip|drop|not needed|do not (?:use|include)|weglassen|auslassen|streichen|loschen|entfallt|entfernen|nicht (?:aufnehmen|ubernehmen|notig)|raus|supprimer|a supprimer|omettre|eliminar|omitir|suprimir|borrar|remover|excluir|eliminare|omettere|cancellare|usunac|pominac|verwijderen|weglaten|ta bort|utelamna|poista|jata pois|vypustit|vynechat|torolni|kihagyni|удалить|убрать|削除|删除|삭제)[.!]*$/u;
/** In a column that asks for a mark. */
const NO_MARK = /^(?:|-|–|0|no|n|nein|non|nie|nei|ei|nej|nee|false|falsch)$/u;

/** Whether the client wants the row left out: by a mark in the column for it, or in so many words instead of an answer. */
export function isLeftOut(row: SheetRow, { answer, leaves }: AnswerColumns): boolean {
  const cell = (column: number | null): string =>
    column === null ? '' : foldForSearch(row.cells[column] ?? '').trim();
  return !NO_MARK.test(cell(leaves)) || LEFT_OUT.test(cell(answer));
}

/** Columns of a query list that came back; null: it has none. */
export interface AnswerColumns {
  readonly answer: number | null;
  readonly leaves: number | null;
}

export function answerColumns(reading: Reading): AnswerColumns {
  const of = (leaving: boolean): number | null =>
    reading.columns.find(({ role: { value } }) => value.kind === 'answer' && (value.leaves ?? false) === leaving)
      ?.index ?? null;
  return { answer: of(false), leaves: of(true) };
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
