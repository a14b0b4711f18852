/** The frame of the page of a resource: its head, and what stands there while it cannot be shown. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { m } from '../messages/index.js';
import { EmptyState } from '../ui/EmptyState.js';
import { SERIF } from '../ui/typefaces.js';
import { shared } from './messages.js';

interface HeadProps {
  readonly name: string;
  /** Its client, its size. */
  readonly about: string;
  readonly inspectPath: string;
  readonly empty: boolean;
  readonly onHandOver: () => void;
  /** What is done with this kind of resource alone. */
  readonly children: ReactNode;
  readonly menu: ReactNode;
}

export function ResourceHead({ name, about, inspectPath, empty, onHandOver, children, menu }: HeadProps) {
  return (
    <Box
      sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, px: 2, py: 1, borderBottom: 1, borderColor: 'divider' }}
    >
      <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 20 }}>
        {name}
      </Typography>
      <Typography color="textSecondary" sx={{ flex: 1 }}>
        {about}
      </Typography>
      {children}
      <Button component={Link} to={inspectPath}>
        {shared.inspect}
      </Button>
      <Button variant="contained" onClick={onHandOver} disabled={empty}>
        {shared.handOver}
      </Button>
      {menu}
    </Box>
  );
}

/** In place of a resource that is loading, or of which `trouble` says why it cannot be shown. */
export function ResourceNotShown({ trouble }: { readonly trouble: string | undefined }) {
  if (trouble === undefined) return <EmptyState heading="h1" title={m.common.loading} />;
  return (
    <EmptyState heading="h1" title={trouble}>
      <Button component={Link} to="/holdings">
        {m.common.goHome}
      </Button>
    </EmptyState>
  );
}
