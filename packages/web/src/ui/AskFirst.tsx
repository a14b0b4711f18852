import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { m } from '../messages/index.js';

interface Props {
  readonly title: string;
  readonly text: string;
  /** What the button does, as a verb. */
  readonly go: string;
  readonly onGo: () => void;
  readonly onClose: () => void;
}

/** Before something that cannot be undone, or that was not done here. */
export function AskFirst({ title, text, go, onGo, onClose }: Props) {
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle>{title}</DialogTitle>
      <DialogContent>{text}</DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.cancel}</Button>
        <Button
          variant="contained"
          onClick={() => {
            onClose();
            onGo();
          }}
        >
          {go}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
