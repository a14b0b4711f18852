/** What is typed and not saved yet, wherever it stands: nobody leaves it behind without being asked. */
import { useEffect, useRef } from 'react';
import { create } from 'zustand';

export interface Unsaved {
  /** What the person typed, or what it is about: shown where it is asked for. */
  readonly text: string;
  /** Saves it. @returns false: it could not be saved, and why was said */
  readonly save: () => Promise<boolean>;
  /** It is on its way: waited for, and asked only where it fails. */
  readonly isSaving: boolean;
}

interface UnsavedState {
  readonly all: readonly Unsaved[];
  add(one: Unsaved): void;
  remove(one: Unsaved): void;
  /** All of it is given up. */
  discard(): void;
  /** How often that happened. */
  readonly discards: number;
}

export const useUnsavedWork = create<UnsavedState>()((set) => ({
  all: [],
  add: (one) => set(({ all }) => ({ all: [...all, one] })),
  remove: (one) => set(({ all }) => (all.includes(one) ? { all: all.filter((other) => other !== one) } : {})),
  discards: 0,
  discard: () => set(({ discards }) => ({ all: [], discards: discards + 1 })),
}));

/**
 * A field with something typed in it.
 * @param text null: nothing in it is unsaved
 */
export function useUnsaved(text: string | null, save: Unsaved['save'], isSaving = false): void {
  const latest = useRef(save);
  useEffect(() => {
    latest.current = save;
  });
  const { add, remove } = useUnsavedWork.getState();
  useEffect(() => {
    if (text === null) return;
    const one: Unsaved = { text, save: () => latest.current(), isSaving };
    add(one);
    return () => remove(one);
  }, [text, isSaving, add, remove]);
}

/**
 * A field that disappears with something typed in it (its row was scrolled out of sight, another one was chosen) keeps it;
 * not where the person has given it up.
 */
export function useKeptWhenGone(isTyped: boolean, keep: () => void): void {
  const latest = useRef({ isTyped, keep });
  useEffect(() => {
    latest.current = { isTyped, keep };
  });
  const given = useRef(useUnsavedWork.getState().discards);
  useEffect(
    () => () => {
      const { isTyped: still, keep: keepNow } = latest.current;
      if (still && given.current === useUnsavedWork.getState().discards) keepNow();
    },
    [],
  );
}
