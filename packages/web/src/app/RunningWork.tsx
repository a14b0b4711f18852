import Badge from '@mui/material/Badge';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import LinearProgress from '@mui/material/LinearProgress';
import Popover from '@mui/material/Popover';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { Activity } from 'lucide-react';
import { useState, type MouseEvent } from 'react';
import { call } from '../api/http.js';
import { fetchJobFile } from '../api/jobs.js';
import { jobs as jobsQuery } from '../api/queries.js';
import type { JobBody } from '../api/types.js';
import { m } from '../messages/index.js';
import { useToast } from '../ui/toast-store.js';
import { errorWords, workWords } from '../words.js';

export function RunningWork() {
  const { data: jobs = [] } = useQuery(jobsQuery);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const running = jobs.filter((job) => job.state === 'running');
  const recent = jobs.filter((job) => job.state !== 'running').slice(0, 8);
  const label = m.work.label(running.length);
  return (
    <>
      <Tooltip title={label}>
        <IconButton size="small" aria-label={label} onClick={(event) => setAnchor(event.currentTarget)}>
          <Badge badgeContent={running.length} color="primary">
            <Activity size={18} />
          </Badge>
        </IconButton>
      </Tooltip>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      >
        <Box data-work tabIndex={-1} sx={{ width: 380, p: 2, outline: 'none' }}>
          <Typography component="h2" sx={{ fontWeight: 600, mb: 1 }}>
            {m.work.title}
          </Typography>
          {running.length === 0 && <Typography color="textSecondary">{m.work.none}</Typography>}
          {running.map((job) => (
            <RunningJob key={job.id} job={job} />
          ))}
          {recent.length > 0 && (
            <>
              <Typography component="h3" color="textSecondary" sx={{ mt: 2, mb: 0.5 }}>
                {m.work.recent}
              </Typography>
              {recent.map((job) => (
                <EndedJob key={job.id} job={job} />
              ))}
            </>
          )}
        </Box>
      </Popover>
    </>
  );
}

function RunningJob({ job }: { readonly job: JobBody }) {
  const fail = useToast((state) => state.fail);
  const stop = (event: MouseEvent<HTMLElement>): void => {
    // The button goes away with the job; the focus stays in the list, so that Esc still closes it.
    event.currentTarget.closest<HTMLElement>('[data-work]')?.focus();
    call('POST /jobs/:id/stop', { params: { id: job.id } }).catch(fail);
  };
  const elapsed = (Date.now() - Date.parse(job.startedAt)) / 1000;
  const remaining = job.share > 0.05 && elapsed > 2 ? m.work.remaining((elapsed / job.share) * (1 - job.share)) : '';
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Typography sx={{ flex: 1, overflowWrap: 'anywhere' }}>{workWords(job)}</Typography>
        <Button onClick={stop}>{m.work.stop}</Button>
      </Box>
      <LinearProgress
        variant={job.share > 0 ? 'determinate' : 'indeterminate'}
        value={job.share * 100}
        aria-label={workWords(job)}
      />
      <Typography color="textSecondary" variant="body2">
        {remaining}
      </Typography>
    </Box>
  );
}

function EndedJob({ job }: { readonly job: JobBody }) {
  const hasFile = job.state === 'done' && typeof (job.result as { path?: unknown } | null)?.path === 'string';
  return (
    <Box sx={{ display: 'flex', gap: 1, py: 0.25, alignItems: 'baseline' }}>
      <Typography variant="body2" sx={{ flex: 1, overflowWrap: 'anywhere' }}>
        {workWords(job)}
        {job.error && (
          <Box component="span" sx={{ color: 'error.main', display: 'block' }}>
            {errorWords(job.error)}
          </Box>
        )}
      </Typography>
      {hasFile ? (
        <Button onClick={() => fetchJobFile(job.id)}>{m.work.fetch}</Button>
      ) : (
        <Typography variant="body2" color={job.state === 'failed' ? 'error' : 'textSecondary'}>
          {m.work.state[job.state]}
        </Typography>
      )}
    </Box>
  );
}
