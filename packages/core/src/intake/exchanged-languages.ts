/** Rows of a sheet of two languages in which these are exchanged. */
import type { LanguageTag } from '../language/tags.js';
import type { SheetRow } from '../sheet/model.js';
import { withCells } from './corrected-row.js';
import type { Reading } from './reading.js';
import { SwapFinder } from './swapped.js';
import { FewSwaps } from './swapped-few.js';

/** Says whether the two languages of a row are exchanged. */
export type Swaps = Pick<SwapFinder, 'isSwapped'>;

interface TermColumn {
  readonly index: number;
  readonly language: LanguageTag;
}

export type TermPair = readonly [TermColumn, TermColumn];

export function isSwapped({ cells }: SheetRow, pair: TermPair | null, swaps: Swaps | null): boolean {
  return pair !== null && swaps !== null && swaps.isSwapped(cells[pair[0].index] ?? '', cells[pair[1].index] ?? '');
}

/** The two columns of a sheet of two languages, or null. */
export function termPair(reading: Pick<Reading, 'columns'>): TermPair | null {
  const terms = reading.columns.flatMap(({ index, role }) =>
    role.value.kind === 'term' && !role.value.type ? [{ index, language: role.value.language }] : [],
  );
  return terms.length === 2 && terms[0]!.language !== terms[1]!.language ? [terms[0]!, terms[1]!] : null;
}

/** Learns the two languages of a sheet from its first rows; null for other sheets. */
export function swapFinder(reading: Reading, rows: readonly SheetRow[]): Swaps | null {
  const pair = termPair(reading);
  if (!pair) return null;
  const data = rows.filter((row) => row.number >= reading.firstRow);
  const cells = data.map((row) => [row.cells[pair[0].index] ?? '', row.cells[pair[1].index] ?? ''] as const);
  const finder = new SwapFinder(cells);
  return finder.knowsEnough ? finder : new FewSwaps(cells, [pair[0].language, pair[1].language]);
}

/** The row with its two languages exchanged. */
export function turned(row: SheetRow, reading: Reading): SheetRow {
  const pair = termPair(reading);
  if (!pair) return row;
  const [a, b] = pair;
  return withCells(row, { [a.index]: row.cells[b.index] ?? '', [b.index]: row.cells[a.index] ?? '' });
}
