import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import type { NameDialogProps } from './NameDialog.js';
import { useState } from 'react';

/** Asks for one name. */
export function NameForm({ title, label, initial = '', submit, cancel, onSubmit, onClose }: NameDialogProps) {
  const [name, setName] = useState(initial);
  const [error, setError] = useState('');
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit(name).then(onClose, (failure: unknown) =>
            setError(failure instanceof Error ? failure.message : String(failure)),
          );
        }}
      >
        <DialogTitle>{title}</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            margin="dense"
            label={label}
            value={name}
            error={error !== ''}
            helperText={error}
            onChange={(event) => setName(event.target.value)}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{cancel}</Button>
          <Button type="submit" variant="contained" disabled={name.trim() === ''}>
            {submit}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
