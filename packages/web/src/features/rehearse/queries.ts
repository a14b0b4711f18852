import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import type { Band } from '@fair-copy/core/rehearsal/figures.js';
import { call } from '../../api/http.js';

export const kitOf = (id: number) =>
  queryOptions({
    queryKey: ['rehearsal', 'kit', id],
    queryFn: () => call('GET /rehearsals/:id', { params: { id } }),
  });

const PAGE = 100;

/** @param at when the rehearsal was: another has other segments */
export const galley = (kit: number, at: string, band: Band | null) =>
  infiniteQueryOptions({
    queryKey: ['rehearsal', 'galley', kit, at, band],
    queryFn: ({ pageParam }) =>
      call('GET /rehearsals/:id/segments', {
        params: { id: kit },
        query: { from: pageParam, limit: PAGE, ...(band && { band }) },
      }),
    initialPageParam: 0,
    getNextPageParam: ({ total }, pages) => {
      const there = pages.reduce((sum, { segments }) => sum + segments.length, 0);
      return there < total ? there : undefined;
    },
  });
