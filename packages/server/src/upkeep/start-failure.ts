/** A start that cannot be: what is wrong, in words for people, and what can be done. */
import { copyFileSync, existsSync, mkdirSync, renameSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { guarded, openForReading } from '../store/database.js';
import { DATABASE_ENDS } from '../store/files.js';
import { FolderInUseError, lockFolder } from '../store/lock.js';
import { copiedAt, copyPath } from '../store/copies.js';
import { DamagedFileError, NewerFileError, isDiskFull } from '../damage.js';

export function startFailure(error: unknown, dataDir: string): string {
  if (error instanceof FolderInUseError || error instanceof NewerFileError) return error.message;
  if (error instanceof DamagedFileError) return damageText(error, dataDir);
  if (isDiskFull(error)) return `The disk of ${dataDir} is full. Make room, then start again; nothing was changed.`;
  const { code, message } = error as NodeJS.ErrnoException;
  if (
    code === 'EACCES' ||
    code === 'EPERM' ||
    code === 'EROFS' ||
    code === 'SQLITE_READONLY' ||
    code === 'SQLITE_CANTOPEN'
  )
    return `Fair Copy cannot write in ${dataDir} (${message}). Choose another folder with --data.`;
  return `Fair Copy cannot start: ${message}`;
}

function damageText({ file, why }: DamagedFileError, dataDir: string): string {
  const copied = copiedAt(dataDir, file);
  const copy = copied
    ? `A copy of ${copied.slice(0, 16).replace('T', ' ')} (UTC) is there. Start with --from-copy to go back to it: what was done since is lost, the damaged file and what the copy does not know are kept aside.`
    : file === 'desk.db'
      ? 'Start with --from-copy to begin with an empty desk: termbases and memories are not on it.'
      : 'There is no copy of it. If you have a backup, bring it back with: fair-copy restore BACKUP.zip FOLDER';
  return `${join(dataDir, file)} is damaged: ${why}.\n${copy}\nNothing was changed.`;
}

/**
 * Puts the copies in the places of damaged files.
 * @returns the folder in which the damaged files are kept, and what nobody owns any more; null: nothing was damaged
 */
export function goBackToCopies(dataDir: string): string | null {
  const unlock = lockFolder(dataDir);
  try {
    const damaged = ['workspace.db', 'desk.db'].filter((file) => isDamaged(join(dataDir, file)));
    if (damaged.length === 0) return null;
    const aside = join(dataDir, `aside ${new Date().toISOString().slice(0, 19).replace('T', ' ').replaceAll(':', '')}`);
    for (const file of damaged) {
      const copy = copyPath(dataDir, file);
      if (!existsSync(copy) && file !== 'desk.db') throw new DamagedFileError(file, 'it is damaged and has no copy');
      keepAside(dataDir, file, aside);
      if (existsSync(copy)) copyFileSync(copy, join(dataDir, file));
    }
    return aside;
  } finally {
    unlock();
  }
}

function isDamaged(path: string): boolean {
  if (!existsSync(path)) return false;
  if (statSync(path).size === 0) return true;
  try {
    guarded(path, () => {
      const db = openForReading(path);
      try {
        if (db.pragma('quick_check(1)', { simple: true }) !== 'ok') throw new DamagedFileError(path, 'quick_check');
      } finally {
        db.close();
      }
    });
    return false;
  } catch {
    return true;
  }
}

function keepAside(dataDir: string, file: string, aside: string): void {
  mkdirSync(aside, { recursive: true });
  for (const end of DATABASE_ENDS)
    if (existsSync(join(dataDir, file + end))) renameSync(join(dataDir, file + end), join(aside, file + end));
}
