import Button from '@mui/material/Button';
import { useRouteError } from 'react-router';
import { m } from '../messages/index.js';
import { EmptyState } from '../ui/EmptyState.js';

/** Something failed while a page was drawn: nothing on the server is touched by that. */
export function Broken() {
  const error = useRouteError();
  return (
    <EmptyState heading="h1" title={m.common.broken} advice={error instanceof Error ? error.message : String(error)}>
      <Button variant="contained" onClick={() => window.location.reload()}>
        {m.common.tryAgain}
      </Button>
    </EmptyState>
  );
}
