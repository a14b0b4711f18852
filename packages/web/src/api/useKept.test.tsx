/** @jest-environment ./test/page-environment.mjs */
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { ApiFailure } from './http.js';
import { useKept } from './useKept.js';

let client: QueryClient;
let answer: () => string;

beforeEach(() => {
  client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
});
afterEach(cleanup);

const shown = () =>
  renderHook(() => useKept({ queryKey: ['memory', 1] as const, queryFn: async () => answer() }), {
    wrapper: ({ children }: { readonly children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    ),
  });
const failing = (code: string) => () => {
  throw new ApiFailure(code, code);
};
/** A page that had it, and fetches it again in vain. */
async function shownThen(code: string) {
  answer = () => 'a memory';
  const { result } = shown();
  await waitFor(() => expect(result.current.data).toBe('a memory'));
  answer = failing(code);
  await fetchAgain();
  expect(client.getQueryState(['memory', 1])?.status).toBe('error');
  return result;
}
const fetchAgain = () => act(() => client.refetchQueries({ queryKey: ['memory', 1] }));

test('what is shown stays while the server cannot be reached', async () => {
  const result = await shownThen('no-connection');
  expect(result.current).toEqual({ data: 'a memory', error: null });
});

test('what the server says is gone is not shown as if it were there', async () => {
  const result = await shownThen('not-found');
  await waitFor(() => expect(result.current.error?.message).toBe('not-found'));
});

test('what was never there says that the server cannot be reached', async () => {
  answer = failing('no-connection');
  const { result } = shown();
  await waitFor(() => expect(result.current.error?.message).toBe('no-connection'));
});
