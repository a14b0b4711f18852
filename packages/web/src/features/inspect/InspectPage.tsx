import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import { holdings as holdingsQuery, inspection } from '../../api/queries.js';
import { m } from '../../messages/en.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Inspection } from './Inspection.js';

export function InspectPage() {
  const id = Number(useParams().id ?? 0);
  return id ? <Chosen key={id} id={id} /> : <ChooseTermbase />;
}

function Chosen({ id }: { readonly id: number }) {
  const { data: overview, error } = useQuery(inspection(id));
  if (error) return <EmptyState heading="h1" title={error.message} />;
  if (!overview) return <EmptyState heading="h1" title={m.common.loading} />;
  return <Inspection termbaseId={id} overview={overview} />;
}

function ChooseTermbase() {
  const clientId = useDesk((state) => state.clientId);
  const { data: holdings = [], isPending } = useQuery(holdingsQuery(clientId));
  const navigate = useNavigate();
  if (isPending) return <EmptyState heading="h1" title={m.common.loading} />;
  if (holdings.length === 0) {
    return (
      <EmptyState heading="h1" title={m.inspect.none} advice={m.holdings.emptyAdvice}>
        <Button variant="contained" component={Link} to="/intake">
          {m.holdings.toIntake}
        </Button>
      </EmptyState>
    );
  }
  return (
    <EmptyState heading="h1" title={m.inspect.choose}>
      <Box sx={{ display: 'grid', gap: 1, width: '100%' }}>
        {holdings.map((holding) => (
          <Button key={holding.id} variant="outlined" onClick={() => void navigate(`/inspect/${holding.id}`)}>
            {holding.name} · {holding.client}
          </Button>
        ))}
      </Box>
    </EmptyState>
  );
}
