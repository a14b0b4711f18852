import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useQueries, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { MergeConflict } from '@fair-copy/api/merges.js';
import { call } from '../../api/http.js';
import type { MemoryBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { useToast } from '../../ui/toast-store.js';
import { ConflictBlock } from './ConflictBlock.js';
import { ConflictsHead } from './ConflictsHead.js';
import { useBlockInHand } from './Decisions.js';
import { mergeTexts as t } from './messages.js';
import { mergeConflicts, mergePlan, PAGE, pagesUpTo } from './queries.js';
import type { Merging } from './useMerge.js';

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['1–9', t.keys.choose],
  ['a', t.keys.all],
  ['x', t.keys.back],
];

/** The same text with different translations, one block each; decided by a key or a click. */
export function Conflicts({
  merging,
  memories,
}: {
  readonly merging: Merging;
  readonly memories: readonly MemoryBody[];
}) {
  const { body, change } = merging;
  const [openOnly, setOpenOnly] = useState(false);
  const [pages, setPages] = useState(1);
  const results = useQueries({
    queries: pagesUpTo(pages).map((page) => mergeConflicts(body.clientId, openOnly, page)),
  });
  const all = results.flatMap(({ data }) => data?.conflicts ?? []);
  const total = results[0]?.data?.total ?? 0;
  const { decisions } = body.plan;
  const decide = (conflict: MergeConflict, decision: 'all' | number | null): void => {
    const { [conflict.id]: _, ...others } = decisions;
    if (decision === null) change({ decisions: others });
    else
      change({
        decisions: {
          ...others,
          [conflict.id]: decision === 'all' ? 'all' : { text: conflict.candidates[decision]!.key },
        },
      });
  };
  useKeyHints(HINTS);
  const { at, choose } = useBlockInHand(all, (here) => ({
    a: () => decide(here, 'all'),
    x: () => decide(here, null),
    ...Object.fromEntries(here.candidates.slice(0, 9).map((_, i) => [String(i + 1), () => decide(here, i)])),
  }));
  const { conflicts = 0, open = 0 } = body.outcome ?? {};
  return (
    <Box component="section" aria-label={t.conflicts}>
      <ConflictsHead title={t.conflicts} {...{ conflicts, open, openOnly }} onOpenOnly={setOpenOnly}>
        {conflicts > 1 && <ByRule merging={merging} memories={memories} openOnly={openOnly} />}
      </ConflictsHead>
      {conflicts === 0 && <Typography color="textSecondary">{t.noConflicts}</Typography>}
      {all.map((conflict, i) => (
        <ConflictBlock
          key={conflict.id}
          conflict={conflict}
          keep={body.plan.keep}
          decision={decisions[conflict.id]}
          chosen={i === at}
          nameOf={(id) => memories.find((memory) => memory.id === id)?.name ?? ''}
          onChoose={() => choose(i)}
          onDecide={(decision) => decide(conflict, decision)}
        />
      ))}
      {total > pages * PAGE && <Button onClick={() => setPages(pages + 1)}>{t.more}</Button>}
    </Box>
  );
}

interface RuleProps {
  readonly merging: Merging;
  readonly memories: readonly MemoryBody[];
  readonly openOnly: boolean;
}

/** Many conflicts by one rule: those that are shown, also on pages that were not looked at. */
function ByRule({ merging: { body, change }, memories, openOnly }: RuleProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { say, fail } = useToast();
  const queries = useQueryClient();
  const { plan, clientId } = body;
  const chosen = plan.inputs.flatMap((id) => memories.find((memory) => memory.id === id) ?? []);
  const decide = async ({ id, name }: MemoryBody): Promise<void> => {
    setAnchor(null);
    const before = plan.decisions;
    const { decided } = await call('POST /merges/:id/decide', {
      params: { id: clientId },
      body: { memory: id, open: openOnly },
    });
    await queries.refetchQueries({ queryKey: mergePlan(clientId).queryKey });
    say(t.alwaysDone(decided, name), { label: t.undo, run: () => change({ decisions: before }) });
  };
  return (
    <>
      <Button aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        {t.decideAll}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {chosen.map((memory) => (
          <MenuItem key={memory.id} onClick={() => void decide(memory).catch(fail)}>
            {t.alwaysOf(memory.name)}
          </MenuItem>
        ))}
        <MenuItem
          disabled={Object.keys(plan.decisions).length === 0}
          onClick={() => {
            setAnchor(null);
            change({ decisions: {} });
          }}
        >
          {t.allBack}
        </MenuItem>
      </Menu>
    </>
  );
}
