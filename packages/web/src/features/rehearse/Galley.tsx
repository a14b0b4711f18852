import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useTheme, type Theme } from '@mui/material/styles';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useRef, useState, type ReactNode } from 'react';
import { Virtuoso, type VirtuosoHandle } from 'react-virtuoso';
import type { GalleySegment, RehearsalOutcome } from '@fair-copy/api/rehearsals.js';
import { BANDS, type Band } from '@fair-copy/core/rehearsal/figures.js';
import { m } from '../../messages/index.js';
import { chosenLine } from '../../ui/chosen-line.js';
import { Capsule } from '../../ui/CodedText.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { words } from '../../all-words.js';
import { number } from '../../ui/format.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { Pick as Choice } from '../../ui/Pick.js';
import { useKeys } from '../../ui/useKeys.js';
import { TABLE_COMPONENTS } from '../../ui/VirtualTable.js';
import { GalleyMargin } from './GalleyMargin.js';
import { rehearseTexts as t } from './messages.js';
import { galley, type GalleyFilter } from './queries.js';

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['Enter', t.correctKey],
];

const SHOWN = ['terms', 'doubts', 'notes'] as const;
const ORDERS = ['text', 'best', 'worst', 'longest'] as const;

/** Pixels of the rule at the edge of a segment: the more of it there is, the wider. */
const WIDTHS: Readonly<Record<Band, number>> = {
  context: 14,
  exact: 12,
  repetition: 10,
  '95-99': 9,
  '85-94': 7,
  '75-84': 5,
  '50-74': 3,
  none: 1,
};

const inkOf = (band: Band, { inks }: Theme): string =>
  band === 'context' || band === 'exact'
    ? inks.moss
    : band === 'repetition'
      ? inks.quiet
      : band === 'none'
        ? inks.vermilion
        : inks.petrol;

/** The documents as running text, each segment with a rule at its edge; beside it what the kit has for the one in hand. */
export function Galley({ kit, outcome }: { readonly kit: number; readonly outcome: RehearsalOutcome }) {
  const { source, target } = outcome;
  const [filter, setFilter] = useState<GalleyFilter>({ order: 'text' });
  const { data, fetchNextPage, hasNextPage, isPending } = useInfiniteQuery(galley(kit, outcome.at, filter));
  const rows = data?.pages.flatMap(({ segments }) => segments) ?? [];
  const total = data?.pages[0]?.total ?? 0;
  const [selected, setSelected] = useState(0);
  const [correcting, setCorrecting] = useState<number | null>(null);
  const list = useRef<VirtuosoHandle>(null);
  useKeyHints(HINTS);
  const at = Math.min(selected, Math.max(0, rows.length - 1));
  const select = (next: number): void => {
    setSelected(next);
    setCorrecting(null);
  };
  const go = (by: number) => () => {
    const next = Math.max(0, Math.min(rows.length - 1, at + by));
    select(next);
    list.current?.scrollIntoView({ index: next });
  };
  const current = rows[at];
  const canCorrect = current?.matches[0] && current.matches[0].standing !== 'gone';
  useKeys({
    j: go(1),
    ArrowDown: go(1),
    k: go(-1),
    ArrowUp: go(-1),
    ...(canCorrect && { Enter: () => setCorrecting(0) }),
  });
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', bgcolor: 'background.paper' }}>
        <FilterLine
          filter={filter}
          total={total}
          onChange={(next) => {
            setFilter(next);
            select(0);
          }}
        />
        {rows.length === 0 && !isPending && <EmptyState title={t.segmentsShown(0)} />}
        <Box sx={{ flex: 1, minHeight: 0 }}>
          <Virtuoso
            ref={list}
            components={TABLE_COMPONENTS}
            context={{ label: t.tabs.galley, rows: total }}
            style={{ height: '100%' }}
            data={rows}
            computeItemKey={(_, row) => row.ordinal}
            endReached={() => hasNextPage && void fetchNextPage()}
            itemContent={(index, row) => (
              <Line
                row={row}
                source={source}
                isFirst={index === 0 || rows[index - 1]!.document !== row.document}
                selected={index === at}
                onSelect={() => select(index)}
              />
            )}
          />
        </Box>
      </Box>
      <Box
        component="aside"
        aria-label={t.matches}
        sx={{ width: 360, flex: 'none', borderLeft: 1, borderColor: 'divider', overflow: 'auto', p: 2 }}
      >
        {current && (
          <GalleyMargin
            kit={kit}
            row={current}
            source={source}
            target={target}
            correcting={correcting}
            onCorrect={setCorrecting}
          />
        )}
      </Box>
    </Box>
  );
}

interface FilterProps {
  readonly filter: GalleyFilter;
  /** Segments that are shown. */
  readonly total: number;
  readonly onChange: (filter: GalleyFilter) => void;
}

/** Which segments are shown, and in which order. */
function FilterLine({ filter: { band, show, order }, total, onChange }: FilterProps) {
  const choose = (value: string): void => {
    const shown = SHOWN.find((one) => one === value);
    const chosen = BANDS.find((one) => one === value);
    onChange({ order, ...(shown && { show: shown }), ...(chosen && { band: chosen }) });
  };
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, px: 2, py: 1, borderBottom: 1, borderColor: 'divider' }}>
      <Box sx={{ width: 200, display: 'grid' }}>
        <Choice label={t.show} value={band ?? show ?? ''} onChange={choose}>
          <MenuItem value="">{t.allBands}</MenuItem>
          {BANDS.map((one) => (
            <MenuItem key={one} value={one}>
              {words.rehearsal.bands[one]}
            </MenuItem>
          ))}
          {SHOWN.map((one) => (
            <MenuItem key={one} value={one}>
              {t.shown[one]}
            </MenuItem>
          ))}
        </Choice>
      </Box>
      <Box sx={{ width: 180, display: 'grid' }}>
        <Choice
          label={t.order}
          value={order}
          onChange={(value) =>
            onChange({ ...(band && { band }), ...(show && { show }), order: ORDERS.find((one) => one === value)! })
          }
        >
          {ORDERS.map((one) => (
            <MenuItem key={one} value={one}>
              {t.orders[one]}
            </MenuItem>
          ))}
        </Choice>
      </Box>
      <Typography variant="body2" color="textSecondary">
        {t.segmentsShown(total)}
      </Typography>
    </Box>
  );
}

interface LineProps {
  readonly row: GalleySegment;
  readonly source: string;
  /** Of its document. */
  readonly isFirst: boolean;
  readonly selected: boolean;
  readonly onSelect: () => void;
}

function Line({ row, source, isFirst, selected, onSelect }: LineProps) {
  const theme = useTheme();
  const { band, isApart, language } = row;
  const isLookedAt = !isApart && language === null;
  return (
    <>
      {isFirst && <Box sx={{ px: 3, pt: 2, pb: 0.5, fontSize: 13, color: 'text.secondary' }}>{row.document}</Box>}
      <Box
        role="row"
        {...chosenLine(selected)}
        onClick={onSelect}
        sx={{ display: 'flex', px: 1, bgcolor: selected ? theme.inks.tint : undefined, cursor: 'default' }}
      >
        <Box sx={{ width: 18, flex: 'none', display: 'flex', justifyContent: 'flex-end', py: '3px' }}>
          {isLookedAt && (
            <Box
              title={words.rehearsal.bands[band]}
              sx={{
                width: `${WIDTHS[band]}px`,
                bgcolor: inkOf(band, theme),
                opacity: band === 'none' ? 0.6 : 1,
                ...(band === 'repetition' && { opacity: 0.5 }),
              }}
            />
          )}
        </Box>
        <Box
          role="cell"
          sx={{ flex: 1, minWidth: 0, px: 1.5, py: '3px', color: isLookedAt ? undefined : 'text.secondary' }}
        >
          <LanguageText language={language ?? source}>
            <WithTerms row={row} />
          </LanguageText>
        </Box>
        <Box
          role="cell"
          sx={{
            width: 62,
            flex: 'none',
            py: '3px',
            fontSize: 12.5,
            lineHeight: '25px',
            color: 'text.secondary',
            textAlign: 'end',
          }}
        >
          {!isLookedAt || band === 'none'
            ? ''
            : row.class === 'repetition'
              ? words.rehearsal.bands.repetition.slice(0, 3) + '.'
              : number(Math.floor(row.score))}
        </Box>
      </Box>
    </>
  );
}

/** Terms underlined, those not to be used struck through; codes where they stand. */
function WithTerms({ row: { text, terms, codes = [] } }: { readonly row: GalleySegment }) {
  const parts: ReactNode[] = [];
  let at = 0;
  let nextCode = 0;
  const said = (to: number): ReactNode[] => {
    const pieces: ReactNode[] = [];
    for (; nextCode < codes.length && (codes[nextCode]! < to || to === text.length); nextCode++) {
      pieces.push(text.slice(at, codes[nextCode]), <CodeHere key={`code ${nextCode}`} />);
      at = codes[nextCode]!;
    }
    pieces.push(text.slice(at, to));
    at = to;
    return pieces;
  };
  for (const [i, { start, end, isForbidden }] of terms.entries()) {
    if (start < at) continue;
    parts.push(...said(start));
    parts.push(
      <Box
        key={i}
        component="span"
        sx={(theme) => ({
          textDecoration: isForbidden ? 'line-through' : 'underline',
          textDecorationStyle: isForbidden ? 'solid' : 'dotted',
          textDecorationColor: isForbidden ? theme.inks.vermilion : theme.inks.petrol,
          textUnderlineOffset: '4px',
        })}
      >
        {said(end)}
      </Box>,
    );
  }
  parts.push(...said(text.length));
  return <>{parts}</>;
}

/** Formatting, a link or a picture begins, ends or stands here. */
function CodeHere() {
  return (
    <Capsule
      kind="alone"
      role="img"
      aria-label={t.codeHere}
      title={t.codeHere}
      sx={{ width: 6, height: 12, p: 0, verticalAlign: '-1px', bgcolor: 'text.secondary', border: 0, opacity: 0.7 }}
    />
  );
}
