/** A part of what `npm run endure` does in full: damaged files of every kind. */
import { expect, test } from '@jest/globals';
import { mutatedFigures, mutatedThroughServer } from './mutated-files.js';

test('a hundred through one process', async () => {
  const figures = await mutatedFigures(100, 3);
  expect(figures).toMatchObject({ files: 100, wrong: 0 });
  expect(figures.memory).toBeLessThan(700);
}, 300_000);

test('thirty through the server', async () => {
  expect(await mutatedThroughServer(30, 5)).toMatchObject({ files: 30, broken: 0, wrong: [] });
}, 300_000);
