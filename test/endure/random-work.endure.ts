/** 20,000 operations of every kind, undo and redo among them: after each the model and the store agree. */
import { afterAll, test } from '@jest/globals';
import { workAtRandom, type Figures } from './random-work.js';

const SEEDS = Array.from({ length: 25 }, (_, i) => 1000 + i);
const EACH = 840;
const all: Figures[] = [];

test.each(SEEDS)(
  'seed %i',
  async (seed) => {
    all.push(await workAtRandom(seed, EACH));
  },
  3_600_000,
);

afterAll(() => {
  const sum = (of: (figures: Figures) => number): number => all.reduce((total, one) => total + of(one), 0);
  const byTask: Record<string, number> = {};
  for (const { byTask: some } of all)
    for (const [task, n] of Object.entries(some)) byTask[task] = (byTask[task] ?? 0) + n;
  process.stdout.write(
    `Random work: ${sum((f) => f.operations)} operations (${sum((f) => f.undone)} undone, ${sum((f) => f.redone)} done again), ` +
      `${sum((f) => f.refusedTurns)} undos and redos rightly refused, ${sum((f) => f.refused)} operations refused.\n` +
      `${JSON.stringify(byTask)}\n`,
  );
});
