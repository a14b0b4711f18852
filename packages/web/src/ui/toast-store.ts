/** Short messages at the foot of the page: what was done, what failed, with one thing to do about it. */
import { create } from 'zustand';

export interface Toast {
  readonly key: number;
  readonly text: string;
  readonly tone: 'done' | 'failed';
  readonly action?: { readonly label: string; readonly run: () => void };
}

interface ToastState {
  readonly toast: Toast | null;
  say(text: string, action?: Toast['action']): void;
  fail(error: unknown): void;
  clear(): void;
}

let key = 0;

export const useToast = create<ToastState>()((set) => ({
  toast: null,
  say: (text, action) => set({ toast: { key: ++key, text, tone: 'done', ...(action && { action }) } }),
  fail: (error) =>
    set({ toast: { key: ++key, text: error instanceof Error ? error.message : String(error), tone: 'failed' } }),
  clear: () => set({ toast: null }),
}));
