/** The workspace as the writer thread has it: one connection, and one way to write. */
import { LedgerEntry, type NewEntry } from '../ledger/record.js';
import { openDatabase, type Db } from './database.js';
import { pathsOf } from './paths.js';

let open: { readonly dataDir: string; readonly db: Db } | null = null;

/** The connection of this thread, kept open. */
export function workspaceForWriting(dataDir: string): Db {
  if (open?.dataDir !== dataDir) {
    open?.db.close();
    open = { dataDir, db: openDatabase(pathsOf(dataDir).workspace, 'workspace') };
  }
  return open.db;
}

export interface Writing {
  readonly db: Db;
  readonly entry: LedgerEntry;
  readonly now: string;
}

/** One operation: one transaction, one entry in the ledger. All of it is there afterwards, or nothing. */
export function recorded<T>(dataDir: string, about: NewEntry, work: (writing: Writing) => T): T {
  const db = workspaceForWriting(dataDir);
  const now = new Date().toISOString();
  return db.transaction(() => work({ db, entry: new LedgerEntry(db, now, about), now })).immediate();
}
