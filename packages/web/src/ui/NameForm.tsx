import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import type { NameDialogProps } from './NameDialog.js';
import { useState } from 'react';

/** Asks for one name. */
export function NameForm({ title, label, initial = '', submit, cancel, option, onSubmit, onClose }: NameDialogProps) {
  const [name, setName] = useState(initial);
  const [isOn, setIsOn] = useState(false);
  const [error, setError] = useState('');
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit(name, isOn).then(onClose, (failure: unknown) =>
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
          {option && (
            <FormControlLabel
              control={<Checkbox size="small" checked={isOn} onChange={(_, on) => setIsOn(on)} />}
              label={option}
            />
          )}
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
