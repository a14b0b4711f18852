/** Random work on the desk, through the server's routes: after each operation the model and the desk agree. */
import { afterAll, test } from '@jest/globals';
import { deskAtRandom, type DeskFigures } from './random-desk.js';

const all: DeskFigures[] = [];
afterAll(() => {
  const operations = all.reduce((sum, one) => sum + one.operations, 0);
  process.stdout.write(`Desk: ${operations} operations. ${JSON.stringify(all.map(({ byRoute }) => byRoute))}\n`);
});

test.each([1, 2, 3, 4])(
  'seed %i',
  async (seed) => {
    all.push(await deskAtRandom(seed, 400));
  },
  3_600_000,
);
