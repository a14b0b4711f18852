/** What was last selected in each language of the sheet: together they make a term pair. */
import { create } from 'zustand';

interface TermPairState {
  readonly texts: Readonly<Record<string, string>>;
  select(language: string, text: string): void;
  clear(): void;
}

export const useTermPair = create<TermPairState>()((set) => ({
  texts: {},
  select: (language, text) => set(({ texts }) => ({ texts: { ...texts, [language]: text } })),
  clear: () => set({ texts: {} }),
}));
