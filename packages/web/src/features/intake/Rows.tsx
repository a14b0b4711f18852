import type { Reading } from '@fair-copy/core/intake/reading.js';
import Box from '@mui/material/Box';
import { useQueries, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Virtuoso, type VirtuosoHandle } from 'react-virtuoso';
import { call } from '../../api/http.js';
import { intakeRows, ROW_PAGE } from '../../api/queries.js';
import type { IntakeFileBody, IntakeRowBody, OutcomeKindBody } from '../../api/types.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useToast } from '../../ui/toast-store.js';
import { TABLE_COMPONENTS } from '../../ui/VirtualTable.js';
import { useKeys } from '../../ui/useKeys.js';
import type { RowGrid } from './columns.js';
import { RowLine } from './RowLine.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';

interface Props {
  readonly file: IntakeFileBody;
  readonly reading: Reading;
  /** Only the rows of one part of the tally; null: all. */
  readonly kind: OutcomeKindBody | null;
  readonly grid: RowGrid;
  readonly changes: ReadingChanges;
  readonly onSideways: (left: number) => void;
}

/** The rows of the file, as many as there are; only what is seen is fetched. */
export function Rows({ file, reading, kind, grid, changes, onSideways }: Props) {
  const list = useRef<VirtuosoHandle>(null);
  const [range, setRange] = useState({ startIndex: 0, endIndex: 40 });
  const [selected, setSelected] = useState(0);
  /** The number of the row whose cell is open: its place changes as soon as the rows before it are answered. */
  const [editing, setEditing] = useState<number | null>(null);
  const [done, setDone] = useState<readonly number[]>([]);
  const { rowAt, total, isThere } = useRowWindow(file, kind, range);
  const fail = useToast((state) => state.fail);
  const queries = useQueryClient();

  const go = (index: number): void => {
    const next = Math.max(0, Math.min(total - 1, index));
    setSelected(next);
    list.current?.scrollIntoView({ index: next, behavior: 'auto' });
  };
  const goToQuestion = (direction: 'next' | 'previous'): void => {
    const here = rowAt(selected)?.position ?? selected + 1;
    const query = { kind: 'held back', position: here, direction } as const;
    call('GET /intake/files/:id/nearest', { params: { id: file.id }, query }).then((found) => {
      if (found) go((kind === 'held back' ? found.rank : found.position) - 1);
    }, fail);
  };
  const verdict = (what: 'take' | 'leave'): void => {
    const row = rowAt(selected);
    if (!row) return;
    changes.decideRow(row.number, { ...row.decision, verdict: what });
    setDone((rows) => [...rows, row.number]);
    goToQuestion('next');
  };
  const undo = (): void => {
    const last = done.at(-1);
    if (last === undefined) return;
    setDone((rows) => rows.slice(0, -1));
    changes.decideRow(last, null);
    void queries.invalidateQueries({ queryKey: ['intake', file.id] });
  };
  useKeys({
    j: () => go(selected + 1),
    ArrowDown: () => go(selected + 1),
    k: () => go(selected - 1),
    ArrowUp: () => go(selected - 1),
    ']': () => goToQuestion('next'),
    '[': () => goToQuestion('previous'),
    Enter: () => setEditing(rowAt(selected)?.number ?? null),
    Escape: () => setEditing(null),
    a: () => verdict('take'),
    x: () => verdict('leave'),
    u: undo,
  });
  if (total === 0 && kind !== null)
    return <Box sx={{ flex: 1 }}>{isThere && <EmptyState title={intakeTexts.rows.empty} />}</Box>;
  return (
    <Box sx={{ flex: 1, minHeight: 0 }}>
      <Virtuoso
        ref={list}
        components={TABLE_COMPONENTS}
        context={{ label: file.name, rows: total }}
        style={{ height: '100%', scrollbarGutter: 'stable' }}
        totalCount={total}
        defaultItemHeight={33}
        computeItemKey={(index) => rowAt(index)?.position ?? `not there ${index}`}
        increaseViewportBy={400}
        rangeChanged={setRange}
        onScroll={(event) => onSideways(event.currentTarget.scrollLeft)}
        itemContent={(index) => (
          <RowLine
            row={rowAt(index)}
            reading={reading}
            grid={grid}
            selected={index === selected}
            editing={editing !== null && rowAt(index)?.number === editing}
            target={file.targetId}
            onSelect={() => setSelected(index)}
            onEdit={(on) => setEditing(on ? (rowAt(index)?.number ?? null) : null)}
            onDecide={(row, decision) => {
              changes.decideRow(row, decision);
              if (decision) setDone((rows) => [...rows, row]);
            }}
          />
        )}
      />
    </Box>
  );
}

interface RowWindow {
  /** Undefined while it comes. */
  rowAt(index: number): IntakeRowBody | undefined;
  readonly total: number;
  /** Whether the total is known. */
  readonly isThere: boolean;
}

/**
 * Fetches the pages that a range touches. Of a part of the tally the pages themselves say how many rows it has: asked for
 * apart, the number and the rows would be of different moments, and the row in which one types would be gone in between.
 */
function useRowWindow(
  { id, rowCount }: IntakeFileBody,
  kind: OutcomeKindBody | null,
  { startIndex, endIndex }: { readonly startIndex: number; readonly endIndex: number },
): RowWindow {
  const first = Math.floor(startIndex / ROW_PAGE);
  const last = Math.max(first, Math.floor(endIndex / ROW_PAGE));
  const pages = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const results = useQueries({ queries: pages.map((page) => intakeRows(id, kind, page)) });
  const newest = results.reduce((a, b) => (b.dataUpdatedAt > a.dataUpdatedAt ? b : a));
  const total = useLastKnown(kind === null ? rowCount : (newest.data?.total ?? null));
  return {
    rowAt: (index) => results[Math.floor(index / ROW_PAGE) - first]?.data?.rows[index % ROW_PAGE],
    total: total ?? 0,
    isThere: total !== null,
  };
}

/** While the rows are worked out anew, the list stays as long as it was. */
function useLastKnown(total: number | null): number | null {
  const [known, setKnown] = useState(total);
  if (total !== null && total !== known) setKnown(total);
  return total ?? known;
}
