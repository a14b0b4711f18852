/** Opening SQLite files with the settings of the workspace, and bringing their tables up to date. */
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { DamagedFileError, isDamage, NewerFileError } from '../damage.js';
import Database from 'better-sqlite3';
import { faultAt } from './faults.js';
import { removeDatabase } from './files.js';

export type Db = Database.Database;
export type Schema = 'workspace' | 'desk' | 'staging' | 'memory';

const SQL = fileURLToPath(new URL('../../sql/', import.meta.url));

/** For writing. Migrations run in a transaction, after a copy of the file was made. Throws `DamagedFileError`. */
export function openDatabase(path: string, schema: Schema): Db {
  mkdirSync(dirname(path), { recursive: true });
  const existed = existsSync(path);
  // A very first start that was cut off leaves an empty file too, but nothing beside it.
  if (existed && statSync(path).size === 0 && schema !== 'staging' && hasCompany(path))
    throw new DamagedFileError(basename(path), 'it is empty');
  return guarded(path, () => {
    const db = new Database(path);
    try {
      db.pragma('journal_mode = WAL');
      db.pragma('foreign_keys = ON');
      db.pragma('synchronous = NORMAL');
      db.pragma('busy_timeout = 60000');
      // In kibibytes: terms are put in at random places of large indexes.
      db.pragma(`cache_size = -${schema === 'workspace' ? 96 * 1024 : 8 * 1024}`);
      migrate(db, path, schema, existed);
      return db;
    } catch (error) {
      db.close();
      throw error;
    }
  });
}

function hasCompany(path: string): boolean {
  return ['desk.db', 'memories', 'copies', 'originals'].some(
    (name) => name !== basename(path) && existsSync(join(dirname(path), name)),
  );
}

/** Throws `DamagedFileError`. */
export function openForReading(path: string): Db {
  return guarded(path, () => {
    const db = new Database(path, { readonly: true, fileMustExist: true });
    db.pragma('busy_timeout = 60000');
    return db;
  });
}

/** What SQLite says of a damaged file, with its name. */
export function guarded<T>(path: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!isDamage(error)) throw error;
    throw new DamagedFileError(basename(path), (error as Error).message);
  }
}

function migrate(db: Db, path: string, schema: Schema, existed: boolean): void {
  const files = formsOf(schema);
  const version = db.pragma('user_version', { simple: true }) as number;
  if (version > files.length)
    throw new NewerFileError(
      `${path} was written by a newer version of Fair Copy (form ${version}; this one knows ${files.length}).`,
    );
  if (version === files.length) return;
  if (existed && schema !== 'staging' && version > 0) copyBefore(db, `${path}.before-${version + 1}`);
  migrateTo(db, schema);
}

/** A whole copy of an open file under another name: there all at once, or not at all. */
export function copyBefore(db: Db, to: string): void {
  removeDatabase(`${to}.part`);
  db.prepare('VACUUM INTO ?').run(`${to}.part`);
  faultAt('rename copy');
  renameSync(`${to}.part`, to);
}

function formsOf(schema: Schema): string[] {
  return readdirSync(`${SQL}${schema}/`)
    .filter((name) => name.endsWith('.sql'))
    .sort();
}

/** Brings the tables of an open file to a form; by default to the newest. */
export function migrateTo(db: Db, schema: Schema, form = Infinity): void {
  const files = formsOf(schema).slice(0, form);
  const version = db.pragma('user_version', { simple: true }) as number;
  if (version >= files.length) return;
  // Tables are made anew under their names; what refers to them stays.
  db.pragma('foreign_keys = OFF');
  db.pragma('legacy_alter_table = ON');
  try {
    db.transaction(() => {
      for (const file of files.slice(version)) db.exec(readFileSync(`${SQL}${schema}/${file}`, 'utf8'));
      db.pragma(`user_version = ${files.length}`);
      faultAt('commit migration');
    })();
  } finally {
    db.pragma('legacy_alter_table = OFF');
    db.pragma('foreign_keys = ON');
  }
}
