import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useInfiniteQuery } from '@tanstack/react-query';
import { checkWords } from '@fair-copy/words/catalogue.js';
import { lazy, Suspense, useRef, useState, type ComponentProps } from 'react';
import { Virtuoso, type VirtuosoHandle } from 'react-virtuoso';
import { call } from '../../api/http.js';
import { inspectedPath, type Inspected } from '../../api/queries.js';
import { useUndoNewest } from '../../api/useUndoNewest.js';
import type { InspectionOverview, MatterRow } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { useToast } from '../../ui/toast-store.js';
import { TABLE_COMPONENTS } from '../../ui/VirtualTable.js';
import { useKeys } from '../../ui/useKeys.js';
import { useMarks } from '../../ui/useMarks.js';
import { words } from '../../all-words.js';
import { FindingLine } from './FindingLine.js';
import { ALL, matters, type Asked } from './matters.js';
import { inspectTexts } from './messages.js';
import type { PutRightDialog as PutRight } from './PutRightDialog.js';
import { Summary } from './Summary.js';

const t = inspectTexts;

const StetDialog = lazy(async () => ({ default: (await import('./StetDialog.js')).StetDialog }));
const PutRightDialog = lazy(async () => ({ default: (await import('./PutRightDialog.js')).PutRightDialog }));

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['[ ]', m.keys.doubt],
  ['a', m.keys.accept],
  ['s', m.keys.stet],
  ['x', m.keys.mark],
  ['u', m.keys.undo],
];

interface Props {
  readonly of: Inspected;
  readonly check: InspectionOverview['checks'][number] | null;
  readonly overview: InspectionOverview;
}

/** Only the rows with findings: the concept or unit on the sheet, the note beside it. */
export function Findings({ of, check, overview }: Props) {
  const [asked, setAsked] = useState<Asked>({ ...ALL, check: check?.id ?? null });
  const { data, fetchNextPage, hasNextPage, isPending } = useInfiniteQuery(matters(of, asked));
  const rows = data?.pages.flat() ?? [];
  const list = useRef<VirtuosoHandle>(null);
  const [selected, setSelected] = useState(0);
  const { marked, mark, unmark } = useMarks();
  const [stetting, setStetting] = useState<readonly MatterRow[] | null>(null);
  const [righting, setRighting] = useState<ToPutRight | null>(null);
  const { fail } = useToast();
  const undo = useUndoNewest((entry) => (of.kind === 'memory' ? entry.memoryId : entry.termbaseId) === of.id);
  useKeyHints(HINTS);

  const at = Math.min(selected, Math.max(0, rows.length - 1));
  const current = rows[at];
  const go = (by: number) => () => {
    const next = Math.max(0, Math.min(rows.length - 1, at + by));
    setSelected(next);
    list.current?.scrollIntoView({ index: next });
  };
  const chosen = rows.filter(({ id }) => marked.has(id));
  const putRight = (row: MatterRow | undefined): void => {
    if (row?.correction)
      call(`POST ${inspectedPath(of)}/findings/put-right`, { params: { id: of.id }, body: { ids: [row.id] } }).catch(
        fail,
      );
    else if (row) go(1)();
  };
  useKeys({
    j: go(1),
    ArrowDown: go(1),
    k: go(-1),
    ArrowUp: go(-1),
    ']': go(1),
    '[': go(-1),
    a: () => putRight(current),
    s: () => current && setStetting(chosen.length ? chosen : [current]),
    x: () => current && mark(current.id),
    u: undo,
  });
  return (
    <>
      <Summary
        overview={overview}
        kind={of.kind}
        check={check?.id ?? null}
        asked={asked}
        onAsk={(part) => setAsked({ ...asked, ...part })}
      />
      {rows.length === 0 && !isPending && <EmptyState title={t.noneSuch} />}
      <Together check={check} chosen={chosen} onStet={() => setStetting(chosen)} onPutRight={setRighting} />
      <Box sx={{ flex: 1, minHeight: 0 }}>
        <Virtuoso
          ref={list}
          components={TABLE_COMPONENTS}
          context={{ label: check ? checkWords(words, check.id, of.kind).title : t.all, rows: rows.length }}
          style={{ height: '100%' }}
          data={rows}
          computeItemKey={(_, row) => row.id}
          endReached={() => hasNextPage && void fetchNextPage()}
          itemContent={(index, row) => (
            <FindingLine
              row={row}
              of={of}
              selected={index === at}
              marked={marked.has(row.id)}
              onSelect={() => setSelected(index)}
              onMark={() => mark(row.id)}
              onPutRight={() => putRight(row)}
              onStet={() => setStetting([row])}
            />
          )}
        />
      </Box>
      <Suspense>
        {stetting && <StetDialog of={of} rows={stetting} onDone={unmark} onClose={() => setStetting(null)} />}
        {righting && <PutRightDialog of={of} what={righting} onDone={unmark} onClose={() => setRighting(null)} />}
      </Suspense>
    </>
  );
}

type ToPutRight = ComponentProps<typeof PutRight>['what'];

interface TogetherProps extends Pick<Props, 'check'> {
  /** The rows that are marked. */
  readonly chosen: readonly MatterRow[];
  readonly onStet: () => void;
  readonly onPutRight: (what: ToPutRight) => void;
}

/** What is done to many findings at once. */
function Together({ check, chosen, onStet, onPutRight }: TogetherProps) {
  const correctable = chosen.filter(({ correction }) => correction);
  if (!check?.safe && chosen.length === 0) return null;
  return (
    <Box sx={{ display: 'flex', gap: 1, px: 2, py: 0.75, borderBottom: 1, borderColor: 'divider' }}>
      {check && check.safe > 0 && (
        <Button variant="outlined" onClick={() => onPutRight({ check: check.id, safe: check.safe })}>
          {t.safe(check.safe)}
        </Button>
      )}
      {correctable.length > 0 && (
        <Button variant="outlined" onClick={() => onPutRight({ rows: correctable })}>
          {t.rightMarked(correctable.length)}
        </Button>
      )}
      {chosen.length > 0 && (
        <Button variant="outlined" onClick={onStet}>
          {t.stetMarked(chosen.length)}
        </Button>
      )}
    </Box>
  );
}
