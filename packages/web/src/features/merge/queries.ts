import { queryOptions, keepPreviousData } from '@tanstack/react-query';
import type { Fate } from '@fair-copy/core/memory/merge/plan.js';
import { call } from '../../api/http.js';

export const mergePlan = (client: number) =>
  queryOptions({
    queryKey: ['merge', 'plan', client],
    queryFn: () => call('GET /merges/:id', { params: { id: client } }),
  });

export const mergeConflicts = (client: number, open: boolean, limit: number) =>
  queryOptions({
    queryKey: ['merge', 'conflicts', client, open, limit],
    queryFn: () =>
      call('GET /merges/:id/conflicts', { params: { id: client }, query: { limit, ...(open && { open: 'true' }) } }),
    placeholderData: keepPreviousData,
  });

export const UNITS_SHOWN = 100;

export const mergeUnits = (client: number, memory: number, fate: Fate) =>
  queryOptions({
    queryKey: ['merge', 'units', client, memory, fate],
    queryFn: () =>
      call('GET /merges/:id/units', { params: { id: client }, query: { memory, fate, limit: UNITS_SHOWN } }),
  });
