import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import type { GalleyQuery } from '@fair-copy/api/rehearsals.js';
import { call } from '../../api/http.js';

export const kitOf = (id: number) =>
  queryOptions({
    queryKey: ['rehearsal', 'kit', id],
    queryFn: () => call('GET /rehearsals/:id', { params: { id } }),
  });

export type GalleyFilter = Pick<GalleyQuery, 'band' | 'show' | 'order'>;

const PAGE = 100;

/** @param at when the rehearsal was: another has other segments */
export const galley = (kit: number, at: string, filter: GalleyFilter) =>
  infiniteQueryOptions({
    queryKey: ['rehearsal', 'galley', kit, at, filter],
    queryFn: ({ pageParam }) =>
      call('GET /rehearsals/:id/segments', {
        params: { id: kit },
        query: { from: pageParam, limit: PAGE, ...filter },
      }),
    initialPageParam: 0,
    getNextPageParam: ({ total }, pages) => {
      const there = pages.reduce((sum, { segments }) => sum + segments.length, 0);
      return there < total ? there : undefined;
    },
  });
