import Chip from '@mui/material/Chip';
import { m } from '../../messages/index.js';
import { EmptyState } from '../../ui/EmptyState.js';

export function NotBuilt({ title, advice }: { readonly title: string; readonly advice: string }) {
  return (
    <EmptyState heading="h1" title={title} advice={advice}>
      <Chip label={m.notBuilt.mark} variant="outlined" />
    </EmptyState>
  );
}
