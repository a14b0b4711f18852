import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import type { RehearsalBody } from '@fair-copy/api/rehearsals.js';
import { call } from '../../api/http.js';

/**
 * The memory that the project wrote to goes into the lasting one: the merge is set up, and looked at before anything is
 * written. Null: the kit writes to no memory of a job.
 */
export function useEndOfJob({ clientId, plan, resources }: RehearsalBody): (() => Promise<void>) | null {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const ofId = (id: number | null) => resources.find((one) => one.kind === 'memory' && one.id === id);
  const job = ofId(plan.writesMemory);
  if (!job?.ofJob) return null;
  const lasting = plan.memories
    .map(({ id }) => ofId(id))
    .find((one) => one && one.id !== job.id && !one.isReference && !one.ofJob);
  return async () => {
    const params = { id: clientId };
    const { plan: kept } = await call('GET /merges/:id', { params });
    // What the job said last wins over what was there.
    const inputs = [job.id, ...(lasting ? [lasting.id] : [])];
    const body = { ...kept, inputs, into: lasting?.id ?? null, newName: lasting ? '' : job.name, deleted: [job.id] };
    await call('PUT /merges/:id', { params, body });
    await queries.invalidateQueries({ queryKey: ['merge'] });
    void navigate('/merge');
  };
}
