/** Copies of the files of data, one of each. */
import { statSync } from 'node:fs';
import { join } from 'node:path';

export const copyPath = (dataDir: string, name: string): string => join(dataDir, 'copies', name);

/** When the copy of a file was made; null: there is none. */
export function copiedAt(dataDir: string, name: string): string | null {
  const stat = statSync(copyPath(dataDir, name), { throwIfNoEntry: false });
  return stat ? stat.mtime.toISOString() : null;
}
