import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { m } from '../messages/index.js';
import { EmptyState } from '../ui/EmptyState.js';

export function NotHere() {
  return (
    <EmptyState heading="h1" title={m.common.notHere}>
      <Button component={Link} to="/holdings" variant="contained">
        {m.common.goHome}
      </Button>
    </EmptyState>
  );
}
