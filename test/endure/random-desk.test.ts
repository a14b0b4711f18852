/** A part of what `npm run endure` does in full: random work on the desk, through the server's routes. */
import { expect, test } from '@jest/globals';
import { deskAtRandom } from './random-desk.js';

test('after each of 60 operations the model and the desk agree', async () => {
  const { operations } = await deskAtRandom(5, 60);
  expect(operations).toBe(60);
}, 300_000);
