/** What a command found, as a table in a file: CSV, tab-delimited text or XLSX by the ending. */
import { delimitedLine } from '@fair-copy/core/sheet/delimited-write.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import { rename, rm } from 'node:fs/promises';
import { extname } from 'node:path';
import { UsageError } from './usage.js';

export interface TableOptions {
  readonly output?: string;
  readonly json?: boolean;
}

const ENDINGS = ['.csv', '.tsv', '.txt', '.xlsx'];

/**
 * Refuses, before anything is read, what is no table; and two places for the same.
 * @param besides endings of what else the command writes
 */
export function requireTable({ output, json }: TableOptions, besides: readonly string[] = []): void {
  if (output === undefined) return;
  if (json) throw new UsageError('--json writes to standard output: leave out -o, or --json.');
  const endings = [...ENDINGS, ...besides];
  if (!endings.includes(extname(output).toLowerCase()))
    throw new UsageError(`-o: “${extname(output)}” is no ending of a table. Use ${endings.join(', ')}.`);
}

/** All of it, or nothing. */
export async function writeTable(
  output: string,
  header: readonly string[],
  rows: readonly (readonly string[])[],
): Promise<void> {
  const part = `${output}.part`;
  try {
    const ending = extname(output).toLowerCase();
    if (ending === '.xlsx')
      await writeWorkbook(part, [{ name: 'Fair Copy', header: [...header], rows: rows.map((row) => [...row]) }]);
    else {
      const style = { delimiter: ending === '.csv' ? ',' : '\t', lineEnd: '\r\n', guardFormulas: true } as const;
      await writeText(
        part,
        [header, ...rows].map((row) => delimitedLine(row, style)),
        'UTF-8',
        false,
      );
    }
    await rename(part, output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}
