import { expect, test } from '@jest/globals';
import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { refresh } from './events.js';

test('a change while something is fetched for the first time is not missed', async () => {
  const client = new QueryClient();
  let state = 'being read';
  let answers = 0;
  const observer = new QueryObserver(client, {
    queryKey: ['intake', 1],
    queryFn: async () => {
      const seen = state;
      await new Promise((resolve) => setTimeout(resolve, 5));
      answers++;
      return seen;
    },
  });
  const stop = observer.subscribe(() => {});
  // The server has answered already, with what was; the event overtakes the answer.
  state = 'read';
  refresh(client, ['intake']);
  while (answers < 2) await new Promise((resolve) => setTimeout(resolve, 5));
  await new Promise((resolve) => setTimeout(resolve, 5));
  expect(observer.getCurrentResult().data).toBe('read');
  stop();
  client.clear();
});
