/** The plans of this stage. */
import { useQuery } from '@tanstack/react-query';
import type { MergeBody, MergePlanBody, MergeSample } from '@fair-copy/api/merges.js';
import type { TermMergeBody, TermMergePlanBody } from '@fair-copy/api/term-merges.js';
import type { BridgeBody, BridgePlanBody, CompareBody, ComparedRef, ComparePlanBody } from '@fair-copy/api/two.js';
import { call } from '../../api/http.js';
import { bridgePlan, comparePlan, mergePlan, termMergePlan } from './queries.js';
import { isSame } from './TwoChosen.js';
import { useCountedPlan, type CountedPlan, type PlanKind } from './useCountedPlan.js';

export type Merging = CountedPlan<MergePlanBody, MergeBody>;
export type TermMerging = CountedPlan<TermMergePlanBody, TermMergeBody>;
export type Bridging = CountedPlan<BridgePlanBody, BridgeBody>;
export type Comparing = CountedPlan<ComparePlanBody, CompareBody>;

const MERGE: PlanKind<MergePlanBody, MergeBody> = {
  query: mergePlan,
  keep: (id, body) => call('PUT /merges/:id', { params: { id }, body }),
  count: (id) => call('POST /merges/:id/count', { params: { id } }),
  job: 'count merge',
  isReady: ({ inputs }) => inputs.length > 0,
  basis: ({ inputs, by, ignore, regions, keep, filter, decisions }) => [
    inputs,
    by,
    ignore,
    regions,
    keep,
    filter,
    decisions,
  ],
};

const TERM_MERGE: PlanKind<TermMergePlanBody, TermMergeBody> = {
  query: termMergePlan,
  keep: (id, body) => call('PUT /term-merges/:id', { params: { id }, body }),
  count: (id) => call('POST /term-merges/:id/count', { params: { id } }),
  job: 'count term merge',
  isReady: ({ inputs }) => inputs.length > 0,
  basis: ({ inputs, by, id, subject, regions, keep, decisions }) => [inputs, by, id, subject, regions, keep, decisions],
};

/** Two different resources are chosen. */
export function areTwo({ a, b }: { readonly a: ComparedRef | null; readonly b: ComparedRef | null }): boolean {
  return a !== null && b !== null && !isSame(a, b);
}

const BRIDGE: PlanKind<BridgePlanBody, BridgeBody> = {
  query: bridgePlan,
  keep: (id, body) => call('PUT /bridges/:id', { params: { id }, body }),
  count: (id) => call('POST /bridges/:id/count', { params: { id } }),
  job: 'count bridge',
  isReady: (plan) => areTwo(plan) && plan.over !== '',
  basis: ({ a, b, over, near, decisions }) => [a, b, over, near, decisions],
};

const COMPARE: PlanKind<ComparePlanBody, CompareBody> = {
  query: comparePlan,
  keep: (id, body) => call('PUT /comparisons/:id', { params: { id }, body }),
  count: (id) => call('POST /comparisons/:id/count', { params: { id } }),
  job: 'compare',
  isReady: areTwo,
  basis: ({ a, b, by, ignore, regions }) => [a, b, by, ignore, regions],
};

export const useMerge = (clientId: number): Merging | null => useCountedPlan(MERGE, clientId);
/** What comes of the plan by a sample, until all units are counted; null: nothing to say. */
export function useSample({ body: { clientId, plan, stale } }: Merging): MergeSample | null {
  const { data = null } = useQuery({
    queryKey: ['sample of merge', clientId, MERGE.basis(plan)],
    queryFn: () => call('POST /merges/:id/sample', { params: { id: clientId }, body: plan }),
    enabled: stale && MERGE.isReady(plan),
    // The memories may be others when the same plan is asked for again.
    gcTime: 0,
    retry: false,
  });
  return stale ? data : null;
}

export const useTermMerge = (clientId: number): TermMerging | null => useCountedPlan(TERM_MERGE, clientId);
export const useBridge = (clientId: number): Bridging | null => useCountedPlan(BRIDGE, clientId);
export const useCompare = (clientId: number): Comparing | null => useCountedPlan(COMPARE, clientId);
