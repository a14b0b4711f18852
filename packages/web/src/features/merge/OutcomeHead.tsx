import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import type { JobKind } from '@fair-copy/api/jobs.js';
import { jobs as jobsQuery } from '../../api/queries.js';
import type { JobBody } from '../../api/types.js';
import { percent } from '../../ui/format.js';
import { errorWords } from '../../words.js';
import { mergeTexts as t } from './messages.js';

interface Props {
  readonly title: string;
  /** The job that counts. */
  readonly job: JobKind;
  readonly plan: {
    readonly body: { readonly clientId: number; readonly outcome: unknown; readonly stale: boolean };
    readonly counting: JobBody | undefined;
    count(): void;
  };
}

/** Heads what comes of a plan: whether it is being counted, could not be, or is of an earlier plan. */
export function OutcomeHead({ title, job, plan: { body, counting, count } }: Props) {
  const { data: jobs = [] } = useQuery(jobsQuery);
  const last = jobs.find(({ kind, clientId }) => kind === job && clientId === body.clientId);
  const failed = last?.state === 'failed' && last.error ? errorWords(last.error) : null;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, minHeight: 32, mb: 1 }}>
      <Typography component="h2" sx={{ fontWeight: 600 }}>
        {title}
      </Typography>
      <Box sx={{ flex: 1, color: 'text.secondary', fontSize: 13 }}>
        {counting ? (
          <>
            {t.counting(percent(counting.share))}
            <LinearProgress
              variant={counting.share > 0 ? 'determinate' : 'indeterminate'}
              value={counting.share * 100}
              aria-label={title}
              sx={{ maxWidth: 400 }}
            />
          </>
        ) : failed && body.stale ? (
          t.countFailed(failed)
        ) : (
          body.stale &&
          body.outcome !== null && (
            <>
              {t.stale} <Button onClick={count}>{t.countNow}</Button>
            </>
          )
        )}
      </Box>
    </Box>
  );
}
