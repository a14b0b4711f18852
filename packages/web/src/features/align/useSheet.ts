/** The sheet as it stands on the page, with undo and redo, kept on the server as one goes. */
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { sendLeaving, call } from '../../api/http.js';
import type { AlignmentBody } from '../../api/types.js';
import { useToast } from '../../ui/toast-store.js';
import { back, forward, placeOf, stepBetween, type Step } from './history.js';
import type { Sheet } from './pairs.js';
import { alignTexts } from './messages.js';

/** Milliseconds after the last change until it is sent. */
const REST = 600;

interface History {
  readonly sheet: Sheet;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

export interface SheetWork {
  readonly sheet: Sheet;
  /** Null: what was asked for is not possible here, which is said. */
  change(to: Partial<Sheet> | null): void;
  /** Gives back the pair at which something changed. */
  undo(): number | null;
  redo(): number | null;
  /** Resolves when the server has everything. */
  keepNow(): Promise<void>;
}

export function useSheet(alignment: AlignmentBody): SheetWork {
  const [history, setHistory] = useState<History>(() => ({
    sheet: { source: alignment.sourceSegments, target: alignment.targetSegments, beads: alignment.beads },
    past: [],
    future: [],
  }));
  const say = useToast((state) => state.say);
  const { sheet, past, future } = history;
  const keepNow = useKept(alignment.id, sheet);
  const change = useCallback(
    (to: Partial<Sheet> | null): void => {
      if (!to) return say(alignTexts.notHere);
      setHistory((now) => {
        const after = { ...now.sheet, ...to };
        return { sheet: after, past: [...now.past, stepBetween(now.sheet, after)], future: [] };
      });
    },
    [say],
  );
  return {
    sheet,
    change,
    undo: () => {
      const step = past.at(-1);
      if (!step) return null;
      setHistory({ sheet: back(sheet, step), past: past.slice(0, -1), future: [step, ...future] });
      return placeOf(step);
    },
    redo: () => {
      const [step, ...rest] = future;
      if (!step) return null;
      setHistory({ sheet: forward(sheet, step), past: [...past, step], future: rest });
      return placeOf(step);
    },
    keepNow,
  };
}

/** Keeps the sheet on the server as it changes. The function it gives back resolves when the server has everything. */
function useKept(id: number, sheet: Sheet): () => Promise<void> {
  const fail = useToast((state) => state.fail);
  const queries = useQueryClient();
  const kept = useRef(sheet);
  const keepNow = useCallback(async (): Promise<void> => {
    const before = kept.current;
    if (before === sheet) return;
    kept.current = sheet;
    // Known here before it is sent: whoever comes back at once finds it. Not kept, it is not taken for kept either.
    const known = queries.getQueryData<AlignmentBody>(['alignment', id]);
    queries.setQueryData<AlignmentBody>(
      ['alignment', id],
      known && {
        ...known,
        beads: [...sheet.beads],
        sourceSegments: [...sheet.source],
        targetSegments: [...sheet.target],
      },
    );
    try {
      await call('PUT /alignments/:id', { params: { id }, body: bodyOf(sheet, before) });
    } catch (error) {
      // It is sent once more with the next change, or when it is asked for.
      kept.current = before;
      queries.setQueryData(['alignment', id], known);
      throw error;
    }
    void queries.invalidateQueries({ queryKey: ['alignment', 'all'] });
  }, [id, sheet, queries]);
  useEffect(() => {
    const wait = window.setTimeout(() => keepNow().catch(fail), REST);
    return () => window.clearTimeout(wait);
  }, [keepNow, fail]);
  // Whoever leaves before the rest is over loses nothing.
  const latest = useRef(keepNow);
  useEffect(() => {
    latest.current = keepNow;
  });
  useEffect(() => () => void latest.current().catch(fail), [fail]);
  useEffect(() => {
    const leaving = (event: BeforeUnloadEvent): void => {
      if (
        kept.current === sheet ||
        sendLeaving('PUT /alignments/:id', { params: { id }, body: bodyOf(sheet, kept.current) })
      )
        return;
      event.preventDefault();
      keepNow().catch(fail);
    };
    window.addEventListener('beforeunload', leaving);
    return () => window.removeEventListener('beforeunload', leaving);
  }, [id, sheet, keepNow, fail]);
  return keepNow;
}

/** Texts are sent only where some were corrected or cut. */
const bodyOf = (
  sheet: Sheet,
  kept: Sheet,
): Pick<Sheet, 'beads'> & {
  readonly sourceSegments?: readonly string[];
  readonly targetSegments?: readonly string[];
} => ({
  beads: sheet.beads,
  ...(sheet.source !== kept.source && { sourceSegments: sheet.source }),
  ...(sheet.target !== kept.target && { targetSegments: sheet.target }),
});
