/** What the keys do on the page that is shown: each page says it, the help shows it. */
import { useEffect } from 'react';
import { create } from 'zustand';

export type KeyHint = readonly [keys: string, does: string];

interface KeyListState {
  readonly hints: readonly KeyHint[];
  set(hints: readonly KeyHint[]): void;
}

export const useKeyList = create<KeyListState>()((set) => ({ hints: [], set: (hints) => set({ hints }) }));

/** @param hints a constant list */
export function useKeyHints(hints: readonly KeyHint[]): void {
  const set = useKeyList((state) => state.set);
  useEffect(() => {
    set(hints);
    return () => set([]);
  }, [hints, set]);
}
