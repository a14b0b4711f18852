import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState } from 'react';
import { call } from '../../api/http.js';
import type { HandOverBody, TermbaseBody } from '../../api/types.js';
import { HandOverDialog, useWriting } from '../../parts/HandOverDialog.js';
import { termbaseTexts } from './messages.js';

const t = termbaseTexts.outFile;
type Format = HandOverBody['format'];
const FORMATS: readonly Format[] = ['tbx', 'zip', 'xlsx', 'csv', 'tsv', 'tmx', 'html'];

/** What a format lets one choose; each only where it has a meaning. */
interface Choices {
  readonly delimiter: string;
  readonly byteOrderMark: boolean;
  readonly asItCame: boolean;
}

/** The termbase in an open format, for the chosen languages. */
export function HandOver({ termbase, onClose }: { readonly termbase: TermbaseBody; readonly onClose: () => void }) {
  const all = termbase.languages.map((l) => l.language);
  const [format, setFormat] = useState<Format>('tbx');
  const [languages, setLanguages] = useState<readonly string[]>(all);
  const [choices, setChoices] = useState<Choices>({ delimiter: ',', byteOrderMark: true, asItCame: false });
  const { jobs, write } = useWriting<'hand over terms'>();
  const chosen = all.filter((tag) => languages.includes(tag));
  const complaint = chosen.length === 0 ? t.needOne : format === 'tmx' && chosen.length < 2 ? t.needTwo : '';
  const { delimiter, byteOrderMark, asItCame } = choices;
  const body: HandOverBody = {
    format,
    languages: chosen,
    ...(format === 'csv' && { delimiter }),
    ...((format === 'csv' || format === 'tsv') && { byteOrderMark }),
    ...(isSheet(format) && asItCame && { asItCame }),
  };
  return (
    <HandOverDialog
      formats={FORMATS}
      names={t.formats}
      explains={t.explains}
      format={format}
      onFormat={setFormat}
      ofFormat={<OfFormat format={format} shapeOf={termbase.shapeOf} choices={choices} onChange={setChoices} />}
      all={all}
      languages={languages}
      onLanguages={setLanguages}
      complaint={complaint}
      jobs={jobs}
      told={({ concepts, left, homeless }) => (
        <>
          {t.written(concepts)} {left > 0 && t.left(left)} {homeless && t.homeless(homeless)}
        </>
      )}
      onWrite={() => write([() => call('POST /termbases/:id/hand-over', { params: { id: termbase.id }, body })])}
      onClose={onClose}
    />
  );
}

const isSheet = (format: Format): boolean => format === 'xlsx' || format === 'csv' || format === 'tsv';

interface OfFormatProps {
  readonly format: Format;
  /** The file whose columns and rows the termbase can be given. */
  readonly shapeOf: string | null;
  readonly choices: Choices;
  readonly onChange: (choices: Choices) => void;
}

function OfFormat({ format, shapeOf, choices, onChange }: OfFormatProps) {
  const set = (change: Partial<Choices>): void => onChange({ ...choices, ...change });
  return (
    <>
      {isSheet(format) && shapeOf && (
        <FormControlLabel
          control={<Checkbox size="small" checked={choices.asItCame} onChange={(_, asItCame) => set({ asItCame })} />}
          label={t.asItCame(shapeOf)}
        />
      )}
      {(format === 'csv' || format === 'tsv') && (
        <Box sx={{ mb: 1.5 }}>
          {format === 'csv' && (
            <ToggleButtonGroup
              exclusive
              size="small"
              value={choices.delimiter}
              aria-label={t.separator}
              onChange={(_, delimiter: string | null) => delimiter && set({ delimiter })}
            >
              {Object.entries(t.separators).map(([value, name]) => (
                <ToggleButton key={value} value={value} sx={{ textTransform: 'none', py: 0.25 }}>
                  {name}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          )}
          <Box>
            <FormControlLabel
              control={
                <Checkbox
                  size="small"
                  checked={choices.byteOrderMark}
                  onChange={(_, byteOrderMark) => set({ byteOrderMark })}
                />
              }
              label={t.bom}
            />
          </Box>
        </Box>
      )}
    </>
  );
}
