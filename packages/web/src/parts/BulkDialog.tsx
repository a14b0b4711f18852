import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import type { JobOf } from '@fair-copy/api/jobs.js';
import { jobEnded } from '../api/jobs.js';
import { m } from '../messages/index.js';
import { Pick } from '../ui/Pick.js';
import { useToast } from '../ui/toast-store.js';
import { errorWords } from '../words.js';
import { shared } from './messages.js';

type Kind = 'change terms' | 'change units' | 'harvest terms';

interface Props<K extends string, J extends Kind> {
  readonly title: string;
  /** What is changed: "The 3 marked units". */
  readonly of: string;
  readonly kinds: readonly K[];
  readonly names: Readonly<Record<K, string>>;
  readonly kind: K;
  readonly onKind: (kind: K) => void;
  /** What a kind of change has to be told. */
  readonly form: ReactNode;
  /** What would change, counted and with examples, as far as it is known. */
  readonly preview: ReactNode;
  readonly error: Error | null;
  readonly isCounting: boolean;
  readonly ready: boolean;
  /** Takes something away. */
  readonly isRemoval: boolean;
  readonly go: string;
  readonly start: () => Promise<JobOf<J>>;
  readonly said: (changed: number) => string;
  readonly onDone: () => void;
  readonly onClose: () => void;
}

/** One change for many: what it would do is counted and shown before it is done. */
export function BulkDialog<K extends string, J extends Kind>(props: Props<K, J>) {
  const { kinds, kind, onDone, onClose } = props;
  const [working, setWorking] = useState(false);
  const { say, fail } = useToast();
  const go = async (): Promise<void> => {
    setWorking(true);
    const ended = await props
      .start()
      .then((job) => jobEnded(job))
      .finally(() => setWorking(false));
    if (!ended.result) return ended.error ? fail(new Error(errorWords(ended.error))) : onClose();
    say(props.said(ended.result.changed));
    onDone();
    onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle>{props.title}</DialogTitle>
      <DialogContent>
        <Typography color="textSecondary" sx={{ mb: 2 }}>
          {props.of}
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1.5 }}>
          <Pick label={shared.bulk.what} value={kind} onChange={(value) => props.onKind(value as K)}>
            {kinds.map((value) => (
              <MenuItem key={value} value={value}>
                {props.names[value]}
              </MenuItem>
            ))}
          </Pick>
          {props.form}
        </Box>
        <Box aria-live="polite" sx={{ mt: 2, minHeight: 120 }}>
          {props.error && <Typography color="error">{props.error.message}</Typography>}
          {props.isCounting && shared.bulk.counting}
          {props.preview}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.cancel}</Button>
        <Button
          variant="contained"
          color={props.isRemoval ? 'error' : 'primary'}
          disabled={!props.ready || working}
          onClick={() => void go().catch(fail)}
        >
          {props.go}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
