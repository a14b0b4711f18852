/** Files that are built to take time or memory: read or refused, and never over 700 MB. All kinds in `npm run endure`. */
import { expect, test } from '@jest/globals';
import { hostile, hostileKinds } from './hostile-kinds.js';

const SLOW = ['blank lines of 5 MB', 'a text of 30 MB, running text'];

test.each(hostileKinds().filter((kind) => !SLOW.includes(kind)))(
  '%s',
  (kind) => {
    const { outcome, memory } = hostile(kind);
    expect(outcome).not.toBe('');
    expect(memory).toBeLessThan(700);
  },
  240_000,
);

test('what the test run holds itself is not counted', () => {
  const held = Buffer.alloc(500_000_000, 1);
  const { memory } = hostile('row numbers twice, XLSX');
  expect(held.length).toBe(500_000_000);
  expect(memory).toBeLessThan(450);
}, 240_000);
