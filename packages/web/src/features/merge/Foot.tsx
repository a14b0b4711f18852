import { FATES } from '@fair-copy/core/memory/merge/plan.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import type { MemoryBody } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { useToast } from '../../ui/toast-store.js';
import { mergeTexts as t } from './messages.js';
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
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 3,
        py: 1.25,
        borderTop: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
      }}
    >
      <Box role="group" aria-label={t.tally} sx={{ flex: 1, fontSize: 14, fontVariantNumeric: 'tabular-nums' }}>
        {outcome &&
          !stale &&
          `${t.units(total)} = ${FATES.map((fate) => `${number(outcome.tally[fate])} ${t.fates[fate]}`).join(' + ')}`}
      </Box>
      <Button
        variant="contained"
        sx={{ maxWidth: '50%' }}
        disabled={busy || stale || !outcome || name === '' || written === 0}
        onClick={() => void write()}
      >
        {busy ? t.writing : name === '' ? t.writeFirst : t.write(written, name)}
      </Button>
    </Box>
  );
}
