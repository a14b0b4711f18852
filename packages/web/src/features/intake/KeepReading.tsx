import { keptReading } from '@fair-copy/core/intake/kept-reading.js';
import Button from '@mui/material/Button';
import { saveText } from '../../api/save.js';
import type { IntakeFileBody } from '../../api/types.js';
import { intakeTexts } from './messages.js';

const t = intakeTexts.keep;

/** The reading as a file, for `fair-copy convert --reading`; exchange files are read in one way only. */
export function KeepReading({ file }: { readonly file: IntakeFileBody }) {
  const { reading } = file;
  const kinds: readonly string[] = ['delimited', 'workbook', 'document'];
  if (!reading || !kinds.includes(reading.source.kind)) return null;
  const keep = (): void => {
    const stem = file.name.replace(/\.[^.]+$/, '');
    const text = `${JSON.stringify(keptReading(file.name, reading, file.as), null, 2)}\n`;
    saveText(t.name(stem), text, 'application/json');
  };
  return (
    <Button variant="text" title={t.hint} onClick={keep}>
      {t.word}
    </Button>
  );
}
