/** What is done soon after the start and once a day, so that nothing is left lying about and everything has a copy. */
import type { Context } from '../context.js';
import { forgetOnDesk } from './remains.js';
import { upkeepTasks } from './tasks.js';

/** Milliseconds after the start: pages come first. */
const FIRST = 20_000;
const DAILY = 24 * 60 * 60 * 1000;
/** Goes on until the server closes. */
export function keepUp({ workers, desk, events, memories }: Context): () => void {
  const day = async (): Promise<void> => {
    forgetOnDesk(desk);
    await workers.run(upkeepTasks.clearHistory, { all: false });
    await workers.run(upkeepTasks.sweepRemains, {});
    const { damaged } = await workers.run(upkeepTasks.keepCopies, {});
    if (damaged.length > 0) {
      memories.noteDamaged(damaged);
      events.tell({ type: 'changed', what: 'holdings' });
      events.tell({ type: 'changed', what: 'memory' });
    }
  };
  // What cannot be done today (a full disk, say) is tried again tomorrow.
  const tried = (): void => void day().catch((error: unknown) => process.stderr.write(`Upkeep: ${String(error)}\n`));
  const first = setTimeout(tried, FIRST).unref();
  const daily = setInterval(tried, DAILY).unref();
  return () => {
    clearTimeout(first);
    clearInterval(daily);
  };
}
