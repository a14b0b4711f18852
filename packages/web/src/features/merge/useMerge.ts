/** The plan of a client's merging: changed at once on the page, kept on the server, and counted anew. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { MergeBody, MergePlanBody } from '@fair-copy/api/merges.js';
import { call } from '../../api/http.js';
import { jobs as jobsQuery } from '../../api/queries.js';
import type { JobBody } from '../../api/types.js';
import { useToast } from '../../ui/toast-store.js';
import { mergePlan } from './queries.js';

/** Milliseconds after the last change before it is counted: a name is typed letter by letter. */
const PAUSE = 250;

export interface Merging {
  readonly body: MergeBody;
  /** Counting, while it runs. */
  readonly counting: JobBody | undefined;
  change(plan: Partial<MergePlanBody>): void;
  count(): void;
}

export function useMerge(clientId: number): Merging | null {
  const queries = useQueryClient();
  const { data: kept } = useQuery(mergePlan(clientId));
  /** What was changed here and is not kept yet; what the server knows meanwhile is older. */
  const [draft, setDraft] = useState<MergePlanBody | null>(null);
  const latest = useRef<MergePlanBody | null>(null);
  const body = kept && (draft ? { ...kept, plan: draft, stale: true } : kept);
  const { data: jobs = [] } = useQuery(jobsQuery);
  const fail = useToast((state) => state.fail);
  const counting = jobs.find(
    ({ kind, state, clientId: of }) => kind === 'count merge' && state === 'running' && of === clientId,
  );
  const saving = useRef<Promise<unknown>>(Promise.resolve());
  const isStale = body !== undefined && draft === null && body.stale && body.plan.inputs.length > 0;
  const basis = JSON.stringify(
    body && [
      body.plan.inputs,
      body.plan.by,
      body.plan.ignore,
      body.plan.regions,
      body.plan.keep,
      body.plan.filter,
      body.plan.decisions,
    ],
  );
  const running = counting?.id;
  useEffect(() => {
    if (!isStale) return;
    const timer = setTimeout(() => {
      saving.current
        .then(() => (running === undefined ? undefined : call('POST /jobs/:id/stop', { params: { id: running } })))
        .then(() => call('POST /merges/:id/count', { params: { id: clientId } }))
        .catch(fail);
    }, PAUSE);
    return () => clearTimeout(timer);
    // What runs is stopped by the next change, not by its own beginning.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isStale, basis, clientId]);
  if (!body) return null;
  return {
    body,
    counting,
    change: (part) => {
      const plan = { ...(latest.current ?? body.plan), ...part };
      latest.current = plan;
      setDraft(plan);
      saving.current = saving.current
        .catch(() => undefined)
        .then(() => call('PUT /merges/:id', { params: { id: clientId }, body: plan }))
        .then(() => queries.refetchQueries({ queryKey: mergePlan(clientId).queryKey }));
      saving.current.catch(fail).finally(() => {
        if (latest.current !== plan) return;
        latest.current = null;
        setDraft(null);
      });
    },
    count: () => {
      call('POST /merges/:id/count', { params: { id: clientId } }).catch(fail);
    },
  };
}
