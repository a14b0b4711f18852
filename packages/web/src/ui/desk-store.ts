/** What the person has in hand and how the pages look: interface state only, kept in the browser. */
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { ThemeName } from './theme-name.js';

interface DeskState {
  /** Null: all clients. */
  readonly clientId: number | null;
  readonly theme: ThemeName | null;
  takeInHand(clientId: number | null): void;
  setTheme(theme: ThemeName): void;
}

export const useDesk = create<DeskState>()(
  persist(
    (set) => ({
      clientId: null,
      theme: null,
      takeInHand: (clientId) => set({ clientId }),
      setTheme: (theme) => set({ theme }),
    }),
    { name: 'fair-copy-desk' },
  ),
);
