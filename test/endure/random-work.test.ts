/** A part of what `npm run endure` does in full: random work against a plain model (seeded). */
import { expect, test } from '@jest/globals';
import { workAtRandom } from './random-work.js';

test.each([1, 2, 3])(
  'seed %i: after each of 200 operations the model and the store agree',
  async (seed) => {
    const figures = await workAtRandom(seed, 200);
    expect(figures.undone).toBeGreaterThan(10);
    expect(figures.redone).toBeGreaterThan(5);
  },
  240_000,
);
