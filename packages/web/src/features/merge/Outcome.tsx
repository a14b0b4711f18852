import { FATES, type Fate } from '@fair-copy/core/memory/merge/plan.js';
import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, type ReactNode } from 'react';
import type { MemoryBody } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { WordButton } from '../../ui/WordButton.js';
import type { Looked } from './MergePage.js';
import { mergeTexts as t } from './messages.js';
import { OutcomeHead } from './OutcomeHead.js';
import { useSample, type Merging } from './useMerge.js';

const FlowChart = lazy(async () => ({ default: (await import('./FlowChart.js')).FlowChart }));

interface Props {
  readonly merging: Merging;
  readonly chosen: readonly MemoryBody[];
  readonly onLook: (looked: Looked) => void;
}

/** Where the units go, as a flow and as a table that says the same; each number opens its units. */
export function Outcome({ merging, chosen, onLook }: Props) {
  const sample = useSample(merging);
  const outcome = sample?.outcome ?? merging.body.outcome;
  const rows = (outcome?.inputs ?? []).flatMap(({ memoryId, tally }) => {
    const memory = chosen.find(({ id }) => id === memoryId);
    return memory ? [{ memory, tally }] : [];
  });
  return (
    <Box component="section" aria-label={t.outcome} sx={{ mb: 3 }}>
      <OutcomeHead title={t.outcome} job="count merge" plan={merging} />
      {outcome && (
        <Flow
          rows={rows}
          all={outcome.tally}
          stale={merging.body.stale && !sample}
          head={t.memory}
          onLook={sample ? null : onLook}
        >
          {sample && (
            <Typography variant="body2" role="status" sx={{ mt: 1, color: 'text.secondary' }}>
              {t.sampled(sample.looked, sample.total)}
              {outcome.conflicts > 0 && ` ${t.aboutConflicts(rounded(outcome.conflicts))}`}
            </Typography>
          )}
          {outcome.near.length > 0 && (
            <Typography variant="body2" sx={{ mt: 1 }}>
              {t.nearTitle}{' '}
              {outcome.near
                .map(({ differ, count: n }) => t.near(sample ? rounded(n) : n, t.nearKinds(differ.split(','))))
                .join('; ')}
            </Typography>
          )}
        </Flow>
      )}
    </Box>
  );
}

interface FlowProps {
  readonly rows: readonly FlowRow[];
  readonly all: Readonly<Record<Fate, number>>;
  readonly stale: boolean;
  /** What heads the names. */
  readonly head: string;
  /** Those that can come about. */
  readonly fates?: readonly Fate[];
  /** So many units, in words. */
  readonly said?: (n: number) => string;
  /** Null: the numbers are estimates, which have no units to show. */
  readonly onLook: ((looked: Looked) => void) | null;
  readonly children?: ReactNode;
}

/** Resources on the left, what becomes of what they hold on the right; beside it the same numbers. */
export function Flow({ rows, all, stale, head, fates = FATES, said = t.units, onLook, children }: FlowProps) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, opacity: stale ? 0.6 : 1 }}>
      <Box sx={{ flex: '1 1 340px', minWidth: 0, maxWidth: 760, height: 60 + 56 * Math.max(2, rows.length) }}>
        <Suspense>
          <FlowChart rows={rows} onLook={onLook} />
        </Suspense>
      </Box>
      <Box sx={{ flex: '1 1 500px', minWidth: 0 }}>
        <FateTable rows={rows} all={all} head={head} fates={fates} said={said} onLook={onLook} />
        {children}
      </Box>
    </Box>
  );
}

export interface FlowRow {
  readonly memory: { readonly id: number; readonly name: string };
  readonly tally: Readonly<Record<Fate, number>>;
}

interface TableProps {
  readonly said: (n: number) => string;
  readonly fates: readonly Fate[];
  readonly head: string;
  readonly rows: readonly FlowRow[];
  readonly all: Readonly<Record<Fate, number>>;
  readonly onLook: FlowProps['onLook'];
}

/** An estimate to two figures: more would say more than is known. */
const rounded = (n: number): number => Number(n.toPrecision(2));

function FateTable({ rows, all, head, fates, said, onLook }: TableProps) {
  return (
    <Table
      size="small"
      aria-label={t.outcome}
      sx={{
        bgcolor: 'background.paper',
        fontVariantNumeric: 'tabular-nums',
        '& th, & td': { px: 1 },
        '& thead th': { whiteSpace: 'nowrap' },
      }}
    >
      <TableHead>
        <TableRow>
          <TableCell>{head}</TableCell>
          {fates.map((fate) => (
            <TableCell key={fate} align="right" title={t.fateHint[fate]}>
              {t.fates[fate]}
            </TableCell>
          ))}
        </TableRow>
      </TableHead>
      <TableBody>
        {rows.map(({ memory, tally }) => (
          <TableRow key={memory.id}>
            <TableCell component="th" scope="row" sx={{ overflowWrap: 'anywhere' }}>
              {memory.name}
            </TableCell>
            {fates.map((fate) => (
              <TableCell key={fate} align="right">
                {tally[fate] > 0 && !onLook ? (
                  t.about(rounded(tally[fate]))
                ) : tally[fate] > 0 && onLook ? (
                  <WordButton
                    aria-label={t.showUnits(said(tally[fate]), t.fates[fate], memory.name)}
                    onClick={() => onLook({ memory: memory.id, fate })}
                  >
                    {number(tally[fate])}
                  </WordButton>
                ) : (
                  '–'
                )}
              </TableCell>
            ))}
          </TableRow>
        ))}
        <TableRow>
          <TableCell component="th" scope="row" sx={{ fontWeight: 600 }}>
            {t.all}
          </TableCell>
          {fates.map((fate) => (
            <TableCell key={fate} align="right" sx={{ fontWeight: 600 }}>
              {onLook || all[fate] === 0 ? number(all[fate]) : t.about(rounded(all[fate]))}
            </TableCell>
          ))}
        </TableRow>
      </TableBody>
    </Table>
  );
}
