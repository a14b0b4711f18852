/** The pairs as they stand on the page, with undo and redo, kept on the server as one goes. */
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { send } from '../../api/http.js';
import type { AlignmentBody, BeadBody } from '../../api/types.js';
import { useToast } from '../../ui/toast-store.js';

/** Milliseconds after the last change until it is sent. */
const REST = 600;

interface History {
  readonly pairs: readonly BeadBody[];
  readonly past: readonly (readonly BeadBody[])[];
  readonly future: readonly (readonly BeadBody[])[];
}

export interface Pairs {
  readonly pairs: readonly BeadBody[];
  /** Null: what was asked for is not possible here. */
  change(to: readonly BeadBody[] | null): void;
  undo(): void;
  redo(): void;
  /** Resolves when the server has everything. */
  settle(): Promise<void>;
}

export function usePairs(alignment: AlignmentBody): Pairs {
  const [history, setHistory] = useState<History>({ pairs: alignment.beads, past: [], future: [] });
  const fail = useToast((state) => state.fail);
  const queries = useQueryClient();
  const kept = useRef(alignment.beads as readonly BeadBody[]);
  const { pairs } = history;
  const { id } = alignment;
  const settle = useCallback(async (): Promise<void> => {
    if (kept.current === pairs) return;
    const before = kept.current;
    kept.current = pairs;
    try {
      await send('PUT', `/alignments/${id}`, { beads: pairs });
    } catch (error) {
      // It is sent once more with the next change, or when it is asked for.
      kept.current = before;
      throw error;
    }
    queries.setQueryData<AlignmentBody>(['alignment', id], (before) => before && { ...before, beads: [...pairs] });
  }, [id, pairs, queries]);
  useEffect(() => {
    const wait = window.setTimeout(() => settle().catch(fail), REST);
    return () => window.clearTimeout(wait);
  }, [settle, fail]);
  // Whoever leaves before the rest is over loses nothing.
  const latest = useRef(settle);
  useEffect(() => {
    latest.current = settle;
  });
  useEffect(() => () => void latest.current().catch(() => undefined), []);
  return {
    pairs,
    change: (to) => to && setHistory(({ past }) => ({ pairs: to, past: [...past, pairs], future: [] })),
    undo: () =>
      setHistory((now) => {
        const before = now.past.at(-1);
        return before ? { pairs: before, past: now.past.slice(0, -1), future: [now.pairs, ...now.future] } : now;
      }),
    redo: () =>
      setHistory((now) => {
        const [after, ...future] = now.future;
        return after ? { pairs: after, past: [...now.past, now.pairs], future } : now;
      }),
    settle,
  };
}
