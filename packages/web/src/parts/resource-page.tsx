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
    <PageHead title={name} about={about}>
      {children}
      <Button component={Link} to={inspectPath}>
        {shared.inspect}
      </Button>
      <Button variant="contained" onClick={onHandOver} disabled={empty}>
        {shared.handOver}
      </Button>
      {menu}
    </PageHead>
  );
}

interface PageHeadProps {
  readonly title: ReactNode;
  readonly about: ReactNode;
  /** What can be done. */
  readonly children: ReactNode;
}

/** The name of what the page shows and what there is to say of it: beside each other, or below each other if the name is long. */
export function PageHead({ title, about, children }: PageHeadProps) {
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'baseline',
        gap: 1.5,
        px: 2,
        py: 1,
        borderBottom: 1,
        borderColor: 'divider',
        '& > .MuiButton-root': { flex: 'none' },
      }}
    >
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 1.5 }}>
        <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 20, lineHeight: 1.25, minWidth: 0 }}>
          {title}
        </Typography>
        <Typography color="textSecondary">{about}</Typography>
      </Box>
      {children}
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
