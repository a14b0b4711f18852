/** What the server tells as it happens: jobs go straight into their list, changes make what they concern stale. */
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Changing, ServerEvent } from '@fair-copy/api/events.js';
import type { JobBody } from './types.js';

export function useServerEvents(): void {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/events');
    source.onmessage = (message: MessageEvent<string>) => take(client, JSON.parse(message.data) as ServerEvent);
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
  }, [client]);
}

function take(client: QueryClient, event: ServerEvent): void {
  if (event.type === 'job') {
    client.setQueryData<JobBody[]>(['jobs'], (jobs) => {
      const others = (jobs ?? []).filter((job) => job.id !== event.job.id);
      return [event.job, ...others].sort((a, b) => b.id - a.id);
    });
    return;
  }
  const keys: Readonly<Record<Changing, readonly (readonly unknown[])[]>> = {
    clients: [['clients'], ['holdings']],
    holdings: [['holdings'], ['memory', 'all']],
    memory: [['memory']],
    termbase: [['termbase'], ['concept'], ['look-up']],
    intake: [['intake']],
    alignment: [['alignment']],
    ledger: [['ledger']],
    inspection: [['inspection'], ['concept'], ['memory', 'all']],
  };
  for (const queryKey of keys[event.what]) void client.invalidateQueries({ queryKey });
}
