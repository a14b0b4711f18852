import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { call } from '../api/http.js';
import { MarginNote } from '../ui/MarginNote.js';
import { useToast } from '../ui/toast-store.js';
import { WordButton } from '../ui/WordButton.js';

interface Props {
  readonly ledgerId: number;
  /** Where it can be looked at, and the words for going there. */
  readonly to: string;
  readonly open: string;
  /** The words for taking it back, and what is said once it is. */
  readonly undo: string;
  readonly undone: string;
  readonly children: ReactNode;
}

/** What was written and still stands: where it went, and the way back. */
export function WrittenNote({ ledgerId, to, open, undo, undone, children }: Props) {
  const { say, fail } = useToast();
  const takeBack = (): void => {
    call('POST /ledger/:id/undo', { params: { id: ledgerId } }).then(() => say(undone), fail);
  };
  return (
    <MarginNote
      tone="settled"
      inline
      actions={
        <>
          <WordButton as={Link} {...{ to }}>
            {open}
          </WordButton>
          <WordButton onClick={takeBack}>{undo}</WordButton>
        </>
      }
    >
      {children}
    </MarginNote>
  );
}
