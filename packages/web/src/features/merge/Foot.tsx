import { FATES } from '@fair-copy/core/memory/merge/plan.js';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import type { MemoryBody } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { useToast } from '../../ui/toast-store.js';
import { mergeTexts as t } from './messages.js';
import { PlanFoot } from './PlanFrame.js';
import type { Merging } from './useMerge.js';

/** The sum of all units of all memories, and the button that merges them. */
export function Foot({
  merging: { body },
  chosen,
}: {
  readonly merging: Merging;
  readonly chosen: readonly MemoryBody[];
}) {
  const { plan, outcome, stale, clientId } = body;
  const [busy, setBusy] = useState(false);
  const { say, fail } = useToast();
  const navigate = useNavigate();
  const name = plan.into === null ? plan.newName.trim() : (chosen.find(({ id }) => id === plan.into)?.name ?? '');
  const written = outcome?.tally.written ?? 0;
  const write = async (): Promise<void> => {
    setBusy(true);
    try {
      const result = await jobResult(await call('POST /merges/:id/write', { params: { id: clientId } }));
      if (result)
        say(t.done(result.units, result.memory), {
          label: t.open,
          run: () => void navigate(`/memories/${result.memoryId}`),
        });
    } catch (error) {
      fail(error);
    } finally {
      setBusy(false);
    }
  };
  const total = chosen.reduce((sum, { units }) => sum + units, 0);
  return (
    <PlanFoot
      tally={
        outcome &&
        !stale &&
        `${t.units(total)} = ${FATES.map((fate) => `${number(outcome.tally[fate])} ${t.fates[fate]}`).join(' + ')}`
      }
    >
      <Button
        variant="contained"
        disabled={busy || stale || !outcome || name === '' || written === 0}
        onClick={() => void write()}
      >
        {busy ? t.writing : name === '' ? t.writeFirst : t.write(written, name)}
      </Button>
    </PlanFoot>
  );
}
