import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { call } from '../../api/http.js';
import type { IntakeFileBody } from '../../api/types.js';
import { MarginNote } from '../../ui/MarginNote.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { intakeTexts } from './messages.js';

const t = intakeTexts.write;

/** After writing: where it went, and the way back. */
export function WrittenNote({ written }: { readonly written: NonNullable<IntakeFileBody['written']> }) {
  const { say, fail } = useToast();
  if (written.standing !== 'stands')
    return <MarginNote tone="quiet">{t.standing[written.standing](written.termbase)}</MarginNote>;
  const undo = (): void => {
    call('POST /ledger/:id/undo', { params: { id: written.ledgerId } }).then(() => say(t.standing.undone()), fail);
  };
  return (
    <Box sx={{ my: 0.5 }}>
      <MarginNote
        tone="settled"
        inline
        actions={
          <>
            <WordButton as={Link} {...{ to: `/termbases/${written.termbaseId}` }}>
              {t.open}
            </WordButton>
            <WordButton onClick={undo}>{t.undo}</WordButton>
          </>
        }
      >
        {t.done(written.entries, written.joined, written.termbase)}
      </MarginNote>
    </Box>
  );
}
