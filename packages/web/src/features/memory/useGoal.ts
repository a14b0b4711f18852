/** Bringing a line of a virtual list into sight, where its height and those before it are known only once they are drawn. */
import { useEffect, useState, type RefObject } from 'react';
import type { VirtuosoHandle } from 'react-virtuoso';

/** Milliseconds between two looks whether it is still there, and how often: lines before it are measured, and letters come, later. */
const EVERY = 100;
const LOOKS = 30;

interface Sheet {
  readonly list: RefObject<VirtuosoHandle | null>;
  readonly box: RefObject<HTMLElement | null>;
  /** The line of a place among all, in the range that scrolls. */
  readonly lineOf: (place: number) => number;
  /** Whether what it shows is there: before that a line has another height. */
  readonly isLoaded: (place: number) => boolean;
}

/** `go` brings a place into sight; `leave` is called where a person goes elsewhere: they are not carried away. */
export function useGoal({ list, box, lineOf, isLoaded }: Sheet): {
  readonly go: (place: number) => void;
  readonly leave: () => void;
} {
  const [goal, setGoal] = useState<number | null>(null);
  const line = goal === null ? null : lineOf(goal);
  const loaded = goal !== null && isLoaded(goal);
  useEffect(() => {
    if (line === null) return;
    let looks = 0;
    let timer = 0;
    const look = (): void => {
      if (!isInSight(box.current, line)) list.current?.scrollToIndex({ index: line, align: 'center' });
      // Until it is loaded it may take any time.
      if (!loaded || ++looks < LOOKS) timer = window.setTimeout(look, EVERY);
    };
    look();
    return () => window.clearTimeout(timer);
  }, [list, box, line, loaded]);
  return { go: setGoal, leave: () => setGoal(null) };
}

function isInSight(box: HTMLElement | null, index: number): boolean {
  const line = box?.querySelector(`[data-item-index="${index}"]`)?.getBoundingClientRect();
  if (!box || !line) return false;
  const { top, bottom } = box.getBoundingClientRect();
  return line.top >= top && line.bottom <= bottom;
}
