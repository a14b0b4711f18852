/** What is asked of the findings, and how the answers come: page by page. */
import { infiniteQueryOptions } from '@tanstack/react-query';
import type { MatterOrder } from '@fair-copy/api/inspection.js';
import { call } from '../../api/http.js';
import { inspectedPath, type Inspected } from '../../api/queries.js';
import type { MatterRow } from '../../api/types.js';

export interface Asked {
  readonly check: string | null;
  readonly severity: MatterRow['severity'] | null;
  readonly author: string | null;
  readonly origin: string | null;
  /** As YYYYMMDD. */
  readonly since: string | null;
  readonly order: MatterOrder;
  /** 1: only what can be put right without a thought. */
  readonly safe: number;
}

export const ALL: Asked = {
  check: null,
  severity: null,
  author: null,
  origin: null,
  since: null,
  order: 'place',
  safe: 0,
};

/** Rows of an answer. */
const PAGE = 100;

export const matters = (of: Inspected, asked: Asked) =>
  infiniteQueryOptions({
    queryKey: ['inspection', of, 'list', asked],
    queryFn: ({ pageParam }) =>
      call(`GET ${inspectedPath(of)}/findings`, { params: { id: of.id }, query: { ...asked, from: pageParam } }),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (last.length === PAGE ? pages.length * PAGE : undefined),
  });
