import { useQuery, type QueryKey, type UseQueryOptions } from '@tanstack/react-query';
import { ApiFailure } from './http.js';

/**
 * What a page stands on. Once it is there, it stays while the server cannot be reached: what was typed on the page is not
 * taken away because it could not be fetched again. What the server itself says of it (it is gone) is an error as ever.
 */
export function useKept<T, K extends QueryKey>(asked: UseQueryOptions<T, Error, T, K>) {
  const { data, error } = useQuery(asked);
  const isAway = error instanceof ApiFailure && error.code === 'no-connection';
  return { data, error: isAway && data !== undefined ? null : error };
}
