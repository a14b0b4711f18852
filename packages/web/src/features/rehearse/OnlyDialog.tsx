import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { UnitsOnly } from '@fair-copy/api/kits.js';
import { m } from '../../messages/index.js';
import { rehearseTexts as t } from './messages.js';

interface Props {
  readonly name: string;
  readonly only: UnitsOnly;
  /** Nothing in it: all units. */
  readonly onSave: (only: UnitsOnly) => void;
  readonly onClose: () => void;
}

/** Which units of a memory the kit takes. */
export function OnlyDialog({ name, only, onSave, onClose }: Props) {
  const [client, setClient] = useState(only.client ?? '');
  const [subject, setSubject] = useState(only.subject ?? '');
  const [since, setSince] = useState(only.since ?? '');
  const save = (): void => {
    onSave({
      ...(client.trim() && { client: client.trim() }),
      ...(subject.trim() && { subject: subject.trim() }),
      ...(since && { since }),
    });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <DialogTitle>{t.onlyTitle(name)}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2, '&&': { pt: 1 } }}>
          <Typography color="textSecondary">{t.onlyHint}</Typography>
          <TextField
            autoFocus
            label={t.onlyClient}
            value={client}
            onChange={({ target: { value } }) => setClient(value)}
          />
          <TextField label={t.onlySubject} value={subject} onChange={({ target: { value } }) => setSubject(value)} />
          <TextField
            type="date"
            label={t.onlySince}
            value={since}
            slotProps={{ inputLabel: { shrink: true } }}
            onChange={({ target: { value } }) => setSince(value)}
          />
        </DialogContent>
        <DialogActions>
          <Button
            onClick={() => {
              onSave({});
              onClose();
            }}
          >
            {t.onlyAll}
          </Button>
          <Button onClick={onClose}>{m.common.cancel}</Button>
          <Button type="submit" variant="contained">
            {m.common.save}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
