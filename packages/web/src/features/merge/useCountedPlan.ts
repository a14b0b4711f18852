/** A plan of a client's: changed at once on the page, kept on the server, and what comes of it counted anew. */
import { useQuery, useQueryClient, type UseQueryOptions } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { JobKind } from '@fair-copy/api/jobs.js';
import { call } from '../../api/http.js';
import { jobs as jobsQuery } from '../../api/queries.js';
import type { JobBody } from '../../api/types.js';
import { useToast } from '../../ui/toast-store.js';

/** Milliseconds after the last change before it is counted: a name is typed letter by letter. */
const PAUSE = 250;

interface Body<P> {
  readonly clientId: number;
  readonly plan: P;
  readonly stale: boolean;
}

/** Where a kind of plan lives, and what is counted of it. */
export interface PlanKind<P, B extends Body<P>> {
  query(clientId: number): UseQueryOptions<B, Error, B, (string | number)[]>;
  keep(clientId: number, plan: P): Promise<unknown>;
  count(clientId: number): Promise<unknown>;
  /** The job that counts. */
  readonly job: JobKind;
  /** Whether there is something to count. */
  isReady(plan: P): boolean;
  /** What of the plan its outcome depends on: a name does not. */
  basis(plan: P): unknown;
}

export interface CountedPlan<P, B extends Body<P>> {
  readonly body: B;
  /** Counting, while it runs. */
  readonly counting: JobBody | undefined;
  change(plan: Partial<P>): void;
  count(): void;
}

/** Null: on its way. `kind` stays the same one. */
export function useCountedPlan<P extends object, B extends Body<P>>(
  kind: PlanKind<P, B>,
  clientId: number,
): CountedPlan<P, B> | null {
  const queries = useQueryClient();
  const { data: kept } = useQuery(kind.query(clientId));
  /** What was changed here and is not kept yet; what the server knows meanwhile is older. */
  const [draft, setDraft] = useState<P | null>(null);
  const latest = useRef<P | null>(null);
  const body = kept && (draft ? { ...kept, plan: draft, stale: true } : kept);
  const { data: jobs = [] } = useQuery(jobsQuery);
  const fail = useToast((state) => state.fail);
  const counting = jobs.find((job) => job.kind === kind.job && job.state === 'running' && job.clientId === clientId);
  const saving = useRef<Promise<unknown>>(Promise.resolve());
  const isStale = body !== undefined && draft === null && body.stale && kind.isReady(body.plan);
  const basis = JSON.stringify(body && kind.basis(body.plan));
  const running = counting?.id;
  useEffect(() => {
    if (!isStale) return;
    const timer = setTimeout(() => {
      saving.current
        .then(() => (running === undefined ? undefined : call('POST /jobs/:id/stop', { params: { id: running } })))
        .then(() => kind.count(clientId))
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
        .then(() => kind.keep(clientId, plan))
        .then(() => queries.refetchQueries({ queryKey: kind.query(clientId).queryKey }));
      saving.current.catch(fail).finally(() => {
        if (latest.current !== plan) return;
        latest.current = null;
        setDraft(null);
      });
    },
    count: () => {
      kind.count(clientId).catch(fail);
    },
  };
}
