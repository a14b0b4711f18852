import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { call } from '../../api/http.js';
import type { JobOf } from '@fair-copy/api/jobs.js';
import { fetchJobFile, jobEnded } from '../../api/jobs.js';
import type { HandOverBody, TermbaseBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { useToast } from '../../ui/toast-store.js';
import { errorWords } from '../../words.js';
import { shared } from '../../parts/messages.js';
import { termbaseTexts } from './messages.js';

const t = { ...shared.out, ...termbaseTexts.outFile };
type Format = HandOverBody['format'];
const FORMATS: readonly Format[] = ['tbx', 'zip', 'xlsx', 'csv', 'tsv', 'tmx', 'html'];

/** The termbase in an open format, for the chosen languages. */
export function HandOver({ termbase, onClose }: { readonly termbase: TermbaseBody; readonly onClose: () => void }) {
  const all = termbase.languages.map((l) => l.language);
  const [format, setFormat] = useState<Format>('tbx');
  const [languages, setLanguages] = useState<readonly string[]>(all);
  const [delimiter, setDelimiter] = useState(',');
  const [mark, setMark] = useState(true);
  const [asItCame, setAsItCame] = useState(false);
  const isSheet = format === 'xlsx' || format === 'csv' || format === 'tsv';
  const [job, setJob] = useState<JobOf<'hand over terms'> | null>(null);
  const fail = useToast((state) => state.fail);
  const chosen = all.filter((tag) => languages.includes(tag));
  const complaint = chosen.length === 0 ? t.needOne : format === 'tmx' && chosen.length < 2 ? t.needTwo : '';
  const write = async (): Promise<void> => {
    const body: HandOverBody = {
      format,
      languages: chosen,
      ...(format === 'csv' && { delimiter }),
      ...((format === 'csv' || format === 'tsv') && { byteOrderMark: mark }),
      ...(isSheet && asItCame && { asItCame }),
    };
    const started = await call('POST /termbases/:id/hand-over', { params: { id: termbase.id }, body });
    setJob(started);
    const ended = await jobEnded(started);
    setJob(ended);
    if (ended.state === 'done') fetchJobFile(ended.id);
    else if (ended.error) fail(new Error(errorWords(ended.error)));
  };
  const result = job?.result ?? null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{t.title}</DialogTitle>
      <DialogContent>
        <Typography component="h3" color="text.secondary">
          {t.format}
        </Typography>
        <RadioGroup aria-label={t.format} value={format} onChange={(event) => setFormat(event.target.value as Format)}>
          {FORMATS.map((value) => (
            <FormControlLabel key={value} value={value} control={<Radio size="small" />} label={t.formats[value]} />
          ))}
        </RadioGroup>
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
          {t.explains[format]}
        </Typography>
        {isSheet && termbase.shapeOf && (
          <FormControlLabel
            control={<Checkbox size="small" checked={asItCame} onChange={(_, on) => setAsItCame(on)} />}
            label={t.asItCame(termbase.shapeOf)}
          />
        )}
        {(format === 'csv' || format === 'tsv') && (
          <Box sx={{ mb: 1.5 }}>
            {format === 'csv' && (
              <ToggleButtonGroup
                exclusive
                size="small"
                value={delimiter}
                aria-label={t.separator}
                onChange={(_, value: string | null) => value && setDelimiter(value)}
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
                control={<Checkbox size="small" checked={mark} onChange={(_, on) => setMark(on)} />}
                label={t.bom}
              />
            </Box>
          </Box>
        )}
        <Typography component="h3" color="text.secondary">
          {t.languages}
        </Typography>
        <Box role="group" aria-label={t.languages} sx={{ display: 'flex', flexWrap: 'wrap' }}>
          {all.map((tag) => (
            <FormControlLabel
              key={tag}
              control={
                <Checkbox
                  size="small"
                  checked={languages.includes(tag)}
                  onChange={(_, on) =>
                    setLanguages((now) => (on ? [...now, tag] : now.filter((other) => other !== tag)))
                  }
                />
              }
              label={<LanguageName tag={tag} />}
            />
          ))}
        </Box>
        {complaint && <Typography color="error">{complaint}</Typography>}
        {job?.state === 'running' && <LinearProgress sx={{ mt: 2 }} aria-label={t.writing} />}
        {result && (
          <Typography role="status" sx={{ mt: 2 }}>
            {t.ready(result.fileName)} {t.written(result.concepts)} {result.left > 0 && t.left(result.left)}{' '}
            {result.homeless && t.homeless(result.homeless)}
          </Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.close}</Button>
        {result && <Button onClick={() => fetchJobFile(job!.id)}>{t.fetch}</Button>}
        <Button
          variant="contained"
          disabled={complaint !== '' || job?.state === 'running'}
          onClick={() => void write().catch(fail)}
        >
          {t.go}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
