import { queryOptions, keepPreviousData } from '@tanstack/react-query';
import type { ConceptFate } from '@fair-copy/core/intake/merge-concepts.js';
import type { Sureness } from '@fair-copy/core/memory/bridge/plan.js';
import type { Difference } from '@fair-copy/core/memory/compare.js';
import type { Fate } from '@fair-copy/core/memory/merge/plan.js';
import { call } from '../../api/http.js';

export const mergePlan = (client: number) =>
  queryOptions({
    queryKey: ['merge', 'plan', client],
    queryFn: () => call('GET /merges/:id', { params: { id: client } }),
  });

/** What is shown at once; more when it is asked for. */
export const PAGE = 50;
const piece = (page: number) => ({ from: page * PAGE, limit: PAGE });

/** @param page from 0, of `PAGE` conflicts */
export const mergeConflicts = (client: number, open: boolean, page: number) =>
  queryOptions({
    queryKey: ['merge', 'conflicts', client, open, page],
    queryFn: () =>
      call('GET /merges/:id/conflicts', {
        params: { id: client },
        query: { from: page * PAGE, limit: PAGE, ...(open && { open: 'true' }) },
      }),
    placeholderData: keepPreviousData,
  });

/** @param page from 0, of `PAGE` units */
export const mergeUnits = (client: number, memory: number, fate: Fate, page: number) =>
  queryOptions({
    queryKey: ['merge', 'units', client, memory, fate, page],
    queryFn: () =>
      call('GET /merges/:id/units', {
        params: { id: client },
        query: { memory, fate, from: page * PAGE, limit: PAGE },
      }),
  });

export const termMergePlan = (client: number) =>
  queryOptions({
    queryKey: ['merge', 'terms', client],
    queryFn: () => call('GET /term-merges/:id', { params: { id: client } }),
  });

/** @param page from 0, of `PAGE` contradictions */
export const fieldConflicts = (client: number, open: boolean, page: number) =>
  queryOptions({
    queryKey: ['merge', 'terms conflicts', client, open, page],
    queryFn: () =>
      call('GET /term-merges/:id/conflicts', {
        params: { id: client },
        query: { ...piece(page), ...(open && { open: 'true' }) },
      }),
    placeholderData: keepPreviousData,
  });

/** @param page from 0, of `PAGE` concepts */
export const mergedConcepts = (client: number, termbase: number, fate: ConceptFate, page: number) =>
  queryOptions({
    queryKey: ['merge', 'terms concepts', client, termbase, fate, page],
    queryFn: () =>
      call('GET /term-merges/:id/concepts', {
        params: { id: client },
        query: { termbase, fate, ...piece(page) },
      }),
  });

export const bridgePlan = (client: number) =>
  queryOptions({
    queryKey: ['merge', 'bridge', client],
    queryFn: () => call('GET /bridges/:id', { params: { id: client } }),
  });

export const comparePlan = (client: number) =>
  queryOptions({
    queryKey: ['merge', 'compare', client],
    queryFn: () => call('GET /comparisons/:id', { params: { id: client } }),
  });

/** @param page from 0, of `PAGE` doubts */
export const bridgeDoubts = (client: number, page: number) =>
  queryOptions({
    queryKey: ['merge', 'bridge doubts', client, page],
    queryFn: () => call('GET /bridges/:id/doubts', { params: { id: client }, query: piece(page) }),
    placeholderData: keepPreviousData,
  });

/** @param page from 0, of `PAGE` pairs */
export const bridgePairs = (client: number, how: Sureness, page: number) =>
  queryOptions({
    queryKey: ['merge', 'bridge pairs', client, how, page],
    queryFn: () => call('GET /bridges/:id/pairs', { params: { id: client }, query: { how, ...piece(page) } }),
  });

/** @param page from 0, of `PAGE` units */
export const bridgeAlone = (client: number, side: 'a' | 'b', page: number) =>
  queryOptions({
    queryKey: ['merge', 'bridge alone', client, side, page],
    queryFn: () => call('GET /bridges/:id/alone', { params: { id: client }, query: { side, ...piece(page) } }),
  });

/** @param page from 0, of `PAGE` texts */
export const comparedTexts = (client: number, what: Difference, page: number) =>
  queryOptions({
    queryKey: ['merge', 'compared', client, what, page],
    queryFn: () => call('GET /comparisons/:id/texts', { params: { id: client }, query: { what, ...piece(page) } }),
  });

/** Of a memory; the newest first. */
export const earlierStates = (memory: number) =>
  queryOptions({
    queryKey: ['memory', memory, 'earlier'],
    queryFn: () => call('GET /memories/:id/earlier', { params: { id: memory } }),
  });

/** The numbers of the first pages. */
export const pagesUpTo = (count: number): number[] => Array.from({ length: count }, (_, page) => page);
