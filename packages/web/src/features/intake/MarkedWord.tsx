import { markedFromExample } from '@fair-copy/core/document/marked/from-example.js';
import type { MarkedPattern } from '@fair-copy/core/document/marked/pattern.js';
import { markedRows } from '@fair-copy/core/document/marked/read.js';
import { words } from '../../all-words.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { firstLines } from '../../api/queries.js';
import type { IntakeFileBody } from '../../api/types.js';
import { WordButton } from '../../ui/WordButton.js';
import { WordPopover } from '../../ui/WordPopover.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';

const t = intakeTexts.sentence;
/** Rows that show what comes of an example. */
const ROWS_SHOWN = 3;

interface Props {
  readonly file: IntakeFileBody;
  /** Null: it is not read as marked text. */
  readonly marked: MarkedPattern | null;
  readonly changes: ReadingChanges;
}

/** Source and translation in one text: by which marks; another pattern by example, or none. */
export function MarkedWord({ file, marked, changes }: Props) {
  const word = marked ? words.intake.marked[marked.kind] : t.byExample;
  return (
    <WordPopover word={word} label={t.change(word)}>
      {(close) => (
        <Box sx={{ p: 2, width: 560 }}>
          {marked && (
            <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', mb: 1.5 }}>
              {marksOf(marked).length > 0 && (
                <Box component="code" sx={{ flex: 1, whiteSpace: 'pre-wrap' }}>
                  {marksOf(marked).join(' … ')}
                </Box>
              )}
              <WordButton
                onClick={() => {
                  close();
                  changes.recut({ marked: null });
                }}
              >
                {t.noMarks}
              </WordButton>
            </Box>
          )}
          <Example
            file={file}
            onUse={(pattern) => {
              close();
              changes.recut({ marked: pattern });
            }}
          />
        </Box>
      )}
    </WordPopover>
  );
}

function marksOf(marked: MarkedPattern): readonly string[] {
  if (marked.kind === 'records') return marked.labels;
  return 'marks' in marked ? marked.marks.filter(Boolean) : [];
}

/** The lines as they stand; the person copies a text and its translation out of them. */
function Example({ file, onUse }: { readonly file: IntakeFileBody; readonly onUse: (pattern: MarkedPattern) => void }) {
  const { data: lines = [] } = useQuery(firstLines(file.id));
  const [source, setSource] = useState('');
  const [target, setTarget] = useState('');
  const isWhole = source.trim() !== '' && target.trim() !== '';
  const pattern = useMemo(
    () => (isWhole ? markedFromExample(lines, [source, target]) : null),
    [isWhole, lines, source, target],
  );
  const rows = useMemo(() => (pattern ? markedRows(lines, pattern) : []), [lines, pattern]);
  return (
    <Box
      component="form"
      sx={{ display: 'grid', gap: 1.5 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (pattern) onUse(pattern);
      }}
    >
      <Typography variant="body2" color="textSecondary">
        {t.exampleHow}
      </Typography>
      <Box
        component="pre"
        role="region"
        tabIndex={0}
        aria-label={t.exampleLines}
        sx={(theme) => ({
          m: 0,
          p: 1,
          maxHeight: 190,
          overflow: 'auto',
          whiteSpace: 'pre-wrap',
          fontSize: 13,
          border: 1,
          borderColor: 'divider',
          bgcolor: theme.inks.sheet,
        })}
      >
        {lines.join('\n')}
      </Box>
      <TextField label={t.exampleSource} value={source} onChange={(event) => setSource(event.target.value)} />
      <TextField label={t.exampleTarget} value={target} onChange={(event) => setTarget(event.target.value)} />
      {isWhole && (
        <Typography
          variant="body2"
          role="status"
          sx={(theme) => ({ color: pattern ? theme.inks.ink : theme.inks.doubtText })}
        >
          {pattern ? t.exampleRows(rows.length) : t.exampleNot}
        </Typography>
      )}
      {rows.slice(0, ROWS_SHOWN).map(({ cells }, k) => (
        <Box key={k} sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, fontSize: 13 }}>
          {cells.slice(0, 2).map((cell, c) => (
            <span key={c}>{cell}</span>
          ))}
        </Box>
      ))}
      <Box>
        <Button type="submit" variant="contained" disabled={!pattern}>
          {t.exampleUse}
        </Button>
      </Box>
    </Box>
  );
}
