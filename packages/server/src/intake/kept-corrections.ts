/** What a person corrected in rows, when the same file is cut anew: it stays where the cells are still the same. */
import type { RowDecision } from '@fair-copy/core/intake/outcome.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';

/** A decision with the row that it was made on. */
export interface Decided {
  readonly row: number;
  readonly cells: readonly string[];
  readonly decision: RowDecision;
}

export interface Reconciled {
  readonly kept: readonly { readonly row: number; readonly decision: RowDecision }[];
  /** Rows of which something does not fit any more, with what was decided about them. */
  readonly dropped: readonly { readonly row: number; readonly decision: RowDecision }[];
}

/**
 * Text of a cell is corrected where the new row of the same number has the same text in the same column; a verdict stays
 * where the whole row is the same.
 * @param now the row of that number as it is cut now; null: there is none
 */
export function reconciled(before: readonly Decided[], now: (row: number) => SheetRow | null): Reconciled {
  const kept: { row: number; decision: RowDecision }[] = [];
  const dropped: { row: number; decision: RowDecision }[] = [];
  for (const { row, cells, decision } of before) {
    const there = now(row)?.cells ?? [];
    const width = Math.max(cells.length, there.length);
    const isSame = Array.from({ length: width }).every((_, i) => (cells[i] ?? '') === (there[i] ?? ''));
    const texts = Object.entries(decision.cells ?? {});
    // An empty cell is the same only in the same row: "Wehr;" cut at commas has nothing in its second cell either.
    const same = texts.filter(([column]) => {
      const before = cells[Number(column)] ?? '';
      return before === '' ? isSame : before === there[Number(column)];
    });
    const gone = texts.filter((one) => !same.includes(one));
    const verdict = isSame ? decision.verdict : undefined;
    if (same.length > 0 || verdict) kept.push({ row, decision: decisionOf(same, verdict) });
    if (gone.length > 0 || verdict !== decision.verdict)
      dropped.push({ row, decision: decisionOf(gone, isSame ? undefined : decision.verdict) });
  }
  return { kept, dropped };
}

function decisionOf(cells: readonly [string, string][], verdict: RowDecision['verdict']): RowDecision {
  return {
    ...(cells.length > 0 && { cells: Object.fromEntries(cells) as Record<number, string> }),
    ...(verdict && { verdict }),
  };
}
