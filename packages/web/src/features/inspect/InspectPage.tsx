import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { inspection, type Inspected } from '../../api/queries.js';
import { m } from '../../messages/index.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed } from '../../ui/Failed.js';
import { Inspection } from './Inspection.js';
import { NothingYet } from '../../parts/NothingYet.js';
import { useResources } from '../../parts/useResources.js';
import { inspectTexts } from './messages.js';

export function InspectPage() {
  const { id, memory } = useParams();
  if (memory) return <Chosen key={`memory ${memory}`} of={{ kind: 'memory', id: Number(memory) }} />;
  return id ? <Chosen key={`termbase ${id}`} of={{ kind: 'termbase', id: Number(id) }} /> : <Choose />;
}

function Chosen({ of }: { readonly of: Inspected }) {
  const { data: overview, error } = useQuery(inspection(of));
  if (error) return <EmptyState heading="h1" title={error.message} />;
  if (!overview) return <EmptyState heading="h1" title={m.common.loading} />;
  return <Inspection of={of} overview={overview} />;
}

function Choose() {
  const clientId = useDesk((state) => state.clientId);
  const { resources, failure } = useResources(clientId);
  if (failure) return <Failed heading="h1" failure={failure} />;
  if (!resources) return <EmptyState heading="h1" title={m.common.loading} />;
  const { termbases, memories } = resources;
  if (termbases.length + memories.length === 0) return <NothingYet heading="h1" title={inspectTexts.none} />;
  return (
    <EmptyState heading="h1" title={inspectTexts.choose}>
      <Resources
        title={inspectTexts.termbases}
        all={termbases.map(({ id, name, client }) => ({ to: `/inspect/${id}`, name: `${name} · ${client}` }))}
      />
      <Resources
        title={inspectTexts.memories}
        all={memories.map(({ id, name, client }) => ({ to: `/inspect/memories/${id}`, name: `${name} · ${client}` }))}
      />
    </EmptyState>
  );
}

interface ResourcesProps {
  readonly title: string;
  readonly all: readonly { readonly to: string; readonly name: string }[];
}

function Resources({ title, all }: ResourcesProps) {
  if (all.length === 0) return null;
  return (
    <Box sx={{ display: 'grid', gap: 1, width: '100%', mb: 2 }}>
      <Typography component="h2" color="textSecondary">
        {title}
      </Typography>
      {all.map(({ to, name }) => (
        <Button key={to} variant="outlined" component={Link} to={to}>
          {name}
        </Button>
      ))}
    </Box>
  );
}
