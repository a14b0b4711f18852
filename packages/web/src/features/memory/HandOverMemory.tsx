import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import MenuItem from '@mui/material/MenuItem';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { call } from '../../api/http.js';
import type { JobOf } from '@fair-copy/api/jobs.js';
import { fetchJobFile, jobEnded } from '../../api/jobs.js';
import type { MemoryBody, UnitSelection } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { languageLabel } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { useToast } from '../../ui/toast-store.js';
import { errorWords } from '../../words.js';
import { shared } from '../../parts/messages.js';
import { memoryTexts } from './messages.js';

const t = memoryTexts.outFile;
const FORMATS = ['tmx', 'xliff', 'docx', 'xlsx', 'csv', 'tsv'] as const;
type Format = (typeof FORMATS)[number];

interface Props {
  readonly memory: MemoryBody;
  readonly selection: UnitSelection;
  /** Whether the sheet is narrowed, or units are marked. */
  readonly narrowed: boolean;
  readonly onClose: () => void;
}

/** The memory, or what is chosen of it, in an open format. */
export function HandOverMemory({ memory, selection, narrowed, onClose }: Props) {
  const all = memory.languages.map(({ language }) => language);
  const [format, setFormat] = useState<Format>('tmx');
  const [languages, setLanguages] = useState<readonly string[]>(all);
  const [source, setSource] = useState('');
  const [only, setOnly] = useState(narrowed);
  const [jobs, setJobs] = useState<readonly JobOf<'hand over units'>[]>([]);
  const [each, setEach] = useState(false);
  const fail = useToast((state) => state.fail);
  const chosen = all.filter((tag) => languages.includes(tag));
  const pairs = source ? chosen.filter((tag) => tag !== source).map((tag) => [source, tag]) : [];
  const ordered =
    source && chosen.includes(source)
      ? [source, ...chosen.filter((tag) => tag !== source)]
      : source
        ? [source, ...chosen]
        : chosen;
  const many = each && source !== '' && pairs.length > 1;
  const complaint =
    ordered.length < 2 ? t.needTwo : format === 'xliff' && ordered.length > 2 && !many ? t.pairOnly : '';
  const write = async (): Promise<void> => {
    const body = only ? selection : { filter: {} };
    const ended: JobOf<'hand over units'>[] = [];
    for (const tags of many ? pairs : [ordered]) {
      // Everything, in every language: nothing is left out for lack of one.
      const whole = tags.length === all.length && source === '';
      const started = await call('POST /memories/:id/hand-over', {
        params: { id: memory.id },
        body: {
          ...body,
          format,
          languages: whole ? [] : tags,
        },
      });
      setJobs([...ended, started]);
      const job = await jobEnded(started);
      ended.push(job);
      setJobs([...ended]);
      if (job.state === 'done') fetchJobFile(job.id);
      else if (job.error) return fail(new Error(errorWords(job.error)));
    }
  };
  const running = jobs.some((job) => job.state === 'running');
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{shared.out.title}</DialogTitle>
      <DialogContent>
        <Typography component="h3" color="text.secondary">
          {shared.out.format}
        </Typography>
        <RadioGroup
          aria-label={shared.out.format}
          value={format}
          onChange={(event) => setFormat(event.target.value as Format)}
        >
          {FORMATS.map((value) => (
            <FormControlLabel
              key={value}
              value={value}
              control={<Radio size="small" />}
              label={shared.memoryFormats[value]}
            />
          ))}
        </RadioGroup>
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
          {t.explains[format]}
        </Typography>
        <Typography component="h3" color="text.secondary">
          {shared.out.languages}
        </Typography>
        <Box role="group" aria-label={shared.out.languages} sx={{ display: 'flex', flexWrap: 'wrap' }}>
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
          {pairs.length > 1 && (
            <FormControlLabel
              control={<Checkbox size="small" checked={each} onChange={(_, on) => setEach(on)} />}
              label={t.each}
            />
          )}
          {narrowed && (
            <FormControlLabel
              control={<Checkbox size="small" checked={only} onChange={(_, on) => setOnly(on)} />}
              label={selection.ids ? t.onlyMarked(selection.ids.length) : t.onlyFiltered}
            />
          )}
        </Box>
        {complaint && <Typography color="error">{complaint}</Typography>}
        {running && <LinearProgress sx={{ mt: 2 }} aria-label={shared.out.writing} />}
        {jobs
          .filter((job) => job.state === 'done')
          .map((job) => {
            const { fileName, units, left } = job.result as { fileName: string; units: number; left: number };
            return (
              <Typography key={job.id} role="status" sx={{ mt: 1 }}>
                {shared.out.ready(fileName)} {t.written(units)} {left > 0 && t.left(left)}
              </Typography>
            );
          })}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.close}</Button>
        <Button variant="contained" disabled={complaint !== '' || running} onClick={() => void write().catch(fail)}>
          {shared.out.go}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
