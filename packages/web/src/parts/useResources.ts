import { useQuery } from '@tanstack/react-query';
import { holdings as holdingsQuery, memories as memoriesQuery } from '../api/queries.js';
import type { Holding, MemoryBody } from '../api/types.js';

export interface Resources {
  readonly termbases: readonly Holding[];
  readonly memories: readonly MemoryBody[];
}

/**
 * All resources of a client, or of all. Both kinds at once: what is known of one alone is no list yet, and a line that was
 * gone to must not become another one under one's hand. Null: on their way.
 */
export function useResources(clientId: number | null): Resources | null {
  const { data: termbases } = useQuery(holdingsQuery(clientId));
  const { data: memories } = useQuery(memoriesQuery(clientId));
  return termbases && memories ? { termbases, memories } : null;
}
