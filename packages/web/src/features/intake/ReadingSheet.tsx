import type { Reading } from '@fair-copy/core/intake/reading.js';
import Box from '@mui/material/Box';
import { useRef, useState } from 'react';
import type { IntakeFileBody, OutcomeKindBody } from '../../api/types.js';
import { m } from '../../messages/en.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { CleaningSteps } from './CleaningSteps.js';
import { rowGrid } from './columns.js';
import { FileNotes } from './FileNotes.js';
import { RoleStrip } from './RoleStrip.js';
import { Rows } from './Rows.js';
import { SourceSentence } from './SourceSentence.js';
import { Tally } from './Tally.js';
import { useReadingChanges } from './useReadingChanges.js';
import { WriteButton } from './WriteButton.js';
import { WrittenNote } from './WrittenNote.js';

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['Enter', m.keys.open],
  ['Esc', m.keys.leave],
  ['[ ]', m.keys.doubt],
  ['a', m.keys.accept],
  ['x', m.keys.leaveOut],
  ['u', m.keys.undo],
];

/** The reading of a file: what it is, its rows as they stand in it, what becomes of them, and the sum of it. */
export function ReadingSheet({ file, reading }: { readonly file: IntakeFileBody; readonly reading: Reading }) {
  const changes = useReadingChanges(file.id);
  const [kind, setKind] = useState<OutcomeKindBody | null>(null);
  const strip = useRef<HTMLDivElement>(null);
  useKeyHints(HINTS);
  const grid = rowGrid(reading.columns);
  return (
    <>
      <Box sx={{ px: 2, pt: 1.25, pb: 1, bgcolor: 'background.default' }}>
        <SourceSentence file={file} reading={reading} changes={changes} />
        {file.written && <WrittenNote written={file.written} />}
        <FileNotes file={file} reading={reading} changes={changes} />
        <CleaningSteps file={file} reading={reading} changes={changes} />
      </Box>
      <RoleStrip ref={strip} reading={reading} grid={grid} changes={changes} />
      <Rows
        key={kind ?? 'all'}
        file={file}
        reading={reading}
        kind={kind}
        grid={grid}
        changes={changes}
        onSideways={(left) => {
          if (strip.current) strip.current.scrollLeft = left;
        }}
      />
      <Box
        component="footer"
        sx={{
          borderTop: 1,
          borderColor: 'divider',
          px: 2,
          py: 1,
          display: 'flex',
          alignItems: 'center',
          gap: 2,
          bgcolor: 'background.default',
        }}
      >
        <Tally file={file} kind={kind} onKind={setKind} />
        <WriteButton file={file} changes={changes} />
      </Box>
    </>
  );
}
