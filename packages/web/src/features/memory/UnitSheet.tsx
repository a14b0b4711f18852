import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';
import { useQueries, useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Virtuoso, type VirtuosoHandle } from 'react-virtuoso';
import { UNIT_PAGE, unitPage, unitPosition } from '../../api/queries.js';
import type { MemoryBody, UnitBody, UnitFilter, UnitSort } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { number } from '../../ui/format.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { TABLE_COMPONENTS } from '../../ui/VirtualTable.js';
import { useKeys } from '../../ui/useKeys.js';
import { WordButton } from '../../ui/WordButton.js';
import { UnitLine } from './UnitLine.js';
import { shared } from '../../parts/messages.js';
import { memoryTexts } from './messages.js';
import { useGoal } from './useGoal.js';

const t = memoryTexts;
/** Rows that one scrolling range holds: browsers draw nothing beyond some 30 million pixels. */
const WINDOW = 200_000;

interface Props {
  readonly memory: MemoryBody;
  readonly filter: UnitFilter;
  readonly sort: UnitSort;
  readonly columns: readonly string[];
  readonly chosen: number;
  readonly onChoose: (id: number) => void;
  readonly marked: ReadonlySet<number>;
  readonly onMark: (id: number) => void;
  readonly onTotal: (total: number | null) => void;
  readonly onChange: () => void;
  readonly onUnmark: () => void;
}

/** Of the places that one scrolling range holds, those that are seen, and the first of the range among all. */
interface Seen {
  readonly base: number;
  readonly startIndex: number;
  readonly endIndex: number;
}

/** The units that are seen, fetched in pages; with the first page, which says how many there are wherever one goes. */
function useSeenUnits({ memory, filter, sort }: Props, { base, startIndex, endIndex }: Seen) {
  const first = Math.floor((base + startIndex) / UNIT_PAGE);
  const last = Math.floor((base + endIndex) / UNIT_PAGE);
  const pages = [...new Set([0, ...Array.from({ length: last - first + 1 }, (_, i) => first + i)])];
  const results = useQueries({ queries: pages.map((page) => unitPage(memory.id, filter, sort, page)) });
  const total = results.find((result) => result.data && result.data.total !== null)?.data?.total ?? null;
  return {
    firstPage: results[0]?.data,
    failure: results.find((result) => result.error)?.error,
    /** Of all units that pass the filter; null: they are still being looked through. */
    total,
    /** While the rest is being looked through, at least what came is shown. */
    known: total ?? Math.max(0, ...results.map(({ data }) => data?.found ?? 0)),
    unitAt: (index: number): UnitBody | undefined =>
      results[pages.indexOf(Math.floor(index / UNIT_PAGE))]?.data?.units[index % UNIT_PAGE],
  };
}

/** The line of a place in the range that scrolls. */
const lineOf = (place: number): number => place % WINDOW;
/** Of a line less than this is not seen, in pixels: below its text is as much room. */
const SLIVER = 16;

/** The first line that is in sight: a virtual list draws more than that, and where it stands only the page itself knows. */
function useFirstSeen() {
  const [first, setFirst] = useState(0);
  const box = useRef<HTMLElement | null>(null);
  const look = (): void => {
    requestAnimationFrame(() => {
      const edge = (box.current?.getBoundingClientRect().top ?? 0) + SLIVER;
      const lines = [...(box.current?.querySelectorAll<HTMLElement>('[data-item-index]') ?? [])];
      const line = lines.find((each) => each.getBoundingClientRect().bottom > edge);
      if (line) setFirst(Number(line.dataset.itemIndex));
    });
  };
  return {
    first,
    box,
    look,
    scrollerRef: (element: HTMLElement | Window | null) => {
      box.current = element instanceof HTMLElement ? element : null;
    },
  };
}

/** The units in a column per language, as many as there are; only what is seen is fetched. */
export function UnitSheet(props: Props) {
  const { memory, filter, sort, columns, chosen, onChoose, marked, onMark, onTotal } = props;
  const list = useRef<VirtuosoHandle>(null);
  const [base, setBase] = useState(0);
  const [range, setRange] = useState({ startIndex: 0, endIndex: 30 });
  const seen = useFirstSeen();
  const [editing, setEditing] = useState<{ unit: number; column: number } | null>(null);
  const [selected, setSelected] = useState(-1);
  // Opened from elsewhere, the sheet goes to where the unit stands; chosen in it, it stays as it is.
  const [asked] = useState(chosen);
  const { data: place } = useQuery(unitPosition(memory.id, filter, sort, asked));
  const { firstPage, failure, total, known, unitAt } = useSeenUnits(props, { base, ...range });
  useEffect(() => onTotal(total), [total, onTotal]);
  const found = place?.position ?? null;
  // Only when all is known the list is long enough to go there; who has begun to work meanwhile is not carried away.
  const start = total === null || selected >= 0 || editing ? null : found;
  const goal = useGoal({ list, box: seen.box, lineOf, isLoaded: (place) => unitAt(place) !== undefined });
  const { go } = goal;
  useEffect(() => {
    if (start === null) return;
    setSelected(start);
    setBase(Math.floor(start / WINDOW) * WINDOW);
    go(start);
  }, [start, go]);
  const show = (index: number): void => {
    goal.leave();
    const next = Math.max(0, Math.min(known - 1, index));
    if (next < base || next >= base + WINDOW) setBase(Math.max(0, Math.floor(next / WINDOW) * WINDOW));
    setSelected(next);
    const unit = unitAt(next);
    if (unit) onChoose(unit.id);
    list.current?.scrollIntoView({ index: next - base, behavior: 'auto' });
  };
  useKeys({
    j: () => show(selected + 1),
    ArrowDown: () => show(selected + 1),
    k: () => show(selected - 1),
    ArrowUp: () => show(selected - 1),
    x: () => chosen && onMark(chosen),
    Enter: () => chosen && setEditing({ unit: chosen, column: 0 }),
  });
  if (failure) return <Centre title={failure.message} />;
  if (!firstPage) return <Centre title={m.common.loading} />;
  if (known === 0 && total === null) return <Centre title={t.looking(firstPage.share)} />;
  if (known === 0)
    return (
      <Centre
        title={Object.keys(filter).length ? t.nothing : t.empty}
        advice={Object.keys(filter).length ? '' : t.emptyAdvice}
      />
    );
  const template = `52px repeat(${columns.length}, minmax(0, 1fr)) 34px`;
  return (
    <Box
      onWheel={goal.leave}
      onPointerDown={goal.leave}
      onKeyDown={goal.leave}
      component="section"
      aria-label={t.sheet}
      sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}
    >
      <Head columns={columns} template={template} />
      <Virtuoso
        key={base}
        initialTopMostItemIndex={selected < 0 ? 0 : { index: selected % WINDOW, align: 'center' }}
        ref={list}
        style={{ flex: 1 }}
        totalCount={Math.min(WINDOW, known - base)}
        context={{ label: t.sheet, rows: known }}
        components={TABLE_COMPONENTS}
        defaultItemHeight={39}
        // A row keeps what is typed in it when the list before it changes.
        computeItemKey={(index) => unitAt(base + index)?.id ?? `not there ${index}`}
        increaseViewportBy={400}
        rangeChanged={setRange}
        itemsRendered={seen.look}
        onScroll={seen.look}
        scrollerRef={seen.scrollerRef}
        itemContent={(index) => {
          const unit = unitAt(base + index);
          return (
            <UnitLine
              {...{ memory, unit, columns, template, filter, onMark }}
              ordinal={base + index + 1}
              chosen={unit !== undefined && unit.id === chosen}
              editing={unit && editing?.unit === unit.id ? editing.column : null}
              marked={unit !== undefined && marked.has(unit.id)}
              onEdit={(column) => setEditing(unit && column !== null ? { unit: unit.id, column } : null)}
              onChoose={() => {
                if (!unit) return;
                setSelected(base + index);
                onChoose(unit.id);
              }}
            />
          );
        }}
      />
      <Foot {...props} known={known} total={total} at={base + seen.first} onGo={show} />
    </Box>
  );
}

/** The languages above their columns; each line says its own to a screen reader. */
function Head({ columns, template }: { readonly columns: readonly string[]; readonly template: string }) {
  return (
    <Box
      aria-hidden="true"
      sx={{
        display: 'grid',
        gridTemplateColumns: template,
        px: 1,
        py: 0.5,
        borderBottom: 1,
        borderColor: 'divider',
        fontSize: 13,
      }}
    >
      <span />
      {columns.map((tag) => (
        <Box key={tag} sx={{ px: 1 }}>
          <LanguageName tag={tag} quiet />
        </Box>
      ))}
    </Box>
  );
}

function Centre({ title, advice }: { readonly title: string; readonly advice?: string }) {
  return (
    <Box sx={{ flex: 1 }}>
      <EmptyState title={title} {...(advice && { advice })} />
    </Box>
  );
}

interface FootProps extends Props {
  readonly known: number;
  readonly total: number | null;
  readonly at: number;
  readonly onGo: (index: number) => void;
}

/** Where one is, what is marked, and what can be done with all of it. */
function Foot({ marked, total, known, at, onGo, onChange, onUnmark }: FootProps) {
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 2,
        py: 0.5,
        minHeight: 36,
        borderTop: 1,
        borderColor: 'divider',
        fontSize: 13,
      }}
    >
      {marked.size > 0 ? (
        <>
          <span>{t.marked(marked.size)}</span>
          <WordButton onClick={onChange}>{t.changeMarked}</WordButton>
          <WordButton onClick={onUnmark}>{shared.unmark}</WordButton>
        </>
      ) : (
        <WordButton onClick={onChange} disabled={total === null}>
          {total === null ? t.counting : t.changeAll(total)}
        </WordButton>
      )}
      <Box sx={{ flex: 1 }} />
      {known > 200 && (
        <>
          <span>{t.place(number(at + 1))}</span>
          <Slider
            size="small"
            aria-label={t.goTo}
            min={1}
            max={known}
            value={Math.min(known, at + 1)}
            onChange={(_, value) => onGo((value as number) - 1)}
            valueLabelDisplay="auto"
            valueLabelFormat={(value) => number(value)}
            sx={{ width: 220 }}
          />
        </>
      )}
    </Box>
  );
}
