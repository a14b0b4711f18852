/** What the server tells as it happens: jobs go straight into their list, changes make what they concern stale. */
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Changing, ServerEvent } from '@fair-copy/api/events.js';
import type { JobBody } from './types.js';

/** @param staleAfter the beginnings of the keys of queries that a change of a kind makes stale */
export function useServerEvents(staleAfter: (what: Changing) => readonly (readonly unknown[])[]): void {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/events');
    source.onmessage = (message: MessageEvent<string>) =>
      take(client, JSON.parse(message.data) as ServerEvent, staleAfter);
    // After a break anything may have happened.
    let broken = false;
    source.onerror = () => {
      broken = true;
    };
    source.onopen = () => {
      if (broken) void client.invalidateQueries();
      broken = false;
    };
    return () => source.close();
  }, [client, staleAfter]);
}

function take(
  client: QueryClient,
  event: ServerEvent,
  staleAfter: (what: Changing) => readonly (readonly unknown[])[],
): void {
  if (event.type === 'job') {
    client.setQueryData<JobBody[]>(['jobs'], (jobs) => {
      const others = (jobs ?? []).filter((job) => job.id !== event.job.id);
      return [event.job, ...others].sort((a, b) => b.id - a.id);
    });
    return;
  }
  for (const queryKey of staleAfter(event.what)) refresh(client, queryKey);
}

/**
 * What is shown is fetched again. What is on its way for the first time may bring what was before the change, and is not
 * fetched twice by itself: it is fetched again when it is there.
 */
export function refresh(client: QueryClient, queryKey: readonly unknown[]): void {
  const first = client
    .getQueryCache()
    .findAll({ queryKey })
    .filter(({ state }) => state.fetchStatus === 'fetching' && state.data === undefined);
  void client.invalidateQueries({ queryKey });
  for (const query of first)
    void query.promise?.then(
      () => client.invalidateQueries({ queryKey: query.queryKey, exact: true }),
      // What could not be fetched says so itself.
      () => {},
    );
}
