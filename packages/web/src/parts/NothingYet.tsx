import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { EmptyState } from '../ui/EmptyState.js';
import { shared } from './messages.js';

interface Props {
  readonly title: string;
  readonly heading?: 'h1';
  readonly advice?: string;
}

/** Where there is nothing to work with yet: the way to where it comes from. */
export function NothingYet({ title, heading, advice = shared.noResources }: Props) {
  return (
    <EmptyState title={title} advice={advice} {...(heading && { heading })}>
      <Button variant="contained" component={Link} to="/intake">
        {shared.toIntake}
      </Button>
    </EmptyState>
  );
}
