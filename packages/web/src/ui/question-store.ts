/** A question that stands before what is to be done; the frame shows it, whichever page asks. */
import { create } from 'zustand';

export interface Question {
  readonly title: string;
  readonly text: string;
  /** What the button does, as a verb. */
  readonly go: string;
  readonly onGo: () => void;
}

interface QuestionState {
  readonly question: Question | null;
  ask(question: Question): void;
  close(): void;
}

export const useQuestion = create<QuestionState>()((set) => ({
  question: null,
  ask: (question) => set({ question }),
  close: () => set({ question: null }),
}));
