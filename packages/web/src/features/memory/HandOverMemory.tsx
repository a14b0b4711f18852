import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { call } from '../../api/http.js';
import type { MemoryBody, UnitSelection } from '../../api/types.js';
import { HandOverDialog, useWriting } from '../../parts/HandOverDialog.js';
import { languageLabel } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { memoryTexts } from './messages.js';

const t = memoryTexts.outFile;
const FORMATS = ['tmx', 'xliff', 'docx', 'xlsx', 'csv', 'tsv'] as const;
type Format = (typeof FORMATS)[number];

interface Props {
  readonly memory: MemoryBody;
  readonly selection: UnitSelection;
  /** Whether the sheet is narrowed, or units are marked. */
  readonly narrowed: boolean;
  /** Units that match the filter; null: still being counted. */
  readonly total: number | null;
  readonly onClose: () => void;
}

/** The memory, or what is chosen of it, in an open format. */
export function HandOverMemory({ memory, selection, narrowed, total, onClose }: Props) {
  const all = memory.languages.map(({ language }) => language);
  const [format, setFormat] = useState<Format>('tmx');
  const [languages, setLanguages] = useState<readonly string[]>(all);
  const [source, setSource] = useState('');
  const [only, setOnly] = useState(narrowed);
  const [each, setEach] = useState(false);
  const { jobs, write } = useWriting<'hand over units'>();
  const chosen = all.filter((tag) => languages.includes(tag));
  const targets = chosen.filter((tag) => tag !== source);
  const ordered = source ? [source, ...targets] : chosen;
  const canBeMany = source !== '' && targets.length > 1;
  const files = each && canBeMany ? targets.map((tag) => [source, tag]) : [ordered];
  const complaint = ordered.length < 2 ? t.needTwo : format === 'xliff' && files[0]!.length > 2 ? t.pairOnly : '';
  const start = (tags: readonly string[]) => {
    // Everything, in every language: nothing is left out for lack of one.
    const whole = tags.length === all.length && source === '';
    return call('POST /memories/:id/hand-over', {
      params: { id: memory.id },
      body: { ...(only ? selection : { filter: {} }), format, languages: whole ? [] : [...tags] },
    });
  };
  return (
    <HandOverDialog
      formats={FORMATS}
      names={memoryTexts.memoryFormats}
      explains={t.explains}
      part={{
        whole: t.whole(memory.units),
        some: !narrowed ? null : selection.ids ? t.onlyMarked(selection.ids.length) : t.onlyFiltered(total),
        only,
        onOnly: setOnly,
      }}
      format={format}
      onFormat={setFormat}
      all={all}
      languages={languages}
      onLanguages={setLanguages}
      further={
        <>
          <Box sx={{ display: 'grid', gap: 1, mt: 1.5, maxWidth: 320 }}>
            <Pick label={t.source} value={source} onChange={setSource}>
              <MenuItem value="">{t.anySource}</MenuItem>
              {all.map((tag) => (
                <MenuItem key={tag} value={tag}>
                  {languageLabel(tag)}
                </MenuItem>
              ))}
            </Pick>
          </Box>
          <Box sx={{ display: 'grid', mt: 0.5 }}>
            {canBeMany && <Choice label={t.each} on={each} onChange={setEach} />}
          </Box>
        </>
      }
      complaint={complaint}
      jobs={jobs}
      told={({ units, left }) => (
        <>
          {t.written(units)} {left > 0 && t.left(left)}
        </>
      )}
      onWrite={() => write(files.map((tags) => () => start(tags)))}
      onClose={onClose}
    />
  );
}

interface ChoiceProps {
  readonly label: string;
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
}

function Choice({ label, on, onChange }: ChoiceProps) {
  return (
    <FormControlLabel
      control={<Checkbox size="small" checked={on} onChange={(_, value) => onChange(value)} />}
      label={label}
    />
  );
}
