/** What the pages are told as it happens, over server-sent events. */
import type { JobBody } from './jobs.js';

/** What a change makes stale. */
export const CHANGING = [
  'clients',
  'holdings',
  'termbase',
  'memory',
  'intake',
  'alignment',
  'merge',
  'ledger',
  'inspection',
  'rehearsal',
] as const;
export type Changing = (typeof CHANGING)[number];

export interface Change {
  readonly what: Changing;
  /** Left out: any of them. */
  readonly id?: number;
}

export type ServerEvent = { readonly type: 'job'; readonly job: JobBody } | ({ readonly type: 'changed' } & Change);
