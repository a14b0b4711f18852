import { listed } from '../../ui/format.js';
import { languagesOf, type JoinRule, type Reading } from '@fair-copy/core/intake/reading.js';
import { languageName } from '../../ui/languages.js';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { WordPopover } from '../../ui/WordPopover.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';

const t = intakeTexts.sentence;

/** When a row and a concept of the termbase are the same. */
export function JoinWord({ reading, changes }: { readonly reading: Reading; readonly changes: ReadingChanges }) {
  const { join } = reading;
  const names = listed(join.languages.map(languageName));
  const word = join.id || join.languages.length ? t.join(names, join.id, join.subject) : t.joinNothing;
  const set = (change: Partial<JoinRule>): void => {
    const next = { ...join, ...change };
    changes.decide({ join: { ...next, languages: [...next.languages] } });
  };
  const hasId = reading.columns.some((column) => column.role.value.kind === 'id');
  return (
    <WordPopover word={word} label={t.change(word)}>
      {() => (
        <Box sx={{ p: 2, display: 'grid', maxHeight: 420, overflow: 'auto' }}>
          <Typography variant="body2" color="textSecondary">
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
          <Choice
            label={t.joinRegions}
            on={join.regions !== 'two'}
            onChange={(on) => set({ regions: on ? 'one' : 'two' })}
          />
        </Box>
      )}
    </WordPopover>
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
