/** Two edits of the same thing from the same earlier state: the second is told what the first did, and a person decides. */
import { create } from 'zustand';
import { ApiFailure } from '../api/http.js';

export type Choice = 'mine' | 'theirs';

export interface Conflict {
  /** What was done meanwhile, in the server's words. */
  readonly message: string;
  /** What the person wants to put there; null: to take it away. */
  readonly mine: string | null;
  /** How it stands by now. */
  readonly theirs: string;
  readonly language: string | null;
  readonly decide: (choice: Choice) => void;
}

interface ConflictState {
  readonly conflict: Conflict | null;
  ask(about: Omit<Conflict, 'decide'>): Promise<Choice>;
}

export const useConflict = create<ConflictState>()((set) => ({
  conflict: null,
  ask: (about) =>
    new Promise((resolve) => {
      const decide = (choice: Choice): void => {
        set({ conflict: null });
        resolve(choice);
      };
      set({ conflict: { ...about, decide } });
    }),
}));

interface Edit<T> {
  /** The state that the person saw when the edit began. */
  readonly version: string;
  /** @param version left out: whatever is there by now */
  readonly send: (version?: string) => Promise<T>;
  readonly mine: string | null;
  readonly language: string | null;
  /** How it stands by now, asked for when there is a conflict. */
  readonly theirs: () => Promise<string>;
}

/** @returns what the server said; null: the person left it as it is by now */
export async function sendSeen<T>({ version, send, mine, language, theirs }: Edit<T>): Promise<T | null> {
  try {
    return await send(version);
  } catch (error) {
    if (!(error instanceof ApiFailure) || error.code !== 'changed-meanwhile') throw error;
    const choice = await useConflict.getState().ask({ message: error.message, mine, language, theirs: await theirs() });
    return choice === 'mine' ? send() : null;
  }
}
