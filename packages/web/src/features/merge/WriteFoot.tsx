import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { useToast } from '../../ui/toast-store.js';
import { useBusy } from '../../ui/useBusy.js';
import { mergeTexts as t } from './messages.js';
import { PlanFoot } from './PlanFrame.js';

/** What was written: said, with the way to it. */
export interface Done {
  readonly said: string;
  readonly open: string;
  readonly to: string;
}

interface Props {
  readonly tally: ReactNode;
  /** Of what it is written to; empty: it has none yet. */
  readonly name: string;
  /** Said instead of `label` while there is no name. */
  readonly nameFirst: string;
  readonly label: string;
  readonly isReady: boolean;
  /** Null: it was stopped. */
  readonly write: () => Promise<Done | null>;
}

/** The sum of a plan, and the button that writes it. */
export function WriteFoot({ tally, name, nameFirst, label, isReady, write }: Props) {
  const { busy, run } = useBusy();
  const say = useToast((state) => state.say);
  const navigate = useNavigate();
  const start = async (): Promise<void> => {
    const done = await write();
    if (done) say(done.said, { label: done.open, run: () => void navigate(done.to) });
  };
  return (
    <PlanFoot tally={tally}>
      <Button variant="contained" disabled={busy || !isReady || name === ''} onClick={() => run(start)}>
        {busy ? t.writing : name === '' ? nameFirst : label}
      </Button>
    </PlanFoot>
  );
}
