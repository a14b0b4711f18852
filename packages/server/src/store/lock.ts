/**
 * One server for one data folder. The lock is SQLite's on an empty file: the system lets go of it when the process ends,
 * however it ends. Beside it stands who has it.
 */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';

export class FolderInUseError extends Error {}

interface Holder {
  readonly pid: number;
  readonly since: string;
}

/**
 * Before anything else is read or written in the folder. Throws `FolderInUseError`, which names the process.
 * @returns what lets go of the folder
 */
export function lockFolder(dataDir: string): () => void {
  mkdirSync(dataDir, { recursive: true });
  const db = new Database(join(dataDir, 'lock'));
  try {
    db.pragma('busy_timeout = 0');
    db.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    db.close();
    if (!/^SQLITE_BUSY/.test((error as { code?: string }).code ?? '')) throw error;
    throw new FolderInUseError(
      `${dataDir} is in use by another Fair Copy${holderText(dataDir)}. Stop that one, or choose another folder with --data.`,
    );
  }
  try {
    const holder: Holder = { pid: process.pid, since: new Date().toISOString() };
    writeFileSync(join(dataDir, 'lock.json'), JSON.stringify(holder));
  } catch {
    // Only for the message; on a full disk it goes without.
  }
  return () => {
    if (!db.open) return;
    if (db.inTransaction) db.exec('ROLLBACK');
    db.close();
  };
}

function holderText(dataDir: string): string {
  try {
    const { pid, since } = JSON.parse(readFileSync(join(dataDir, 'lock.json'), 'utf8')) as Holder;
    return ` (process ${pid}, since ${since})`;
  } catch {
    return '';
  }
}
