/** Room that is set aside on the disk, so that what was begun can be taken back when the disk is full. */
import { closeSync, existsSync, openSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { isDiskFull } from '../damage.js';

const SIZE = 8 * 1024 ** 2;

const pathIn = (dataDir: string): string => join(dataDir, 'reserve');

/** At the start; where there is no room for it, there is none. */
export function keepReserve(dataDir: string): void {
  const path = pathIn(dataDir);
  if (existsSync(path)) return;
  try {
    const file = openSync(path, 'w');
    try {
      writeSync(file, Buffer.alloc(SIZE));
    } finally {
      closeSync(file);
    }
  } catch {
    rmSync(path, { force: true });
  }
}

/** Does it once more with the reserve given up where the disk is full. */
export function withReserve<T>(dataDir: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!isDiskFull(error) || !existsSync(pathIn(dataDir))) throw error;
    rmSync(pathIn(dataDir), { force: true });
    return work();
  }
}
