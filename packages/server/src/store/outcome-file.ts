/** What was worked out about two resources, in a file of its own from which pages are shown. */
import { existsSync, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { openForReading, type Db } from './database.js';
import { putInPlace, removeDatabase } from './files.js';

/**
 * All of it, or nothing.
 * @param work gets the empty file in a transaction
 */
export function stagedFile<T>(path: string, tables: string, work: (db: Database.Database) => T): T {
  const part = `${path}.part`;
  removeDatabase(part);
  mkdirSync(dirname(part), { recursive: true });
  const db = new Database(part);
  try {
    db.exec(`PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF; ${tables}; BEGIN`);
    const result = work(db);
    db.exec('COMMIT');
    db.close();
    putInPlace(part, path, 'staged outcome');
    return result;
  } catch (error) {
    if (db.open) db.close();
    removeDatabase(part);
    throw error;
  }
}

/** @param none where nothing was worked out yet */
export function withStaged<T>(path: string, none: T, work: (db: Db) => T): T {
  if (!existsSync(path)) return none;
  const db = openForReading(path);
  try {
    return work(db);
  } finally {
    db.close();
  }
}

/** Ids as a blob. */
export const packed = (ids: readonly number[]): Buffer => Buffer.from(Int32Array.from(ids).buffer);

export function unpacked(blob: Buffer): Int32Array {
  return new Int32Array(blob.buffer.slice(blob.byteOffset, blob.byteOffset + blob.byteLength));
}

/** A piece of a list. */
export interface Piece {
  readonly from: number;
  readonly limit: number;
}

/**
 * Rows of a table in their order, some of them, with how many there are.
 * @param where a condition with its values; empty: all
 * @param order SQL, of columns of the table
 */
export function rowsOf<R>(
  db: Db,
  table: 'conflict' | 'doubt' | 'pair' | 'text' | 'segment',
  [where, ...values]: readonly [condition: string, ...values: (string | number)[]],
  { from, limit }: Piece,
  order = 'ordinal',
): { readonly total: number; readonly rows: readonly (R & { readonly ordinal: number })[] } {
  const which = where === '' ? '' : `WHERE ${where}`;
  const total = db
    .prepare(`SELECT count(*) FROM ${table} ${which}`)
    .pluck()
    .get(...values) as number;
  const rows = db
    .prepare(`SELECT * FROM ${table} ${which} ORDER BY ${order} LIMIT ? OFFSET ?`)
    .all(...values, limit, from) as (R & { readonly ordinal: number })[];
  return { total, rows };
}
