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
