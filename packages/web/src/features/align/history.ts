/** What was done on a sheet, step by step, kept as differences so that there can be any number of steps. */
import type { Sheet } from './pairs.js';

interface Patch {
  readonly list: keyof Sheet;
  readonly at: number;
  readonly before: readonly unknown[];
  readonly after: readonly unknown[];
}

export type Step = readonly Patch[];

/** Where two sheets differ; parts that are the same objects are not looked into. */
export function stepBetween(before: Sheet, after: Sheet): Step {
  return (['source', 'target', 'beads'] as const).flatMap((list) => {
    const [old, young] = [before[list] as readonly unknown[], after[list] as readonly unknown[]];
    if (old === young) return [];
    let from = 0;
    while (from < old.length && from < young.length && old[from] === young[from]) from++;
    let tail = 0;
    const most = Math.min(old.length, young.length) - from;
    while (tail < most && old[old.length - 1 - tail] === young[young.length - 1 - tail]) tail++;
    return [
      { list, at: from, before: old.slice(from, old.length - tail), after: young.slice(from, young.length - tail) },
    ];
  });
}

export function forward(sheet: Sheet, step: Step): Sheet {
  return step.reduce((now, { list, at, before, after }) => replaced(now, list, at, before.length, after), sheet);
}

export function back(sheet: Sheet, step: Step): Sheet {
  return step.reduce((now, { list, at, before, after }) => replaced(now, list, at, after.length, before), sheet);
}

/** The pair at which a step begins, if it touches pairs. */
export function placeOf(step: Step): number | null {
  return step.find(({ list }) => list === 'beads')?.at ?? null;
}

function replaced(sheet: Sheet, list: keyof Sheet, at: number, count: number, by: readonly unknown[]): Sheet {
  return { ...sheet, [list]: (sheet[list] as readonly unknown[]).toSpliced(at, count, ...by) };
}
