import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { call } from '../../api/http.js';
import { inspectedPath, type Inspected } from '../../api/queries.js';
import type { MatterRow } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { useBusy } from '../../ui/useBusy.js';
import { inspectTexts } from './messages.js';

const t = inspectTexts;

/** Of spaces and marks alone nobody would say that they are right everywhere. */
const SAYS = /[\p{L}\p{N}]/u;

type Scope = 'these' | 'alike' | 'rule';

interface Props {
  readonly of: Inspected;
  /** What is let stand: one, or those that are marked. */
  readonly rows: readonly MatterRow[];
  readonly onDone: () => void;
  readonly onClose: () => void;
}

/** Asks why findings may stand, and how far that goes: these, all that rest on the same words, or those words for good. */
export function StetDialog({ of, rows, onDone, onClose }: Props) {
  const [reason, setReason] = useState('');
  const [scope, setScope] = useState<Scope>('these');
  const { busy, run } = useBusy();
  const [row] = rows;
  const alike = rows.length === 1 ? row!.alike : 0;
  const own = rows.reduce((sum, { ids }) => sum + ids.length, 0);
  const stet = async (): Promise<void> => {
    const ids = rows.flatMap((one) => one.ids);
    await call(`POST ${inspectedPath(of)}/findings/stet`, { params: { id: of.id }, body: { ids, reason, scope } });
    onDone();
    onClose();
  };
  const choice = (value: Scope, label: string) => (
    <FormControlLabel value={value} control={<Radio size="small" />} label={label} />
  );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          run(stet);
        }}
      >
        <DialogTitle>{t.stet}</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            margin="dense"
            label={t.stetReason}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
          <RadioGroup
            aria-label={t.stetScope}
            value={scope}
            onChange={(_, value) => setScope(value as Scope)}
            sx={{ mt: 1 }}
          >
            {choice('these', t.stetThese(own))}
            {alike > own && choice('alike', t.stetAlike(alike, row!.evidence))}
            {rows.every(({ evidence }) => SAYS.test(evidence)) &&
              choice('rule', rows.length === 1 ? t.stetRule(row!.evidence) : t.stetRules)}
          </RadioGroup>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{m.common.cancel}</Button>
          <Button type="submit" variant="contained" disabled={busy || reason.trim() === ''}>
            {t.stetGo}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
