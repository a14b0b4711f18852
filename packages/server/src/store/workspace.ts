/** The workspace as the writer thread has it: one connection. What is written goes through `ledger/operation.ts`. */
import { openDatabase, type Db } from './database.js';
import { faultAt } from './faults.js';
import { pathsOf } from './paths.js';

let open: { readonly dataDir: string; readonly db: Db } | null = null;

/** The connection of this thread, kept open. */
export function workspaceForWriting(dataDir: string): Db {
  if (open?.dataDir !== dataDir) {
    closeWorkspace();
    open = { dataDir, db: openDatabase(pathsOf(dataDir).workspace, 'workspace') };
  }
  return open.db;
}

/** Before another connection takes its place, and in tests that put another file there. */
export function closeWorkspace(): void {
  open?.db.close();
  open = null;
}

/** Commits; before and after it is where tests cut the program off. */
export function committed(db: Db, what: string): void {
  faultAt(`commit ${what}`);
  db.exec('COMMIT');
  faultAt(`committed ${what}`);
}

export function rolledBack(db: Db): void {
  if (db.inTransaction) db.exec('ROLLBACK');
}
