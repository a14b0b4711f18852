/**
 * A copy of every file of data that changed since its last copy, made after the start and once a day, so that a damaged file
 * can be gone back from. A damaged file is never copied over a good copy.
 */
import { existsSync, mkdirSync, statfsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { TaskContext } from '../jobs/task.js';
import { openForReading } from '../store/database.js';
import { putInPlace, removeDatabase } from '../store/files.js';
import { copyPath } from '../store/copies.js';
import { pathsOf } from '../store/paths.js';
import { DamagedFileError, isDamage } from '../damage.js';

/** So much more room than a copy takes must stay free. */
const ROOM = 1024 ** 3;

export interface Copied {
  readonly copied: number;
  /** Names of files that are damaged. */
  readonly damaged: readonly string[];
}

export async function keepCopies(_: Record<string, never>, context: TaskContext): Promise<Copied> {
  const { dataDir } = context;
  const paths = pathsOf(dataDir);
  mkdirSync(join(dataDir, 'copies'), { recursive: true });
  const workspace = openForReading(paths.workspace);
  const memories = workspace.prepare<[], string>('SELECT file FROM memory').pluck().all();
  workspace.close();
  let copied = 0;
  const damaged: string[] = [];
  const files = [
    ['workspace.db', paths.workspace],
    ['desk.db', paths.desk],
    ...memories.map((file) => [file, paths.memory(file)]),
  ] as const;
  for (const [name, path] of files) {
    context.checkpoint();
    if (!isNewer(path, copyPath(dataDir, name)) || !hasRoom(dataDir, path)) continue;
    try {
      if (await copySound(path, copyPath(dataDir, name))) copied++;
      else damaged.push(name);
    } catch (error) {
      // A full disk is no damage: it is tried again tomorrow.
      if (!isDamage(error) && !(error instanceof DamagedFileError)) throw error;
      damaged.push(name);
    }
  }
  return { copied, damaged };
}

function isNewer(path: string, copy: string): boolean {
  if (!existsSync(path)) return false;
  const at = statSync(copy, { throwIfNoEntry: false })?.mtimeMs ?? 0;
  return [path, `${path}-wal`].some((one) => (statSync(one, { throwIfNoEntry: false })?.mtimeMs ?? 0) > at);
}

function hasRoom(dataDir: string, path: string): boolean {
  const { bavail, bsize } = statfsSync(dataDir);
  return bavail * bsize > statSync(path).size + ROOM;
}

/** False: the file is damaged, and the copy stays as it was. */
export async function copySound(path: string, to: string): Promise<boolean> {
  const db = openForReading(path);
  try {
    // One look at all: what is checked is what is copied.
    db.exec('BEGIN');
    if (db.pragma('quick_check(1)', { simple: true }) !== 'ok') return false;
    removeDatabase(`${to}.part`);
    await db.backup(`${to}.part`);
  } finally {
    if (db.inTransaction) db.exec('COMMIT');
    db.close();
  }
  for (const end of ['-wal', '-shm', '-journal']) removeDatabase(`${to}.part${end}`);
  putInPlace(`${to}.part`, to, 'copy');
  return true;
}
