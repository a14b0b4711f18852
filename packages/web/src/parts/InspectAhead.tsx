import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import type { LookedAhead } from '@fair-copy/api/ahead.js';
import type { JobOf } from '@fair-copy/api/jobs.js';
import { jobResult } from '../api/jobs.js';
import { useBusy } from '../ui/useBusy.js';
import { shared } from './messages.js';

const AheadDialog = lazy(async () => ({ default: (await import('./AheadDialog.js')).AheadDialog }));

interface Props {
  readonly start: () => Promise<JobOf<'inspect ahead'>>;
  readonly disabled?: boolean;
}

/** What Inspect would say of what is about to be written: asked for, and shown; nothing is written. */
export function InspectAhead({ start, disabled = false }: Props) {
  const { busy, run } = useBusy();
  const [looked, setLooked] = useState<LookedAhead | null>(null);
  const look = async (): Promise<void> => setLooked(await jobResult(await start()));
  return (
    <>
      <Button aria-haspopup="dialog" disabled={busy || disabled} onClick={() => run(look)}>
        {busy ? shared.ahead.running : shared.ahead.open}
      </Button>
      {looked && (
        <Suspense>
          <AheadDialog looked={looked} onClose={() => setLooked(null)} />
        </Suspense>
      )}
    </>
  );
}
