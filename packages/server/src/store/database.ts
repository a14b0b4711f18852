/** Opening SQLite files with the settings of the workspace, and bringing their tables up to date. */
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';

export type Db = Database.Database;
export type Schema = 'workspace' | 'desk' | 'staging' | 'memory';

const SQL = fileURLToPath(new URL('../../sql/', import.meta.url));

/** For writing. Migrations run in a transaction, after a copy of the file was made. */
export function openDatabase(path: string, schema: Schema): Db {
  mkdirSync(dirname(path), { recursive: true });
  const existed = existsSync(path);
  const db = new Database(path);
  db.pragma('journal_mode = WAL');
  db.pragma('foreign_keys = ON');
  db.pragma('synchronous = NORMAL');
  db.pragma('busy_timeout = 20000');
  // In kibibytes: terms are put in at random places of large indexes.
  db.pragma(`cache_size = -${schema === 'workspace' ? 96 * 1024 : 8 * 1024}`);
  migrate(db, path, schema, existed);
  return db;
}

export function openForReading(path: string): Db {
  const db = new Database(path, { readonly: true, fileMustExist: true });
  db.pragma('busy_timeout = 5000');
  return db;
}

function migrate(db: Db, path: string, schema: Schema, existed: boolean): void {
  const folder = `${SQL}${schema}/`;
  const files = readdirSync(folder)
    .filter((name) => name.endsWith('.sql'))
    .sort();
  const version = db.pragma('user_version', { simple: true }) as number;
  if (version > files.length)
    throw new Error(
      `${path} was written by a newer version of Fair Copy (form ${version}; this one knows ${files.length}).`,
    );
  if (version === files.length) return;
  if (existed && schema !== 'staging' && version > 0) {
    db.pragma('wal_checkpoint(TRUNCATE)');
    copyFileSync(path, `${path}.before-${version + 1}`);
  }
  migrateTo(db, schema);
}

/** Brings the tables of an open file to a form; by default to the newest. */
export function migrateTo(db: Db, schema: Schema, form = Infinity): void {
  const folder = `${SQL}${schema}/`;
  const files = readdirSync(folder)
    .filter((name) => name.endsWith('.sql'))
    .sort()
    .slice(0, form);
  const version = db.pragma('user_version', { simple: true }) as number;
  if (version >= files.length) return;
  db.transaction(() => {
    for (const file of files.slice(version)) db.exec(readFileSync(folder + file, 'utf8'));
    db.pragma(`user_version = ${files.length}`);
  })();
}
