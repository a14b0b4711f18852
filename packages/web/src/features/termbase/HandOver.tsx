import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { categoryNamed } from '@fair-copy/core/termbase/categories.js';
import { useState } from 'react';
import { call } from '../../api/http.js';
import type { HandOverBody, TermbaseBody } from '../../api/types.js';
import { HandOverDialog, useWriting } from '../../parts/HandOverDialog.js';
import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import { languageLabel } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import type { Listed } from './TermList.js';
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

interface Props {
  readonly termbase: TermbaseBody;
  /** What is marked or listed; null: nothing is. */
  readonly listed: Listed | null;
  readonly onClose: () => void;
}

/** The termbase, or what is chosen of it, in an open format, for the chosen languages. */
export function HandOver({ termbase, listed, onClose }: Props) {
  const [only, setOnly] = useState(listed !== null);
  const [first, setFirst] = useState('');
  const [left, setLeft] = useState<Left>({ fields: [], statuses: [] });
  const all = termbase.languages.map((l) => l.language);
  const [format, setFormat] = useState<Format>('tbx');
  const [languages, setLanguages] = useState<readonly string[]>(all);
  const [choices, setChoices] = useState<Choices>({ delimiter: ',', byteOrderMark: true, asItCame: false });
  const { jobs, write } = useWriting<'hand over terms'>();
  const taken = all.filter((tag) => languages.includes(tag));
  const chosen = taken.includes(first) ? [first, ...taken.filter((tag) => tag !== first)] : taken;
  const complaint = chosen.length === 0 ? t.needOne : format === 'tmx' && chosen.length < 2 ? t.needTwo : '';
  const { delimiter, byteOrderMark, asItCame } = choices;
  const body: HandOverBody = {
    format,
    languages: chosen,
    ...(only && listed && { selection: listed.selection }),
    ...(left.fields.length > 0 && { withoutFields: [...left.fields] }),
    ...(left.statuses.length > 0 && { withoutStatuses: [...left.statuses] }),
    ...(format === 'csv' && { delimiter }),
    ...((format === 'csv' || format === 'tsv') && { byteOrderMark }),
    ...(isSheet(format) && asItCame && { asItCame }),
  };
  return (
    <HandOverDialog
      formats={FORMATS}
      names={t.formats}
      explains={t.explains}
      part={{
        whole: t.whole(termbase.concepts),
        some: listed && (listed.how === 'marked' ? t.onlyMarked(listed.count ?? 0) : t.onlyListed(listed.count)),
        only,
        onOnly: setOnly,
      }}
      format={format}
      onFormat={setFormat}
      ofFormat={<OfFormat format={format} shapeOf={termbase.shapeOf} choices={choices} onChange={setChoices} />}
      all={all}
      languages={languages}
      onLanguages={setLanguages}
      further={
        <>
          <Box sx={{ mt: 1.5, maxWidth: 320, display: 'grid' }}>
            <Pick label={t.first} value={taken.includes(first) ? first : ''} onChange={setFirst}>
              <MenuItem value="">{t.firstAsItIs}</MenuItem>
              {taken.map((tag) => (
                <MenuItem key={tag} value={tag}>
                  {languageLabel(tag)}
                </MenuItem>
              ))}
            </Pick>
          </Box>
          <WhatStays termbase={termbase} left={left} onChange={setLeft} />
        </>
      }
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

/** What of the concepts does not go out. */
interface Left {
  readonly fields: readonly string[];
  readonly statuses: readonly string[];
}

const STATUS = 'administrativeStatus';
const STATUSES = Object.keys(categoryNamed(STATUS)!.values!);

interface WhatStaysProps {
  readonly termbase: TermbaseBody;
  readonly left: Left;
  readonly onChange: (left: Left) => void;
}

/** Usage statuses and fields, each with a box: what is unchecked stays here. */
function WhatStays({ termbase, left, onChange }: WhatStaysProps) {
  const names = [...new Set(termbase.fields.map(({ name }) => name))];
  const turned = (list: readonly string[], value: string, on: boolean): readonly string[] =>
    on ? list.filter((other) => other !== value) : [...list, value];
  return (
    <>
      {names.includes(STATUS) && (
        <Boxes
          title={t.statuses}
          values={STATUSES}
          label={(value) => valueLabel(STATUS, value)}
          left={left.statuses}
          onTurn={(value, on) => onChange({ ...left, statuses: turned(left.statuses, value, on) })}
        />
      )}
      {names.length > 0 && (
        <Boxes
          title={t.fields}
          values={names}
          label={fieldLabel}
          left={left.fields}
          onTurn={(value, on) => onChange({ ...left, fields: turned(left.fields, value, on) })}
        />
      )}
    </>
  );
}

interface BoxesProps {
  readonly title: string;
  readonly values: readonly string[];
  readonly label: (value: string) => string;
  readonly left: readonly string[];
  readonly onTurn: (value: string, on: boolean) => void;
}

function Boxes({ title, values, label, left, onTurn }: BoxesProps) {
  return (
    <>
      <Typography component="h3" color="textSecondary" sx={{ mt: 1.5 }}>
        {title}
      </Typography>
      <Box role="group" aria-label={title} sx={{ display: 'flex', flexWrap: 'wrap' }}>
        {values.map((value) => (
          <FormControlLabel
            key={value}
            control={<Checkbox size="small" checked={!left.includes(value)} onChange={(_, on) => onTurn(value, on)} />}
            label={label(value)}
          />
        ))}
      </Box>
    </>
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
