import Box from '@mui/material/Box';
import type { IntakeFileBody } from '../../api/types.js';
import { WrittenNote } from '../../parts/WrittenNote.js';
import { shared } from '../../parts/messages.js';
import { MarginNote } from '../../ui/MarginNote.js';
import { intakeTexts } from './messages.js';

const t = intakeTexts.write;

/** After writing to a termbase: where it went, and the way back. */
export function WrittenTerms({ written }: { readonly written: NonNullable<IntakeFileBody['written']> }) {
  const { standing, ledgerId, termbaseId, termbase, entries, joined } = written;
  if (standing !== 'stands') return <MarginNote tone="quiet">{t.standing[standing](termbase)}</MarginNote>;
  return (
    <Box sx={{ my: 0.5 }}>
      <WrittenNote
        to={`/termbases/${termbaseId}`}
        open={t.open}
        undo={t.undo}
        undone={t.standing.undone()}
        ledgerId={ledgerId}
      >
        {t.done(entries, joined, termbase)}
      </WrittenNote>
    </Box>
  );
}

/** After writing to a memory. */
export function WrittenUnits({ written }: { readonly written: NonNullable<IntakeFileBody['unitsWritten']> }) {
  const { standing, ledgerId, memoryId, memory, units, skipped } = written;
  if (standing !== 'stands') return <MarginNote tone="quiet">{t.standing[standing](memory)}</MarginNote>;
  const { open, done } = shared.toMemory;
  return (
    <WrittenNote
      to={`/memories/${memoryId}`}
      open={open}
      undo={t.undo}
      undone={t.standing.undone()}
      ledgerId={ledgerId}
    >
      {done(units, skipped, memory)}
    </WrittenNote>
  );
}
