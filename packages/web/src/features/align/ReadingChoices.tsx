import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Typography from '@mui/material/Typography';
import { useRef } from 'react';
import { upload } from '../../api/http.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { alignTexts } from './messages.js';

const t = alignTexts.reading;

export interface FileReading {
  readonly hidden: boolean;
  readonly changes: 'accepted' | 'original';
  /** Words parted at the end of a line stay so. */
  readonly parted: boolean;
  readonly cut: 'sentences' | 'paragraphs';
  readonly rules: { readonly sha256: string; readonly name: string } | null;
}
export const USUAL: FileReading = { hidden: false, changes: 'accepted', parted: false, cut: 'sentences', rules: null };

interface Props {
  readonly reading: FileReading;
  /** There are Word files among them. */
  readonly word: boolean;
  readonly onChange: (reading: FileReading) => void;
}

/** How files are read and cut before they are paired. */
export function ReadingChoices({ reading, word, onChange }: Props) {
  const field = useRef<HTMLInputElement>(null);
  const fail = useToast((state) => state.fail);
  const takeRules = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const { sha256 } = await upload('POST /alignments/files', { file });
    onChange({ ...reading, cut: 'sentences', rules: { sha256, name: file.name } });
  };
  return (
    <>
      <Choice label={t.cut}>
        <Radios
          label={t.cut}
          value={reading.cut}
          options={{ sentences: t.sentences, paragraphs: t.paragraphs }}
          onChange={(cut) => onChange({ ...reading, cut })}
        />
        <Typography variant="body2">
          {reading.rules ? t.ownRules(reading.rules.name) : t.ourRules}{' '}
          <WordButton onClick={() => (reading.rules ? onChange({ ...reading, rules: null }) : field.current?.click())}>
            {reading.rules ? t.useOurs : t.useOwn}
          </WordButton>
        </Typography>
        <input
          ref={field}
          type="file"
          accept=".srx,.xml"
          hidden
          aria-label={t.useOwn}
          onChange={(event) => {
            takeRules(event.target.files?.[0]).catch(fail);
            event.target.value = '';
          }}
        />
      </Choice>
      <Choice label={t.lines}>
        <FormControlLabel
          control={<Checkbox size="small" checked={!reading.parted} />}
          label={t.whole}
          onChange={(_, whole) => onChange({ ...reading, parted: !whole })}
        />
      </Choice>
      {word && (
        <Choice label={t.word}>
          <Radios
            label={t.changes}
            value={reading.changes}
            options={{ accepted: t.accepted, original: t.original }}
            onChange={(changes) => onChange({ ...reading, changes })}
          />
          <FormControlLabel
            control={<Checkbox size="small" checked={reading.hidden} />}
            label={t.hidden}
            onChange={(_, hidden) => onChange({ ...reading, hidden })}
          />
        </Choice>
      )}
    </>
  );
}

function Choice({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <Box
      role="group"
      aria-label={label}
      sx={{ display: 'flex', gap: 2, mt: 1, alignItems: 'center', flexWrap: 'wrap' }}
    >
      <Typography variant="body2" sx={{ width: 84 }}>
        {label}
      </Typography>
      {children}
    </Box>
  );
}

function Radios<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  readonly label: string;
  readonly value: T;
  readonly options: Readonly<Record<T, string>>;
  readonly onChange: (value: T) => void;
}) {
  return (
    <RadioGroup row aria-label={label} value={value} onChange={(_, chosen) => onChange(chosen as T)}>
      {(Object.keys(options) as T[]).map((one) => (
        <FormControlLabel key={one} value={one} control={<Radio size="small" />} label={options[one]} />
      ))}
    </RadioGroup>
  );
}
