/** What was last selected in each language of a sheet: together they make a term pair. */
import { CODE } from '@fair-copy/core/text/inline-codes.js';
import { create } from 'zustand';

interface TermPairState {
  readonly texts: Readonly<Record<string, string>>;
  /** Asked for by keyboard, with nothing selected yet. */
  readonly isOpen: boolean;
  open(): void;
  select(language: string, text: string): void;
  clear(): void;
}

export const useTermPair = create<TermPairState>()((set) => ({
  texts: {},
  isOpen: false,
  open: () => set({ isOpen: true }),
  select: (language, text) => set(({ texts }) => ({ texts: { ...texts, [language]: text } })),
  clear: () => set({ texts: {}, isOpen: false }),
}));

/** Longer selections are no terms. */
const LONGEST = 120;

/** What is selected with the mouse may become half of a term pair. */
export function keepSelected(language: string): void {
  const text = document.getSelection()?.toString().replaceAll(CODE, '').trim() ?? '';
  if (text !== '' && text.length <= LONGEST) useTermPair.getState().select(language, text);
}
