import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { infiniteQueryOptions, useInfiniteQuery } from '@tanstack/react-query';
import { checkWords } from '@fair-copy/words/catalogue.js';
import { useRef, useState } from 'react';
import { Virtuoso, type VirtuosoHandle } from 'react-virtuoso';
import { call } from '../../api/http.js';
import { inspectedPath, type Inspected } from '../../api/queries.js';
import { useUndoNewest } from '../../api/useUndoNewest.js';
import type { FoundRow, InspectionOverview } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { NameDialog } from '../../ui/NameDialog.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { useToast } from '../../ui/toast-store.js';
import { TABLE_COMPONENTS } from '../../ui/VirtualTable.js';
import { useKeys } from '../../ui/useKeys.js';
import { useMarks } from '../../ui/useMarks.js';
import { words } from '../../all-words.js';
import { FindingLine } from './FindingLine.js';
import { inspectTexts } from './messages.js';

const t = inspectTexts;

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['[ ]', m.keys.doubt],
  ['a', m.keys.accept],
  ['s', m.keys.stet],
  ['x', m.keys.mark],
  ['u', m.keys.undo],
];

type Severity = FoundRow['severity'];
const SEVERITIES: readonly Severity[] = ['error', 'warning', 'info'];

const page = (of: Inspected, check: string | null, severity: Severity | null) =>
  infiniteQueryOptions({
    queryKey: ['inspection', of, 'list', check, severity],
    queryFn: ({ pageParam }) =>
      call(`GET ${inspectedPath(of)}/findings`, {
        params: { id: of.id },
        query: { check, severity, after: pageParam },
      }),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.length === 100 ? last.at(-1)!.id : undefined),
  });

interface Props {
  readonly of: Inspected;
  readonly check: InspectionOverview['checks'][number] | null;
  readonly overview: InspectionOverview;
}

/** Only the rows with findings: the concept or unit on the sheet, the note beside it. */
export function Findings({ of, check, overview }: Props) {
  const [severity, setSeverity] = useState<Severity | null>(null);
  const { data, fetchNextPage, hasNextPage, isPending } = useInfiniteQuery(page(of, check?.id ?? null, severity));
  const rows = data?.pages.flat() ?? [];
  const list = useRef<VirtuosoHandle>(null);
  const [selected, setSelected] = useState(0);
  const { marked, mark, unmark } = useMarks();
  const [stetting, setStetting] = useState<readonly number[] | null>(null);
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
  const putRight = (row: FoundRow | undefined): void => {
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
    s: () => current && setStetting(marked.size ? [...marked] : [current.id]),
    x: () => current && mark(current.id),
    u: undo,
  });
  return (
    <>
      {check === null && <Summary overview={overview} kind={of.kind} severity={severity} onSeverity={setSeverity} />}
      {rows.length === 0 && severity !== null && !isPending && <EmptyState title={t.noneSuch} />}
      <Together {...{ of, check }} marked={marked.size} onStet={() => setStetting([...marked])} />
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
              onStet={() => setStetting([row.id])}
            />
          )}
        />
      </Box>
      {stetting && (
        <NameDialog
          title={`${t.stet}. ${t.stetHint}`}
          label={t.stetReason}
          submit={t.stetGo}
          cancel={m.common.cancel}
          onSubmit={async (reason) => {
            await call(`POST ${inspectedPath(of)}/findings/stet`, {
              params: { id: of.id },
              body: { ids: stetting, reason },
            });
            unmark();
          }}
          onClose={() => setStetting(null)}
        />
      )}
    </>
  );
}

interface SummaryProps {
  readonly overview: InspectionOverview;
  readonly kind: Inspected['kind'];
  readonly severity: Severity | null;
  readonly onSeverity: (severity: Severity | null) => void;
}

/** So many matters are named. */
const WORST = 3;

/** How much is in order and what is worst, for whoever plans the project; and which findings are shown. */
function Summary({ overview, kind, severity, onSeverity }: SummaryProps) {
  const { items, itemsFound, checks } = overview;
  const worst = [...checks].sort((a, b) => b.open - a.open).slice(0, WORST);
  const named = worst.flatMap(({ id, open }) => (open > 0 ? [t.matter(checkWords(words, id, kind).title, open)] : []));
  return (
    <Box
      sx={{ display: 'flex', alignItems: 'center', gap: 2, px: 2, py: 0.75, borderBottom: 1, borderColor: 'divider' }}
    >
      <Box sx={{ flex: 1, fontSize: 13, color: 'text.secondary' }}>
        {t.inOrder[kind](items - itemsFound, items)} {named.length > 0 && t.worst(named)}
      </Box>
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-label={t.severity}
        value={severity ?? 'all'}
        onChange={(_, value) => value && onSeverity(value === 'all' ? null : (value as Severity))}
      >
        <ToggleButton value="all">{t.severities.all}</ToggleButton>
        {SEVERITIES.map((one) => (
          <ToggleButton key={one} value={one}>
            {t.severities[one]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  );
}

interface TogetherProps extends Omit<Props, 'overview'> {
  readonly marked: number;
  readonly onStet: () => void;
}

/** What is done to many findings at once. */
function Together({ of, check, marked, onStet }: TogetherProps) {
  const fail = useToast((state) => state.fail);
  if (!check?.safe && marked === 0) return null;
  return (
    <Box sx={{ display: 'flex', gap: 1, px: 2, py: 0.75, borderBottom: 1, borderColor: 'divider' }}>
      {check && check.safe > 0 && (
        <Button
          variant="outlined"
          onClick={() =>
            call(`POST ${inspectedPath(of)}/findings/put-right-safe`, {
              params: { id: of.id },
              body: { check: check.id },
            }).catch(fail)
          }
        >
          {t.safe(check.safe)}
        </Button>
      )}
      {marked > 0 && (
        <Button variant="outlined" onClick={onStet}>
          {t.stetMarked(marked)}
        </Button>
      )}
    </Box>
  );
}
