/** @jest-environment ./test/page-environment.mjs */
import { expect, test } from '@jest/globals';
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { KitPlan, RehearsalBody } from '@fair-copy/api/rehearsals.js';
import { useToast } from '../../ui/toast-store.js';
import { kitOf } from './queries.js';
import { useKit } from './useKit.js';

const document = (name: string): KitPlan['documents'][number] => ({ sha256: '0'.repeat(64), name });
const FIRST = { documents: [document('kiln.md')], source: 'de', target: 'en', noTerms: [] } as unknown as KitPlan;
const bodyOf = (plan: KitPlan): RehearsalBody => ({ kitId: 7, plan }) as unknown as RehearsalBody;

/** A server whose answers come when the test lets them, in any order. */
function slowServer() {
  let plan = FIRST;
  const waiting: { readonly what: string; answer(): Promise<void> }[] = [];
  const sent: KitPlan[] = [];
  let refuses = false;
  globalThis.fetch = ((_: string, init: RequestInit = {}) =>
    new Promise((resolve) => {
      const what = init.method ?? 'GET';
      if (what === 'PUT') sent.push(JSON.parse(String(init.body)) as KitPlan);
      const failed = refuses && what === 'PUT';
      // What is asked sees the kit as it stands when it is asked.
      if (what === 'PUT' && !failed) plan = { ...sent.at(-1)!, noTerms: [] };
      const text = JSON.stringify(failed ? { error: { code: 'not-found', params: {} } } : bodyOf(plan));
      const answer = async (): Promise<void> => {
        waiting.splice(waiting.indexOf(one), 1);
        await act(async () => {
          resolve({
            ok: !failed,
            status: failed ? 404 : 200,
            headers: new Headers({ 'content-type': 'application/json' }),
            json: async () => JSON.parse(text) as unknown,
            text: async () => text,
          } as unknown as Response);
          await new Promise((done) => setTimeout(done));
        });
      };
      const one = { what, answer };
      waiting.push(one);
    })) as unknown as typeof fetch;
  const next = async (what: string): Promise<void> => {
    await waitFor(() => expect(waiting.map((one) => one.what)).toContain(what));
    await waiting.find((one) => one.what === what)!.answer();
  };
  return { sent, waiting, next, refuse: () => (refuses = true) };
}

function kit() {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  queries.setQueryData(kitOf(7).queryKey, bodyOf(FIRST));
  const wrapper = ({ children }: { readonly children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  const open = () => renderHook(() => useKit(useQuery(kitOf(7)).data!), { wrapper });
  const shown = open();
  const names = (): string[] => shown.result.current.body.plan.documents.map(({ name }) => name);
  return { ...shown, queries, names, open };
}

test('who leaves the page and comes back before the server has a change finds it, and goes on from it', async () => {
  const server = slowServer();
  const { result, unmount, open } = kit();
  act(() => result.current.change({ documents: [document('forno.md')] }));
  unmount();
  const again = open().result;
  expect(again.current.body.plan.documents).toEqual([document('forno.md')]);
  act(() => again.current.change({ source: 'pt' }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.sent[1]).toMatchObject({ documents: [{ name: 'forno.md' }], source: 'pt' });
});

test('an answer from before a change neither hides the change nor is sent back with the next', async () => {
  const server = slowServer();
  const { result, names, queries } = kit();
  act(() => result.current.change({ documents: [] }));
  await server.next('PUT');
  // The answer to this was written before the next change.
  await waitFor(() => expect(server.waiting.map(({ what }) => what)).toEqual(['GET']));
  act(() => result.current.change({ documents: [document('forno.md')] }));
  await server.next('GET');
  expect(names()).toEqual(['forno.md']);
  act(() => result.current.change({ source: 'pt' }));
  expect(names()).toEqual(['forno.md']);
  await server.next('PUT');
  await server.next('PUT');
  expect(server.sent.at(-1)).toMatchObject({ documents: [{ name: 'forno.md' }], source: 'pt', target: 'en' });
  await server.next('GET');
  expect(queries.getQueryData(kitOf(7).queryKey)!.plan.source).toBe('pt');
  expect([names(), result.current.body.plan.source]).toEqual([['forno.md'], 'pt']);
});

test('what the server has kept is shown as the server says it, also when another page changes it later', async () => {
  const server = slowServer();
  const { result, queries } = kit();
  act(() => result.current.change({ source: 'pt' }));
  await server.next('PUT');
  await server.next('GET');
  act(() => queries.setQueryData(kitOf(7).queryKey, bodyOf({ ...FIRST, source: 'fi' })));
  await waitFor(() => expect(result.current.body.plan.source).toBe('fi'));
});

test('a change that could not be kept is said, and is no longer shown', async () => {
  const server = slowServer();
  const { result } = kit();
  server.refuse();
  act(() => result.current.change({ source: 'pt' }));
  expect(result.current.body.plan.source).toBe('pt');
  await server.next('PUT');
  await server.next('GET');
  expect(result.current.body.plan.source).toBe('de');
  expect(useToast.getState().toast).not.toBeNull();
});
