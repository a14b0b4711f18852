import { queryOptions, keepPreviousData } from '@tanstack/react-query';
import type { Fate } from '@fair-copy/core/memory/merge/plan.js';
import { call } from '../../api/http.js';

export const mergePlan = (client: number) =>
  queryOptions({
    queryKey: ['merge', 'plan', client],
    queryFn: () => call('GET /merges/:id', { params: { id: client } }),
  });

/** What is shown at once; more when it is asked for. */
export const PAGE = 50;

/** @param page from 0, of `PAGE` conflicts */
export const mergeConflicts = (client: number, open: boolean, page: number) =>
  queryOptions({
    queryKey: ['merge', 'conflicts', client, open, page],
    queryFn: () =>
      call('GET /merges/:id/conflicts', {
        params: { id: client },
        query: { from: page * PAGE, limit: PAGE, ...(open && { open: 'true' }) },
      }),
    placeholderData: keepPreviousData,
  });

/** @param page from 0, of `PAGE` units */
export const mergeUnits = (client: number, memory: number, fate: Fate, page: number) =>
  queryOptions({
    queryKey: ['merge', 'units', client, memory, fate, page],
    queryFn: () =>
      call('GET /merges/:id/units', {
        params: { id: client },
        query: { memory, fate, from: page * PAGE, limit: PAGE },
      }),
  });

/** The numbers of the first pages. */
export const pagesUpTo = (count: number): number[] => Array.from({ length: count }, (_, page) => page);
