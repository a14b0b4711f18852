import { useQuery } from '@tanstack/react-query';
import { holdings as holdingsQuery, memories as memoriesQuery } from '../api/queries.js';
import type { Holding, MemoryBody } from '../api/types.js';
import { failureOf, type Failure } from '../ui/Failed.js';

export interface Resources {
  readonly termbases: readonly Holding[];
  readonly memories: readonly MemoryBody[];
}

/**
 * All resources of a client, or of all. Both kinds at once: what is known of one alone is no list yet, and a line that was
 * gone to must not become another one under one's hand. Both null: on their way.
 */
export function useResources(clientId: number | null): {
  readonly resources: Resources | null;
  readonly failure: Failure | null;
} {
  const termbases = useQuery(holdingsQuery(clientId));
  const memories = useQuery(memoriesQuery(clientId));
  return {
    resources: termbases.data && memories.data ? { termbases: termbases.data, memories: memories.data } : null,
    failure: failureOf(termbases, memories),
  };
}
