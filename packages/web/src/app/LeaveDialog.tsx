import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { m } from '../messages/index.js';
import { useUnsavedWork, type Unsaved } from '../ui/unsaved-store.js';

interface Props {
  readonly all: readonly Unsaved[];
  readonly onStay: () => void;
}

/** Characters of each text that are shown. */
const SHOWN = 200;

export function LeaveDialog({ all, onStay }: Props) {
  const { discard } = useUnsavedWork();
  const save = async (): Promise<void> => {
    for (const one of all) if (!(await one.save())) return onStay();
    discard();
  };
  return (
    <Dialog open onClose={onStay} aria-labelledby="leave-title">
      <DialogTitle id="leave-title">{m.leave.title}</DialogTitle>
      <DialogContent>
        {all.map(({ text }, i) => (
          <div key={i} dir="auto">
            {text.length > SHOWN ? `${text.slice(0, SHOWN)} …` : text}
          </div>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onStay}>{m.leave.stay}</Button>
        <Button onClick={discard}>{m.leave.discard}</Button>
        <Button variant="contained" autoFocus onClick={() => void save()}>
          {m.leave.save}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
