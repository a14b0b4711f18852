import type { AlignmentBody } from '../../api/types.js';
import { errorWords } from '../../words.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { call } from '../../api/http.js';
import { alignment as alignmentQuery, jobs as jobsQuery } from '../../api/queries.js';
import { useKept } from '../../api/useKept.js';
import { m } from '../../messages/index.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useToast } from '../../ui/toast-store.js';
import { AlignSheet } from './AlignSheet.js';
import { alignTexts } from './messages.js';
import { SERIF } from '../../ui/typefaces.js';

const t = alignTexts;

/** One alignment: while it is paired, when it failed, or its sheet. */
export function AlignPage() {
  const id = Number(useParams().id ?? 0);
  return <Chosen key={id} id={id} />;
}

function Chosen({ id }: { readonly id: number }) {
  const { data, error } = useKept(alignmentQuery(id));
  const { data: jobs = [] } = useQuery(jobsQuery);
  if (error)
    return (
      <EmptyState heading="h1" title={error.message}>
        <Button component={Link} to="/align">
          {t.toOverview}
        </Button>
      </EmptyState>
    );
  if (!data) return <EmptyState heading="h1" title={m.common.loading} />;
  if (data.state === 'running') {
    const work = jobs.find(
      ({ kind, state, title }) => kind === 'align' && state === 'running' && title.includes(data.source.name),
    );
    return (
      <Box sx={{ flex: 1, p: 4 }}>
        <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 20, mb: 2 }}>
          {t.running(data.source.name, data.target.name)}
        </Typography>
        <LinearProgress
          aria-label={t.runningLabel}
          {...(work?.share && { variant: 'determinate', value: work.share * 100 })}
        />
        <Box sx={{ mt: 2 }}>
          <Button component={Link} to="/align">
            {t.toOverview}
          </Button>
        </Box>
      </Box>
    );
  }
  if (data.state === 'failed') return <Failed id={id} why={data.error} />;
  return <AlignSheet key={data.pairedAt} alignment={data} />;
}

function Failed({ id, why }: { readonly id: number; readonly why: AlignmentBody['error'] }) {
  const fail = useToast((state) => state.fail);
  const stopped = why === null || why.code === 'stopped';
  return (
    <EmptyState heading="h1" title={stopped ? t.stopped : errorWords(why)} advice={stopped ? '' : t.failedAdvice}>
      <Button
        variant="outlined"
        onClick={() => void call('POST /alignments/:id/again', { params: { id } }).catch(fail)}
      >
        {t.retry}
      </Button>
      <Button component={Link} to="/align">
        {t.toOverview}
      </Button>
    </EmptyState>
  );
}
