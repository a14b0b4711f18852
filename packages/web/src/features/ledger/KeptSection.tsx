import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/http.js';
import { fetchJobFile, jobResult } from '../../api/jobs.js';
import { undoHistory } from '../../api/queries.js';
import { AskFirst } from '../../ui/AskFirst.js';
import { moment, size } from '../../ui/format.js';
import { Pick } from '../../ui/Pick.js';
import { useToast } from '../../ui/toast-store.js';
import { ledgerTexts } from './messages.js';
import { SERIF } from '../../ui/typefaces.js';

const t = ledgerTexts;
/** Null: for ever. */
const CHOICES: readonly (number | null)[] = [7, 30, 90, 365, null];

/** How long undo is kept and what it takes; everything in one zip. */
export function KeptSection() {
  const { data: history } = useQuery(undoHistory);
  const [asking, setAsking] = useState(false);
  const [backing, setBacking] = useState(false);
  const { say, fail } = useToast();
  const keepFor = (days: number | null): void => void call('PUT /ledger/history', { body: { days } }).catch(fail);
  const clear = async (): Promise<void> => {
    if ((await jobResult(await call('POST /ledger/history/clear'))) !== null) say(t.cleared);
  };
  const backUp = async (): Promise<void> => {
    setBacking(true);
    try {
      const started = await call('POST /backup');
      const made = await jobResult(started);
      if (!made) return;
      fetchJobFile(started.id);
      say(made.damaged.length ? t.backedUpWithout(made.damaged.join(', ')) : t.backedUp(made.files));
    } finally {
      setBacking(false);
    }
  };
  if (!history) return null;
  const choices = CHOICES.includes(history.days) ? CHOICES : [history.days, ...CHOICES];
  return (
    <Box
      component="section"
      aria-labelledby="kept-title"
      sx={{ mt: 4, pt: 2, borderTop: 1, borderColor: 'divider', display: 'grid', gap: 1.5 }}
    >
      <Typography component="h2" id="kept-title" sx={{ fontFamily: SERIF, fontSize: 18 }}>
        {t.kept}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography sx={{ flex: 1, minWidth: 300 }}>
          {t.keptText(history.entries, size(history.bytes), history.oldest && moment(history.oldest))}
        </Typography>
        <Pick
          label={t.keepFor}
          value={String(history.days)}
          onChange={(days) => keepFor(days === 'null' ? null : Number(days))}
        >
          {choices.map((days) => (
            <MenuItem key={String(days)} value={String(days)}>
              {t.days(days)}
            </MenuItem>
          ))}
        </Pick>
        <Button color="error" disabled={history.entries === 0} onClick={() => setAsking(true)}>
          {t.clear}
        </Button>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography sx={{ flex: 1, minWidth: 300 }}>{backing ? t.backingUp : t.backUpText}</Typography>
        <Button variant="outlined" disabled={backing} onClick={() => void backUp().catch(fail)}>
          {t.backUp}
        </Button>
      </Box>
      {asking && (
        <AskFirst
          title={t.clearTitle}
          text={t.clearText}
          go={t.clearGo}
          onGo={() => void clear().catch(fail)}
          onClose={() => setAsking(false)}
        />
      )}
    </Box>
  );
}
