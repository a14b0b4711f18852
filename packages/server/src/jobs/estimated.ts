/** Progress of work that says nothing of itself until it is done. */
import type { TaskContext } from './task.js';

/** Milliseconds between two estimates. */
const EVERY = 250;

/**
 * Says how far the work will be by now, if it takes as long as is expected. Stop is heard when it is done.
 * @param range the shares of the job, 0 to 1, between which it stands
 * @param expected milliseconds
 */
export async function estimated<T>(
  context: TaskContext,
  [from, to]: readonly [number, number],
  expected: number,
  work: Promise<T>,
): Promise<T> {
  const begun = performance.now();
  const timer = setInterval(() => {
    const share = Math.min(1, (performance.now() - begun) / Math.max(1, expected));
    try {
      context.checkpoint(from + (to - from) * share);
    } catch {
      // Stopped: said below, once nothing is under way any more.
    }
  }, EVERY);
  try {
    const result = await work;
    context.checkpoint(to);
    return result;
  } finally {
    clearInterval(timer);
  }
}
