import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { clients as clientsQuery } from '../api/queries.js';
import { m } from '../messages/index.js';
import { useDesk } from '../ui/desk-store.js';
import { useToast } from '../ui/toast-store.js';
import { shared } from './messages.js';

interface Props {
  readonly name: string;
  /** Whose it is. */
  readonly clientId: number;
  readonly move: (clientId: number) => Promise<unknown>;
  readonly undo: () => void;
  readonly onClose: () => void;
}

/** Puts a resource that was made for the wrong client right; what belongs to it goes with it. */
export function MoveToClient({ name, clientId, move, undo, onClose }: Props) {
  const { data: clients = [] } = useQuery(clientsQuery);
  const others = clients.filter(({ id }) => id !== clientId);
  const [chosen, setChosen] = useState<number | ''>('');
  const [busy, setBusy] = useState(false);
  const { clientId: inHand, takeInHand } = useDesk();
  const { say, fail } = useToast();
  const go = (): void => {
    const to = others.find(({ id }) => id === chosen);
    if (!to) return;
    setBusy(true);
    move(to.id).then(
      () => {
        // The page stays open, so that its client is the one in hand.
        if (inHand !== null) takeInHand(to.id);
        say(shared.moveTo.done(name, to.name), { label: m.common.undo, run: undo });
        onClose();
      },
      (error: unknown) => {
        setBusy(false);
        fail(error);
      },
    );
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>{shared.moveTo.title(name)}</DialogTitle>
      <DialogContent>
        {others.length === 0 ? (
          <Typography>{shared.moveTo.none}</Typography>
        ) : (
          <TextField
            select
            fullWidth
            autoFocus
            label={shared.moveTo.client}
            value={chosen}
            onChange={(event) => setChosen(Number(event.target.value))}
            sx={{ mt: 1 }}
          >
            {others.map((client) => (
              <MenuItem key={client.id} value={client.id}>
                {client.name}
              </MenuItem>
            ))}
          </TextField>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.cancel}</Button>
        <Button variant="contained" disabled={chosen === '' || busy} onClick={go}>
          {shared.moveTo.go}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
