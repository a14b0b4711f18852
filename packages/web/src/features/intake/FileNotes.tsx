import { languageName } from '@fair-copy/core/language/tags.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import Box from '@mui/material/Box';
import { m } from '../../messages/en.js';
import { MarginNote, type NoteTone } from '../../ui/MarginNote.js';
import { WordButton } from '../../ui/WordButton.js';
import type { ReadingChanges } from './useReadingChanges.js';

const TONE: Readonly<Record<'error' | 'warning' | 'info', NoteTone>> = {
  error: 'error',
  warning: 'doubt',
  info: 'quiet',
};

/** What is to be said about the file as a whole, each with what can be done about it. */
export function FileNotes({ reading, changes }: { readonly reading: Reading; readonly changes: ReadingChanges }) {
  const { source } = reading;
  const hidden =
    source.kind === 'workbook' ? source.sheets.filter((sheet) => sheet.hidden && sheet.name !== source.sheet) : [];
  if (reading.notes.length === 0 && hidden.length === 0) return null;
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fill, minmax(380px, 1fr))',
        gap: '2px 24px',
        my: 0.75,
        maxHeight: 130,
        overflow: 'auto',
      }}
    >
      {reading.notes.map((note, i) => (
        <MarginNote
          key={i}
          inline
          tone={TONE[note.severity]}
          {...(note.code === 'language-contradiction' && {
            actions: <Contradiction reading={reading} column={(note.place.column ?? 1) - 1} changes={changes} />,
          })}
        >
          <span title={note.advice}>{note.message}</span> {note.severity !== 'info' && note.advice}
        </MarginNote>
      ))}
      {hidden.map((sheet) => (
        <MarginNote
          key={sheet.name}
          tone="quiet"
          inline
          actions={<WordButton onClick={() => changes.takeSheet(sheet.name)}>{m.intake.takeSheet}</WordButton>}
        >
          {m.intake.hiddenSheet(sheet.name)}
        </MarginNote>
      ))}
    </Box>
  );
}

function Contradiction({
  reading,
  column,
  changes,
}: {
  readonly reading: Reading;
  readonly column: number;
  readonly changes: ReadingChanges;
}) {
  const contradiction = reading.columns[column]?.contradiction;
  if (!contradiction) return null;
  const choose = (language: string): void => changes.decide({ roles: { [column]: { kind: 'term', language } } });
  return (
    <>
      <WordButton onClick={() => choose(contradiction.content)}>
        {m.intake.role.useContent(languageName(contradiction.content))}
      </WordButton>
      <WordButton onClick={() => choose(contradiction.header)}>
        {m.intake.role.useHeader(languageName(contradiction.header))}
      </WordButton>
    </>
  );
}
