import Box from '@mui/material/Box';
import type { Standing } from '@fair-copy/api/shared.js';
import { WrittenNote } from '../../parts/WrittenNote.js';
import { mergeTexts as t } from './messages.js';

interface Props<W> {
  /** Null: nothing was written by this plan yet. */
  readonly written: W | null;
  readonly to: (written: W) => string;
  readonly open: string;
  readonly name: (written: W) => string;
  readonly says: (written: W) => string;
}

/** What was written by the plan last, where it still stands, with the way to it and its undo. */
export function LastWritten<W extends { readonly ledgerId: number; readonly standing: Standing }>({
  written,
  to,
  open,
  name,
  says,
}: Props<W>) {
  if (written?.standing !== 'stands') return null;
  return (
    <Box sx={{ mb: 1.5 }}>
      <WrittenNote
        ledgerId={written.ledgerId}
        to={to(written)}
        open={open}
        undo={t.undo}
        undone={t.undone(name(written))}
      >
        {says(written)}
      </WrittenNote>
    </Box>
  );
}
