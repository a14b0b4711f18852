import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { inspection, inspections, type Inspected } from '../../api/queries.js';
import { useKept } from '../../api/useKept.js';
import { m } from '../../messages/index.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { Inspection } from './Inspection.js';
import { NothingYet } from '../../parts/NothingYet.js';
import { inspectTexts } from './messages.js';
import { Standings } from './Standings.js';

export function InspectPage() {
  const { id, memory } = useParams();
  if (memory) return <Chosen key={`memory ${memory}`} of={{ kind: 'memory', id: Number(memory) }} />;
  return id ? <Chosen key={`termbase ${id}`} of={{ kind: 'termbase', id: Number(id) }} /> : <Choose />;
}

function Chosen({ of }: { readonly of: Inspected }) {
  const { data: overview, error } = useKept(inspection(of));
  if (error) return <EmptyState heading="h1" title={error.message} />;
  if (!overview) return <EmptyState heading="h1" title={m.common.loading} />;
  return <Inspection of={of} overview={overview} />;
}

function Choose() {
  const clientId = useDesk((state) => state.clientId);
  const asked = useQuery(inspections(clientId));
  const failure = failureOf(asked);
  if (failure) return <Failed heading="h1" failure={failure} />;
  const { data: all } = asked;
  if (!all) return <EmptyState heading="h1" title={m.common.loading} />;
  if (all.length === 0) return <NothingYet heading="h1" title={inspectTexts.none} />;
  return <Standings key={clientId} all={all} showsClient={clientId === null} />;
}
