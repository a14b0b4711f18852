import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { call } from '../api/http.js';
import { m } from '../messages/index.js';

interface Props {
  readonly client: { readonly id: number; readonly name: string };
  readonly onDone: () => void;
  readonly onClose: () => void;
}

/** Nothing brings a client back that was deleted for good: a person types the name to say that it is meant. */
export function EraseClient({ client, onDone, onClose }: Props) {
  const [typed, setTyped] = useState('');
  const [error, setError] = useState('');
  const [busy, setBusy] = useState(false);
  const erase = (): void => {
    setBusy(true);
    call('DELETE /clients/:id', { params: { id: client.id }, body: { name: typed } }).then(
      onDone,
      (failure: unknown) => {
        setBusy(false);
        setError(failure instanceof Error ? failure.message : String(failure));
      },
    );
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          erase();
        }}
      >
        <DialogTitle>{m.client.eraseTitle(client.name)}</DialogTitle>
        <DialogContent>
          {m.client.eraseText}
          <TextField
            autoFocus
            fullWidth
            margin="normal"
            label={m.client.eraseLabel}
            value={typed}
            error={error !== ''}
            helperText={error}
            onChange={(event) => setTyped(event.target.value)}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{m.common.cancel}</Button>
          <Button type="submit" color="error" variant="contained" disabled={busy || typed.trim() !== client.name}>
            {m.client.eraseGo}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
