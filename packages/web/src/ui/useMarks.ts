/** Lines of a list that are marked, to be changed together. */
import { useState } from 'react';

export interface Marks {
  readonly marked: ReadonlySet<number>;
  /** Marks it, or no longer. */
  mark(id: number): void;
  unmark(): void;
}

export function useMarks(): Marks {
  const [marked, setMarked] = useState<ReadonlySet<number>>(new Set());
  return {
    marked,
    mark: (id) =>
      setMarked((now) => {
        const next = new Set(now);
        if (!next.delete(id)) next.add(id);
        return next;
      }),
    unmark: () => setMarked(new Set()),
  };
}
