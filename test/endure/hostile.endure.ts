/** Files that are built to take time or memory, at once and twice their size: linear, and under 700 MB. */
import { afterAll, expect, test } from '@jest/globals';
import { hostile, hostileKinds } from './hostile-kinds.js';

const lines: string[] = [];
afterAll(() => {
  process.stdout.write(`Hostile files:\n${lines.join('\n')}\n`);
});

/** Starting the program takes so many milliseconds. */
const START = 1200;

test.each(hostileKinds())(
  '%s',
  (kind) => {
    const once = hostile(kind);
    const twice = hostile(kind, 2);
    lines.push(
      `  ${kind}: ${once.time} ms, twice the size ${twice.time} ms, ${once.memory} MB, ${once.outcome.slice(0, 80)}`,
    );
    expect(Math.max(once.memory, twice.memory)).toBeLessThan(700);
    // Four times would be the square; machines are shared and noisy.
    expect(twice.time).toBeLessThan(3.5 * Math.max(once.time, START));
  },
  600_000,
);
