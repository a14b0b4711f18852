import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { memory as memoryQuery } from '../../api/queries.js';
import { useKept } from '../../api/useKept.js';
import type { MemoryBody, UnitFilter, UnitSort } from '../../api/types.js';
import { useUndoNewest } from '../../api/useUndoNewest.js';
import { m } from '../../messages/index.js';
import { ResourceHead, ResourceNotShown } from '../../parts/resource-page.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { useAddress } from '../../ui/useAddress.js';
import { useKeys } from '../../ui/useKeys.js';
import { useMarks } from '../../ui/useMarks.js';
import { ChangeUnits } from './ChangeUnits.js';
import { FilterLine } from './FilterLine.js';
import { HandOverMemory } from './HandOverMemory.js';
import { MemoryMenu } from './MemoryMenu.js';
import { UnitMargin } from './UnitMargin.js';
import { UnitSheet } from './UnitSheet.js';
import { shared } from '../../parts/messages.js';
import { memoryTexts } from './messages.js';

const t = memoryTexts;

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['/', m.keys.filter],
  ['Enter', t.keys.edit],
  ['Ctrl+Enter', t.keys.accept],
  ['Esc', m.keys.leave],
  ['x', m.keys.mark],
  ['t', m.keys.termPair],
  ['u', m.keys.undo],
];

export function MemoryPage() {
  const id = Number(useParams().id);
  const { data: memory, error } = useKept(memoryQuery(id));
  if (!memory || error) return <ResourceNotShown trouble={error?.message} />;
  if (memory.damage) return <ResourceNotShown trouble={`${memory.name}: ${shared.damaged(memory.damage.what)}`} />;
  return <LoadedMemory key={id} memory={memory} />;
}

/** Columns that fit beside each other. */
const COLUMNS = 4;

function LoadedMemory({ memory }: { readonly memory: MemoryBody }) {
  const [params, show] = useAddress();
  const unit = Number(params.get('unit') ?? 0);
  const tags = memory.languages.map(({ language }) => language);
  const [columns, setColumns] = useState<readonly string[]>(tags.slice(0, 2));
  const [filter, setFilter] = useState<UnitFilter>({});
  const [sort, setSort] = useState<UnitSort>({ by: 'file', descending: false });
  const { marked, mark, unmark } = useMarks();
  const [open, setOpen] = useState<'change' | 'hand over' | null>(null);
  const [total, setTotal] = useState<number | null>(null);
  const shown = columns.filter((tag) => tags.includes(tag));
  const undo = useUndoNewest((entry) => entry.memoryId === memory.id);
  useKeyHints(HINTS);
  useKeys({ u: undo });
  const choose = (id: number): void => show({ unit: String(id) });
  const selection = { filter, ...(marked.size > 0 && { ids: [...marked] }) };
  return (
    <>
      <ResourceHead
        name={memory.name}
        about={[memory.client, memory.subject, t.units(memory.units)].filter(Boolean).join(' · ')}
        inspectPath={`/inspect/memories/${memory.id}`}
        empty={memory.units === 0}
        onHandOver={() => setOpen('hand over')}
        menu={<MemoryMenu memory={memory} />}
      >
        <Button component={Link} to="/concordance">
          {t.concordance}
        </Button>
      </ResourceHead>
      <FilterLine
        memory={memory}
        filter={filter}
        onFilter={(next) => {
          setFilter(next);
          unmark();
        }}
        sort={sort}
        onSort={setSort}
        columns={shown.length ? shown : tags.slice(0, 2)}
        onColumns={(next) => setColumns(next.slice(-COLUMNS))}
        total={total}
      />
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
        <UnitSheet
          key={JSON.stringify([filter, sort])}
          memory={memory}
          filter={filter}
          sort={sort}
          columns={shown.length ? shown : tags.slice(0, 2)}
          chosen={unit}
          onChoose={choose}
          marked={marked}
          onMark={mark}
          onTotal={setTotal}
          onChange={() => setOpen('change')}
          onUnmark={unmark}
        />
        <UnitMargin memory={memory} unitId={unit} columns={shown} />
      </Box>
      {open === 'change' && (
        <ChangeUnits memory={memory} selection={selection} onDone={unmark} onClose={() => setOpen(null)} />
      )}
      {open === 'hand over' && (
        <HandOverMemory
          memory={memory}
          selection={selection}
          narrowed={Object.keys(filter).length > 0 || marked.size > 0}
          total={total}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}
