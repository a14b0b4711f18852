import Chip from '@mui/material/Chip';
import { m } from '../messages/en.js';
import { EmptyState } from '../ui/EmptyState.js';

export function NotBuilt({ stage }: { readonly stage: 'merge' | 'rehearse' | 'corrections' }) {
  return (
    <EmptyState heading="h1" title={m.stages[stage]} advice={m.notBuilt[stage]}>
      <Chip label={m.notBuilt.mark} variant="outlined" />
    </EmptyState>
  );
}
