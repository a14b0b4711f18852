/** Files that are put in their places, or taken away, as a whole. */
import { renameSync, rmSync } from 'node:fs';
import { faultAt } from './faults.js';

/** An SQLite file with what SQLite lays beside it. */
export const DATABASE_ENDS = ['', '-wal', '-shm', '-journal'] as const;

export function removeDatabase(path: string): void {
  for (const end of DATABASE_ENDS) rmSync(path + end, { force: true });
}

/** @param what for tests that cut it off: "memory", "original" */
export function putInPlace(from: string, to: string, what: string): void {
  faultAt(`rename ${what}`);
  renameSync(from, to);
  faultAt(`renamed ${what}`);
}
