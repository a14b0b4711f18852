import { SEPARATORS } from '@fair-copy/core/intake/cleaning/synonyms.js';
import { CLEANING_STEPS, type CellStepId, type CleaningStepId, type Reading } from '@fair-copy/core/intake/reading.js';
import { columnLetter } from '@fair-copy/core/sheet/model.js';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { stepPreview } from '../../api/queries.js';
import type { IntakeFileBody } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { WordButton } from '../../ui/WordButton.js';
import { WordPopover } from '../../ui/WordPopover.js';
import { visible } from './visible.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';

interface Props {
  readonly file: IntakeFileBody;
  readonly reading: Reading;
  readonly changes: ReadingChanges;
}

const t = intakeTexts.steps;

/** Each step as a short sentence: a switch, what it does, how many cells it touches, and examples on demand. */
export function CleaningSteps(props: Props) {
  const [all, setAll] = useState(false);
  const { outcome } = props.file;
  // What touches nothing takes no room; while it is being counted, nothing moves.
  const idle = outcome ? CLEANING_STEPS.filter((id) => outcome.steps[id].touched === 0) : [];
  const shown = all ? CLEANING_STEPS : CLEANING_STEPS.filter((id) => !idle.includes(id));
  return (
    <Box
      component="section"
      aria-label={t.title}
      sx={{
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fill, minmax(300px, 1fr))',
        columnGap: 2,
        mt: 0.5,
        maxHeight: 132,
        overflow: 'auto',
      }}
    >
      {shown.map((id) => (
        <Step key={id} id={id} {...props} />
      ))}
      {idle.length > 0 && (
        <Box sx={{ minHeight: 25, fontSize: 13, color: 'text.secondary', alignSelf: 'center', pl: 0.5 }}>
          {t.idle(idle.length, idle.length === CLEANING_STEPS.length)}:{' '}
          <WordButton onClick={() => setAll(!all)}>{all ? t.hide : t.show}</WordButton>
        </Box>
      )}
    </Box>
  );
}

function Step({ id, file, reading, changes }: Props & { readonly id: CleaningStepId }) {
  const count = file.outcome?.steps[id].touched ?? null;
  const on = reading.steps[id];
  // What concerns whole rows has no examples of cells.
  const cells: CellStepId | null = id === 'duplicates' || id === 'swapped' ? null : id;
  const unit = cells === null ? t.rows : t.cells;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', minHeight: 25, gap: 0.5, fontSize: 13 }}>
      <Switch
        size="small"
        checked={on}
        onChange={(_, value) => changes.decide({ steps: { [id]: value } })}
        slotProps={{ input: { 'aria-label': t.names[id] } }}
      />
      <Box sx={{ color: on ? 'text.primary' : 'text.secondary', minWidth: 0 }}>
        {t.names[id]}
        {id === 'synonyms' && <Separators file={file} reading={reading} changes={changes} />}:{' '}
        {count === null ? (
          t.counting
        ) : cells === null || count === 0 ? (
          unit(count)
        ) : (
          <Examples file={file} id={cells} label={unit(count)} />
        )}
      </Box>
    </Box>
  );
}

function Separators({ file, reading, changes }: Props) {
  const { separators } = reading;
  const names = separators.map((separator) => t.separatorNames[separator] ?? separator).join(' ');
  const toggle = (separator: string): void =>
    changes.decide({
      separators: separators.includes(separator)
        ? separators.filter((s) => s !== separator)
        : [...separators, separator],
    });
  return (
    <>
      {', '}
      <WordPopover word={separators.length ? `${t.separators} ${names}` : t.noSeparator}>
        {() => (
          <Box sx={{ p: 1.5, display: 'grid' }}>
            {SEPARATORS.map((separator) => (
              <FormControlLabel
                key={separator}
                control={
                  <Checkbox size="small" checked={separators.includes(separator)} onChange={() => toggle(separator)} />
                }
                label={`${t.separatorNames[separator]}: ${t.cells(file.outcome?.separators[separator] ?? 0)}`}
              />
            ))}
          </Box>
        )}
      </WordPopover>
    </>
  );
}

function Examples({
  file,
  id,
  label,
}: {
  readonly file: IntakeFileBody;
  readonly id: CellStepId;
  readonly label: string;
}) {
  const [asked, setAsked] = useState(false);
  const { data } = useQuery({ ...stepPreview(file.id, id), enabled: asked });
  return (
    <WordPopover word={label} onOpen={() => setAsked(true)}>
      {() => (
        <Box
          role="region"
          aria-label={t.examples}
          tabIndex={0}
          sx={{ p: 2, maxWidth: 520, maxHeight: 380, overflow: 'auto' }}
        >
          <Typography component="h2" sx={{ fontWeight: 600, mb: 1 }}>
            {t.examples}
          </Typography>
          {data?.examples.length === 0 && t.none}
          {data?.examples.map((example, i) => (
            <Box
              key={i}
              sx={{
                display: 'flex',
                gap: 1.5,
                py: 0.5,
                borderTop: i ? 1 : 0,
                borderColor: 'divider',
                alignItems: 'baseline',
              }}
            >
              <Box sx={{ color: 'text.secondary', fontSize: 12, whiteSpace: 'nowrap' }}>
                {columnLetter(example.column)}
                {number(example.row)}
              </Box>
              <Box>
                <Box
                  sx={(theme) => ({
                    textDecoration: 'line-through',
                    textDecorationColor: theme.inks.vermilion,
                    color: 'text.secondary',
                  })}
                >
                  <LanguageText language={null}>{visible(example.before)}</LanguageText>
                </Box>
                {example.after.map((text, j) => (
                  <Box key={j}>
                    <LanguageText language={null}>{text}</LanguageText>
                  </Box>
                ))}
              </Box>
            </Box>
          ))}
        </Box>
      )}
    </WordPopover>
  );
}
