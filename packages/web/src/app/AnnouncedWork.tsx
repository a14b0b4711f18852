import Box from '@mui/material/Box';
import { visuallyHidden } from '@mui/utils';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { jobs as jobsQuery } from '../api/queries.js';
import type { JobBody } from '../api/types.js';
import { m } from '../messages/index.js';
import { errorWords, workWords } from '../words.js';

/** Says to a screen reader what long work begins and how it ends, whatever page is open. */
export function AnnouncedWork() {
  const { data: jobs } = useQuery(jobsQuery);
  const [known, setKnown] = useState<ReadonlyMap<number, JobBody['state']> | null>(null);
  const [said, setSaid] = useState('');
  useEffect(() => {
    if (!jobs) return;
    const news = known === null ? [] : jobs.filter(({ id, state }) => known.get(id) !== state);
    if (known !== null && news.length === 0) return;
    setKnown(new Map(jobs.map(({ id, state }) => [id, state])));
    if (news.length > 0) setSaid(news.map(announced).join(' '));
  }, [jobs, known]);
  return (
    <Box role="status" aria-label={m.work.title} sx={visuallyHidden}>
      {said}
    </Box>
  );
}

const announced = (job: JobBody): string =>
  `${workWords(job)}: ${job.error ? errorWords(job.error) : `${m.work.state[job.state]}.`}`;
