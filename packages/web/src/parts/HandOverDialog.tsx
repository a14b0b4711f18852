import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Typography from '@mui/material/Typography';
import type { JobOf } from '@fair-copy/api/jobs.js';
import { useState, type ReactNode } from 'react';
import { fetchJobFile, jobEnded } from '../api/jobs.js';
import { m } from '../messages/index.js';
import { LanguageChecks } from '../ui/LanguageChecks.js';
import { useToast } from '../ui/toast-store.js';
import { errorWords } from '../words.js';
import { shared } from './messages.js';

const t = shared.out;

type Kind = 'hand over terms' | 'hand over units';

/** The files that are being written, one after the other; each is fetched as soon as it is there. */
export function useWriting<K extends Kind>() {
  const [jobs, setJobs] = useState<readonly JobOf<K>[]>([]);
  const fail = useToast((state) => state.fail);
  const write = async (starts: readonly (() => Promise<JobOf<K>>)[]): Promise<void> => {
    const ended: JobOf<K>[] = [];
    for (const start of starts) {
      const started = await start();
      setJobs([...ended, started]);
      const job = await jobEnded(started);
      ended.push(job);
      setJobs([...ended]);
      if (job.state === 'done') fetchJobFile(job.id);
      else if (job.error) throw new Error(errorWords(job.error));
    }
  };
  return { jobs, write: (starts: readonly (() => Promise<JobOf<K>>)[]) => void write(starts).catch(fail) };
}

interface Props<F extends string, K extends Kind> {
  readonly formats: readonly F[];
  readonly names: Readonly<Record<F, string>>;
  readonly explains: Readonly<Record<F, string>>;
  readonly format: F;
  readonly onFormat: (format: F) => void;
  /** What this format lets one choose. */
  readonly ofFormat?: ReactNode;
  /** All of it, or what is marked or listed: both with their numbers. */
  readonly part: PartChoice;
  readonly all: readonly string[];
  readonly languages: readonly string[];
  readonly onLanguages: (languages: readonly string[]) => void;
  /** What else there is to choose. */
  readonly further?: ReactNode;
  /** Why nothing can be written like this; empty: it can. */
  readonly complaint: string;
  readonly jobs: readonly JobOf<K>[];
  /** What is to be said of a file that is there. */
  readonly told: (result: NonNullable<JobOf<K>['result']>) => ReactNode;
  readonly onWrite: () => void;
  readonly onClose: () => void;
}

/** A resource, or a part of it, in an open format, for the chosen languages. */
export function HandOverDialog<F extends string, K extends Kind>(props: Props<F, K>) {
  const { format, jobs, complaint } = props;
  const running = jobs.some((job) => job.state === 'running');
  const done = jobs.filter((job) => job.state === 'done');
  return (
    <Dialog open onClose={props.onClose} fullWidth maxWidth="sm">
      <DialogTitle>{t.title}</DialogTitle>
      <DialogContent>
        <Part {...props.part} />
        <Typography component="h3" color="textSecondary">
          {t.format}
        </Typography>
        <RadioGroup aria-label={t.format} value={format} onChange={(event) => props.onFormat(event.target.value as F)}>
          {props.formats.map((value) => (
            <FormControlLabel key={value} value={value} control={<Radio size="small" />} label={props.names[value]} />
          ))}
        </RadioGroup>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
          {props.explains[format]}
        </Typography>
        {props.ofFormat}
        <Languages all={props.all} chosen={props.languages} onChange={props.onLanguages} />
        {props.further}
        {complaint && <Typography color="error">{complaint}</Typography>}
        {running && <LinearProgress sx={{ mt: 2 }} aria-label={t.writing} />}
        {done.map((job) => (
          <Typography key={job.id} role="status" sx={{ mt: 1 }}>
            {t.ready(job.result!.fileName)} {props.told(job.result!)}
          </Typography>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={props.onClose}>{m.common.close}</Button>
        {done.length === 1 && <Button onClick={() => fetchJobFile(done[0]!.id)}>{t.fetch}</Button>}
        <Button variant="contained" disabled={complaint !== '' || running} onClick={props.onWrite}>
          {t.go}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

export interface PartChoice {
  /** Names everything, with its number. */
  readonly whole: string;
  /** Names what is marked or listed, with its number; null: nothing is. */
  readonly some: string | null;
  readonly only: boolean;
  readonly onOnly: (only: boolean) => void;
}

function Part({ whole, some, only, onOnly }: PartChoice) {
  if (some === null) return <Typography sx={{ mb: 1.5 }}>{whole}</Typography>;
  return (
    <RadioGroup
      aria-label={t.part}
      value={only ? 'some' : 'whole'}
      onChange={(event) => onOnly(event.target.value === 'some')}
      sx={{ mb: 1.5 }}
    >
      <FormControlLabel value="some" control={<Radio size="small" />} label={some} />
      <FormControlLabel value="whole" control={<Radio size="small" />} label={whole} />
    </RadioGroup>
  );
}

interface LanguagesProps {
  readonly all: readonly string[];
  readonly chosen: readonly string[];
  readonly onChange: (languages: readonly string[]) => void;
}

function Languages({ all, chosen, onChange }: LanguagesProps) {
  return (
    <>
      <Typography component="h3" color="textSecondary">
        {t.languages}
      </Typography>
      <Box role="group" aria-label={t.languages} sx={{ display: 'flex', flexWrap: 'wrap' }}>
        <LanguageChecks {...{ all, chosen, onChange }} />
      </Box>
    </>
  );
}
