/**
 * The query list: what a client should answer, as a workbook with an empty column for the right text and one for "right as it
 * is". It comes back filled in and is done: one entry in the ledger.
 */
import { createHash } from 'node:crypto';
import type { FindingRow } from '../findings/read.js';
import { catalogueOf, SPOKEN } from '@fair-copy/words/catalogues.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';
import { ApiError } from '../errors.js';

/** What a finding is called in the list: the same as long as its texts are. */
export function queryKey({ check_id, item, language, basis }: FindingRow): string {
  const said = `${check_id}\0${item}\0${language ?? ''}\0${basis}`;
  return `q${createHash('sha256').update(said).digest('hex').slice(0, 12)}`;
}

const KEY = /^q[0-9a-f]{12}$/;

/** What came back of one finding; empty: nothing. */
export interface Answer {
  readonly key: string;
  readonly text: string;
  /** Ticked, with whatever sign. */
  readonly isRight: boolean;
  /** Why it may stand. */
  readonly reason: string;
}

/**
 * The answers in a list that came back. Columns are known by their headings, in any of the languages that lists are written
 * in, wherever they stand now. Throws `ApiError` where it is no such list, `DataError` where the file cannot be read.
 */
export async function answersIn(path: string, name: string): Promise<Answer[]> {
  const file = await openClientFile(path, name);
  try {
    const { source } = await file.survey();
    const answers: Answer[] = [];
    let columns: Columns | null = null;
    for await (const { cells } of file.rows(source)) {
      const said = cells.map((cell) => cell.trim());
      columns ??= columnsOf(said);
      const key = columns ? (said[columns.key] ?? '') : '';
      if (!columns || !KEY.test(key)) continue;
      const at = (column: number): string => (column < 0 ? '' : (said[column] ?? ''));
      const reason = at(columns.remark) || columns.reason;
      answers.push({ key, text: at(columns.text), isRight: at(columns.right) !== '', reason });
    }
    if (!columns) throw new ApiError('no-query-list', { file: name });
    return answers;
  } finally {
    file.close();
  }
}

interface Columns {
  readonly key: number;
  readonly text: number;
  readonly right: number;
  readonly remark: number;
  /** What is said where the client only ticks. */
  readonly reason: string;
}

/** Null: this is not the line of headings. */
function columnsOf(cells: readonly string[]): Columns | null {
  for (const language of SPOKEN) {
    const { queries } = catalogueOf(language).report;
    const [key, text, right] = [queries.key, queries.answer, queries.right].map((heading) => cells.indexOf(heading));
    if (key! >= 0 && (text! >= 0 || right! >= 0))
      return { key: key!, text: text!, right: right!, remark: cells.indexOf(queries.remark), reason: queries.right };
  }
  return null;
}
