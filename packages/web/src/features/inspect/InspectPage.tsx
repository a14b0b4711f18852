import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { holdings as holdingsQuery, inspection, memories as memoriesQuery, type Inspected } from '../../api/queries.js';
import { m } from '../../messages/index.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Inspection } from './Inspection.js';
import { shared } from '../../parts/messages.js';
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
  const { data: holdings = [], isPending } = useQuery(holdingsQuery(clientId));
  const { data: memories = [] } = useQuery(memoriesQuery(clientId));
  if (isPending) return <EmptyState heading="h1" title={m.common.loading} />;
  if (holdings.length + memories.length === 0) {
    return (
      <EmptyState heading="h1" title={inspectTexts.none} advice={shared.noResources}>
        <Button variant="contained" component={Link} to="/intake">
          {shared.toIntake}
        </Button>
      </EmptyState>
    );
  }
  return (
    <EmptyState heading="h1" title={inspectTexts.choose}>
      <Resources
        title={inspectTexts.termbases}
        all={holdings.map(({ id, name, client }) => ({ to: `/inspect/${id}`, name: `${name} · ${client}` }))}
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
