/**
 * The journal: what makes one thing of an operation on the workspace and the files of memories, which SQLite commits one by
 * one. It is announced in the workspace; each memory notes in the transaction of its changes that they were applied; then
 * the workspace concludes it. What was announced and not concluded is brought to an end before anything else is written, at
 * the latest at the next start: an operation that went forward is taken back, an undo or redo is finished.
 */
import { ApiError } from '../errors.js';
import { settleUnitFindings } from '../store/settle-findings.js';
import { type Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { withReserve } from '../store/reserve.js';
import { redoInMemory, undoInMemory, type Checkpoint } from '../store/unit-changes.js';
import { committed, rolledBack, workspaceForWriting } from '../store/workspace.js';
import type { Direction } from './blockers.js';
import { restore } from './restore.js';
import { DamagedFileError } from '../damage.js';

/** A memory in an operation. */
export interface JournaledMemory {
  readonly id: number;
  /** The name of its file. */
  readonly file: string;
  /** The number under which its file keeps what the operation changes. */
  readonly change: number;
}

export interface Announced {
  readonly id: number;
  readonly ledgerId: number;
  readonly direction: 'forward' | Direction;
  readonly memories: readonly JournaledMemory[];
  readonly jobId: number | null;
}

interface JournalRow {
  readonly id: number;
  readonly ledger_id: number;
  readonly direction: Announced['direction'];
  readonly memories: string;
  readonly job_id: number | null;
}

/** The next number of the ledger, never to be given again, whatever becomes of the operation. */
function reservedLedgerId(db: Db): number {
  db.prepare(
    "INSERT INTO sqlite_sequence (name, seq) SELECT 'ledger', 0 WHERE NOT EXISTS (SELECT 1 FROM sqlite_sequence WHERE name = 'ledger')",
  ).run();
  db.prepare("UPDATE sqlite_sequence SET seq = seq + 1 WHERE name = 'ledger'").run();
  return db.prepare<[], number>("SELECT seq FROM sqlite_sequence WHERE name = 'ledger'").pluck().get()!;
}

/** @param ledgerId null for a new entry, which gets its number here */
export function announce(
  db: Db,
  about: {
    readonly direction: Announced['direction'];
    readonly ledgerId: number | null;
    readonly memories: readonly { readonly id: number; readonly file: string; readonly change?: number }[];
    readonly jobId: number | null;
  },
): Announced {
  db.exec('BEGIN IMMEDIATE');
  try {
    const ledgerId = about.ledgerId ?? reservedLedgerId(db);
    const memories = about.memories.map(({ id, file, change }) => ({ id, file, change: change ?? ledgerId }));
    const { direction, jobId } = about;
    const id = Number(
      db
        .prepare('INSERT INTO journal (ledger_id, direction, memories, job_id, at) VALUES (?, ?, ?, ?, ?)')
        .run(ledgerId, direction, JSON.stringify(memories), jobId, new Date().toISOString()).lastInsertRowid,
    );
    committed(db, 'announcement');
    return { id, ledgerId, direction, memories, jobId };
  } catch (error) {
    rolledBack(db);
    throw error;
  }
}

/** In the transaction of a memory's changes. */
export function noteApplied(file: MemoryFile, { id, direction }: Announced, change: number): void {
  file.db
    .prepare('INSERT INTO applied (journal_id, change_id, direction, origins) VALUES (?, ?, ?, ?)')
    .run(id, change, direction, file.highestOrigin);
}

/** In the workspace's transaction: the operation is whole. */
export function conclude(db: Db, { id, ledgerId, jobId }: Announced, result: unknown): void {
  db.prepare('DELETE FROM journal WHERE id = ?').run(id);
  noteJob(db, jobId, ledgerId, result);
}

/** What a job has done, for the case that it is cut off before its end is noted on the desk. */
export function noteJob(db: Db, jobId: number | null, ledgerId: number, result: unknown): void {
  if (jobId === null) return;
  db.prepare('INSERT OR REPLACE INTO job_done (job_id, ledger_id, result) VALUES (?, ?, ?)').run(
    jobId,
    ledgerId,
    result === undefined ? null : JSON.stringify(result),
  );
}

export function isConcluded(db: Db, { id }: Announced): boolean {
  return db.prepare('SELECT 1 FROM journal WHERE id = ?').get(id) === undefined;
}

/**
 * Brings to an end what was announced and not concluded. Throws `ApiError` ("unfinished") where that is not possible now: then
 * nothing else may be written.
 */
export function endUnconcluded(dataDir: string): void {
  const db = workspaceForWriting(dataDir);
  const rows = db.prepare<[], JournalRow>('SELECT * FROM journal ORDER BY id DESC').all();
  for (const row of rows) {
    const announced: Announced = {
      id: row.id,
      ledgerId: row.ledger_id,
      direction: row.direction,
      memories: JSON.parse(row.memories) as JournaledMemory[],
      jobId: row.job_id,
    };
    try {
      withReserve(dataDir, () => {
        if (announced.direction === 'forward') takeBack(db, dataDir, announced);
        else finish(db, dataDir, announced, announced.direction);
      });
    } catch (error) {
      throw new ApiError('unfinished', { what: (error as Error).message });
    }
  }
}

/** As if it had never been: in each memory that it reached, and in the journal. Of an undo or redo, the way back. */
export function takeBack(db: Db, dataDir: string, announced: Announced): void {
  for (const memory of announced.memories)
    inFile(dataDir, memory, (file) => {
      const applied = appliedOf(file, announced.id);
      if (applied) reverse(file, applied, announced.id);
    });
  db.exec('BEGIN IMMEDIATE');
  try {
    db.prepare('DELETE FROM journal WHERE id = ?').run(announced.id);
    committed(db, 'journal');
  } catch (error) {
    rolledBack(db);
    throw error;
  }
}

interface Applied {
  readonly change_id: number;
  readonly direction: Announced['direction'];
  readonly origins: number;
}

function appliedOf(file: MemoryFile, journalId: number): Applied | undefined {
  return file.db.prepare<[number], Applied>('SELECT * FROM applied WHERE journal_id = ?').get(journalId);
}

/** Takes back what one operation of the journal did to a memory, in a transaction of its own. */
function reverse(file: MemoryFile, { change_id, direction, origins }: Applied, journalId: number): void {
  const { db } = file;
  db.exec('BEGIN IMMEDIATE');
  try {
    if (direction === 'undo') redoInMemory(file, change_id);
    else undoInMemory(file, change_id);
    if (direction === 'forward') {
      db.prepare('DELETE FROM change WHERE ledger_id = ?').run(change_id);
      db.prepare('DELETE FROM origin WHERE id > ?').run(origins);
    }
    if (journalId > 0) db.prepare('DELETE FROM applied WHERE journal_id = ?').run(journalId);
    committed(db, 'memory');
  } catch (error) {
    rolledBack(db);
    throw error;
  }
}

/** What an undo or redo has not reached yet. */
function finish(db: Db, dataDir: string, announced: Announced, direction: Direction): void {
  for (const memory of announced.memories)
    inFile(dataDir, memory, (file) => {
      if (appliedOf(file, announced.id)) return;
      file.db.exec('BEGIN IMMEDIATE');
      try {
        applyInMemory(file, memory.change, direction);
        noteApplied(file, announced, memory.change);
        committed(file.db, 'memory');
      } catch (error) {
        rolledBack(file.db);
        throw error;
      }
    });
  db.exec('BEGIN IMMEDIATE');
  try {
    applyInWorkspace(db, dataDir, announced, direction);
    committed(db, 'ledger');
  } catch (error) {
    rolledBack(db);
    throw error;
  }
}

export function applyInMemory(file: MemoryFile, change: number, direction: Direction, checkpoint?: Checkpoint): void {
  if (direction === 'undo') undoInMemory(file, change, checkpoint);
  else redoInMemory(file, change, checkpoint);
}

/** The last step of an undo or redo: what the workspace holds of it, and that it is concluded. */
function applyInWorkspace(db: Db, dataDir: string, announced: Announced, direction: Direction): void {
  for (const memory of announced.memories)
    inFile(dataDir, memory, (file) => settleUnitFindings(db, file, memory.id, [memory.change]));
  restoreEntry(db, announced.ledgerId, direction);
  conclude(db, announced, undefined);
}

/** Within a transaction: what the workspace holds of an entry, and whether it stands. */
export function restoreEntry(db: Db, ledgerId: number, direction: Direction): void {
  const now = new Date().toISOString();
  restore(db, ledgerId, now, direction === 'undo' ? 'before' : 'after');
  db.prepare('UPDATE ledger SET undone_at = ? WHERE id = ?').run(direction === 'undo' ? now : null, ledgerId);
  db.prepare('INSERT INTO turn (ledger_id, at_entry) SELECT ?, max(id) FROM ledger').run(ledgerId);
}

/** A memory's file that is gone or damaged has nothing that could be taken back: it is named on Holdings. */
function inFile(dataDir: string, { file: name }: JournaledMemory, work: (file: MemoryFile) => void): void {
  let file: MemoryFile;
  try {
    file = MemoryFile.openForWriting(pathsOf(dataDir).memory(name));
  } catch (error) {
    if (error instanceof DamagedFileError) return;
    throw error;
  }
  try {
    work(file);
  } finally {
    file.close();
  }
}

/**
 * A memory that has run ahead of the workspace, as after a return to an older copy of that: operations of a journal that
 * it does not know are taken back, the last one first.
 */
export function takeBackUnknown(db: Db, path: string): void {
  const { ahead, changes } = unknownIn(db, path);
  if (ahead.length === 0 && changes.length === 0) return;
  const file = MemoryFile.openForWriting(path);
  try {
    for (const id of ahead) reverse(file, appliedOf(file, id)!, id);
    for (const change_id of changes)
      reverse(file, { change_id, direction: 'forward', origins: file.highestOrigin }, -1);
  } finally {
    file.close();
  }
}

/** Numbers of the journal that it does not know; changes of earlier versions, which had none, by the ledger's numbers. */
function unknownIn(db: Db, path: string): { readonly ahead: readonly number[]; readonly changes: readonly number[] } {
  const last = (name: string): number =>
    db.prepare<[string], number>('SELECT seq FROM sqlite_sequence WHERE name = ?').pluck().get(name) ?? 0;
  const file = MemoryFile.openForReading(path);
  const ids = (sql: string, than: number): number[] => file.db.prepare<[number], number>(sql).pluck().all(than);
  try {
    const ahead = file.hasJournal
      ? ids('SELECT journal_id FROM applied WHERE journal_id > ? ORDER BY journal_id DESC', last('journal'))
      : [];
    const without = file.hasJournal ? 'AND ledger_id NOT IN (SELECT change_id FROM applied)' : '';
    const changes = ids(
      `SELECT DISTINCT ledger_id FROM change WHERE ledger_id > ? ${without} ORDER BY ledger_id DESC`,
      last('ledger'),
    );
    return { ahead, changes };
  } finally {
    file.close();
  }
}
