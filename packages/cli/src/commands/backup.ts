/** Everything of a data folder in one zip, and back. What they need of the server is loaded only here. */
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { UsageError } from '../usage.js';

export async function backup(folder: string, { output, force }: { readonly output: string; readonly force?: boolean }) {
  if (existsSync(output) && !force) throw new UsageError(`${output} is there already. Use --force to write over it.`);
  const { backUp } = await import('@fair-copy/server/upkeep/backup.js');
  const { files, damaged } = await backUp(resolve(folder), resolve(output), { checkpoint: progress });
  clear();
  process.stdout.write(`${output}: ${files.length} files\n`);
  if (damaged.length === 0) return;
  process.stderr.write(`fair-copy: damaged, and not in the backup: ${damaged.join(', ')}\n`);
  process.exitCode = 3;
}

export async function restore(zip: string, folder: string): Promise<void> {
  const { restoreBackup } = await import('@fair-copy/server/upkeep/restore.js');
  const { files, at } = await restoreBackup(resolve(zip), resolve(folder), progress);
  clear();
  process.stdout.write(`${folder}: ${files.length} files as of ${at}\nStart with: npm start -- --data ${folder}\n`);
}

/** For a person at a terminal only. */
function progress(share?: number): void {
  if (process.stderr.isTTY && share !== undefined) process.stderr.write(`\r${Math.round(share * 100)} % `);
}

function clear(): void {
  if (process.stderr.isTTY) process.stderr.write('\r      \r');
}
