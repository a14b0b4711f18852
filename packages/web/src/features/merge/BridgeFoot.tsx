import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import { number } from '../../ui/format.js';
import { useToast } from '../../ui/toast-store.js';
import { mergeTexts } from './messages.js';
import { PlanFoot } from './PlanFrame.js';
import type { Bridging } from './useMerge.js';

const t = mergeTexts.bridge;

/** How many pairs there are by how sure they are, and the button that writes them. */
export function BridgeFoot({ bridging: { body } }: { readonly bridging: Bridging }) {
  const { plan, outcome, stale, clientId } = body;
  const [busy, setBusy] = useState(false);
  const { say, fail } = useToast();
  const navigate = useNavigate();
  const name = plan.newName.trim();
  const write = async (): Promise<void> => {
    setBusy(true);
    try {
      const result = await jobResult(await call('POST /bridges/:id/write', { params: { id: clientId } }));
      if (!result) return;
      const to = result.memoryId === undefined ? `/termbases/${result.termbaseId}` : `/memories/${result.memoryId}`;
      say(t.done(result.units, result.name), { label: t.open, run: () => void navigate(to) });
    } catch (error) {
      fail(error);
    } finally {
      setBusy(false);
    }
  };
  const written = outcome?.written ?? 0;
  return (
    <PlanFoot
      tally={
        outcome &&
        !stale &&
        `${t.pairs(written)} = ${t.tally(
          { certain: number(outcome.certain), chosen: number(outcome.chosen), decided: number(outcome.decided) },
          number(outcome.waiting),
          number(outcome.none),
        )}`
      }
    >
      <Button variant="contained" disabled={busy || stale || name === '' || written === 0} onClick={() => void write()}>
        {busy ? mergeTexts.writing : name === '' ? mergeTexts.writeFirst : t.write(written, name)}
      </Button>
    </PlanFoot>
  );
}
