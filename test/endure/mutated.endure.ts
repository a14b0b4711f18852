/** 10,000 damaged files of every kind through one process, and 500 through the server: none breaks it. */
import { afterAll, expect, test } from '@jest/globals';
import { mutatedFigures, mutatedThroughServer } from './mutated-files.js';

const COUNT = 10_000;
const lines: string[] = [];
afterAll(() => {
  process.stdout.write(`Damaged files: ${lines.join('\n')}\n`);
});

test(
  'ten thousand through one process',
  async () => {
    const figures = await mutatedFigures(COUNT, 7);
    lines.push(JSON.stringify(figures));
    expect(figures).toMatchObject({ files: COUNT, wrong: 0 });
    expect(figures.slowest).toBeLessThan(10_000);
    expect(figures.memory).toBeLessThan(700);
  },
  3 * 3_600_000,
);

test(
  'five hundred through the server',
  async () => {
    const figures = await mutatedThroughServer(500, 11);
    lines.push(JSON.stringify(figures));
    expect(figures).toMatchObject({ files: 500, broken: 0, wrong: [] });
  },
  3 * 3_600_000,
);
