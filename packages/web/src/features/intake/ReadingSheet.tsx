import type { Reading } from '@fair-copy/core/intake/reading.js';
import Box from '@mui/material/Box';
import { useRef, useState, type RefObject } from 'react';
import type { IntakeFileBody, OutcomeKindBody, UnitSurvey } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { call } from '../../api/http.js';
import { InspectAhead } from '../../parts/InspectAhead.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { CleaningSteps } from './CleaningSteps.js';
import { rowGrid, type RowGrid } from './columns.js';
import { FileNotes } from './FileNotes.js';
import { RoleStrip } from './RoleStrip.js';
import { Rows } from './Rows.js';
import { SourceSentence } from './SourceSentence.js';
import { Tally } from './Tally.js';
import { Left, Sample, UnitsFoot } from './UnitsSheet.js';
import { useReadingChanges, type ReadingChanges } from './useReadingChanges.js';
import { KeepReading } from './KeepReading.js';
import { WriteButton } from './WriteButton.js';
import { WrittenTerms, WrittenUnits } from './Written.js';

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
  const strip = useRef<HTMLDivElement>(null);
  useKeyHints(HINTS);
  const grid = rowGrid(reading.columns);
  return (
    <>
      <Box sx={{ px: 2, pt: 1.25, pb: 1, bgcolor: 'background.default' }}>
        <SourceSentence file={file} reading={reading} changes={changes} />
        {file.written && <WrittenTerms written={file.written} />}
        <FileNotes file={file} reading={reading} changes={changes} />
        {file.unitsWritten && <WrittenUnits written={file.unitsWritten} />}
        {!file.units && <CleaningSteps file={file} reading={reading} changes={changes} />}
      </Box>
      <RoleStrip ref={strip} reading={reading} grid={grid} changes={changes} />
      {file.units ? (
        <UnitsOfTable file={file} survey={file.units} />
      ) : (
        <RowsWithTally file={file} reading={reading} grid={grid} changes={changes} strip={strip} />
      )}
    </>
  );
}

/** Texts as they will be units: nothing is cleaned. */
function UnitsOfTable({ file, survey }: { readonly file: IntakeFileBody; readonly survey: UnitSurvey }) {
  const [part, setPart] = useState<'taken' | 'left'>('taken');
  return (
    <>
      <Box sx={{ flex: 1, minHeight: 0, overflow: 'auto' }}>
        {part === 'taken' ? <Sample survey={survey} /> : <Left survey={survey} />}
      </Box>
      <UnitsFoot file={file} survey={survey} part={part} onPart={setPart} />
    </>
  );
}

interface RowsProps {
  readonly file: IntakeFileBody;
  readonly reading: Reading;
  readonly grid: RowGrid;
  readonly changes: ReadingChanges;
  readonly strip: RefObject<HTMLDivElement | null>;
}

function RowsWithTally({ file, reading, grid, changes, strip }: RowsProps) {
  const [kind, setKind] = useState<OutcomeKindBody | null>(null);
  return (
    <>
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
        <KeepReading file={file} />
        <InspectAhead
          disabled={!file.outcome?.tally.entries}
          start={() => call('POST /intake/files/:id/inspect-ahead', { params: { id: file.id } })}
        />
        <WriteButton file={file} changes={changes} />
      </Box>
    </>
  );
}
