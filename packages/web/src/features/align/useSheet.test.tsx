/** @jest-environment ./test/page-environment.mjs */
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { AlignmentBody, BeadBody } from '../../api/types.js';
import { answering } from '../../testing/on-page.js';
import { useToast } from '../../ui/toast-store.js';
import { parted, widened } from './pairs.js';
import { useSheet } from './useSheet.js';

const pair = (i: number): BeadBody => [i, i + 1, i, i + 1, 0.9, 0, 0];
const ALIGNMENT = {
  id: 7,
  sourceSegments: ['a', 'b', 'c'],
  targetSegments: ['x', 'y', 'z'],
  beads: [pair(0), pair(1), pair(2)],
} as unknown as AlignmentBody;

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

function sheet() {
  const queries = new QueryClient();
  queries.setQueryData(['alignment', 7], ALIGNMENT);
  const wrapper = ({ children }: { readonly children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  return { ...renderHook(() => useSheet(ALIGNMENT), { wrapper }), queries };
}

const rest = (): Promise<void> => act(() => jest.advanceTimersByTimeAsync(700));

test('several changes are sent once, when one rests; texts only where they changed', async () => {
  const asked = answering(() => ({ body: {} }));
  const { result } = sheet();
  act(() => result.current.change({ beads: widened(result.current.sheet.beads, 0)! }));
  act(() => result.current.change({ beads: parted(result.current.sheet.beads, 1)! }));
  expect(asked).toEqual([]);
  await rest();
  expect(asked).toEqual([{ what: 'PUT /api/alignments/7', body: { beads: result.current.sheet.beads } }]);
  act(() => result.current.change({ source: ['a', 'B', 'c'] }));
  await rest();
  expect(asked[1]!.body).toMatchObject({ sourceSegments: ['a', 'B', 'c'] });
  expect(asked[1]!.body).not.toHaveProperty('targetSegments');
});

test('undo and redo go back and forth, and say where; a new change ends what could be done again', async () => {
  answering(() => ({ body: {} }));
  const { result } = sheet();
  expect(result.current.undo()).toBeNull();
  act(() => result.current.change({ beads: widened(result.current.sheet.beads, 1)! }));
  expect(result.current.sheet.beads).toHaveLength(2);
  let place: number | null = null;
  act(() => (place = result.current.undo()) as never);
  expect([place, result.current.sheet.beads]).toEqual([1, ALIGNMENT.beads]);
  act(() => void result.current.redo());
  expect(result.current.sheet.beads).toHaveLength(2);
  act(() => void result.current.undo());
  act(() => result.current.change({ beads: parted(result.current.sheet.beads, 0)! }));
  expect(result.current.redo()).toBeNull();
});

test('what is not possible changes nothing and is said', () => {
  answering(() => ({ body: {} }));
  const { result } = sheet();
  act(() => result.current.change(null));
  expect(useToast.getState().toast?.text).toBe('That is not possible with this pair.');
  expect(result.current.sheet.beads).toBe(ALIGNMENT.beads);
});

test('what could not be kept is said, not taken for kept, and sent once more with the next change', async () => {
  let works = false;
  const failure = { code: 'disk-full', values: {}, message: 'x' };
  const asked = answering(() => (works ? { body: {} } : { status: 507, body: failure }));
  const { result, queries } = sheet();
  act(() => result.current.change({ beads: widened(result.current.sheet.beads, 0)! }));
  await rest();
  expect(useToast.getState().toast).toMatchObject({ tone: 'failed', text: expect.stringContaining('disk is full') });
  expect(queries.getQueryData<AlignmentBody>(['alignment', 7])!.beads).toEqual(ALIGNMENT.beads);
  works = true;
  await act(() => result.current.keepNow());
  expect(asked).toHaveLength(2);
  expect(asked[1]!.body).toEqual({ beads: result.current.sheet.beads });
});

test('whoever leaves before the rest is over loses nothing', async () => {
  const asked = answering(() => ({ body: {} }));
  const { result, unmount } = sheet();
  act(() => result.current.change({ beads: widened(result.current.sheet.beads, 0)! }));
  unmount();
  await jest.advanceTimersByTimeAsync(0);
  expect(asked).toHaveLength(1);
});
