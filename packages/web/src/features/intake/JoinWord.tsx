import { languagesOf, type JoinRule, type Reading } from '@fair-copy/core/intake/reading.js';
import { languageName } from '@fair-copy/core/language/tags.js';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Popover from '@mui/material/Popover';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { m } from '../../messages/en.js';
import { WordButton } from '../../ui/WordButton.js';
import type { ReadingChanges } from './useReadingChanges.js';

const t = m.intake.sentence;

/** When a row and a concept of the termbase are the same. */
export function JoinWord({ reading, changes }: { readonly reading: Reading; readonly changes: ReadingChanges }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { join } = reading;
  const names = join.languages.map((tag) => languageName(tag)).join(' and ');
  const word = join.id || join.languages.length ? t.join(names, join.id, join.subject) : t.joinNothing;
  const set = (change: Partial<JoinRule>): void => {
    const next = { ...join, ...change };
    changes.decide({ join: { ...next, languages: [...next.languages] } });
  };
  const hasId = reading.columns.some((column) => column.role.value.kind === 'id');
  return (
    <>
      <WordButton
        aria-haspopup="dialog"
        aria-label={t.change(word)}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {word}
      </WordButton>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <Box sx={{ p: 2, display: 'grid', maxHeight: 420, overflow: 'auto' }}>
          <Typography variant="body2" color="text.secondary">
            {t.joinTitle}
          </Typography>
          {hasId && <Choice label={t.joinId} on={join.id} onChange={(id) => set({ id })} />}
          {languagesOf(reading).map((tag) => (
            <Choice
              key={tag}
              label={t.joinLanguage(languageName(tag))}
              on={join.languages.includes(tag)}
              onChange={(on) =>
                set({ languages: on ? [...join.languages, tag] : join.languages.filter((other) => other !== tag) })
              }
            />
          ))}
          <Choice label={t.joinSubject} on={join.subject} onChange={(subject) => set({ subject })} />
        </Box>
      </Popover>
    </>
  );
}

function Choice({
  label,
  on,
  onChange,
}: {
  readonly label: string;
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
}) {
  return (
    <FormControlLabel
      control={<Checkbox size="small" checked={on} onChange={(_, value) => onChange(value)} />}
      label={label}
    />
  );
}
