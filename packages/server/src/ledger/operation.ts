/**
 * The one way in which anything is changed: an operation, which is one entry in the ledger. All of it is there afterwards, or
 * nothing, whatever it touches.
 */
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { settleUnitFindings } from '../store/settle-findings.js';
import type { Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { withReserve } from '../store/reserve.js';
import { UnitChanges } from '../store/unit-changes.js';
import { committed, rolledBack, workspaceForWriting } from '../store/workspace.js';
import {
  announce,
  endUnconcluded,
  isConcluded,
  noteApplied,
  noteJob,
  conclude,
  takeBack,
  type Announced,
} from './journal.js';
import { LedgerEntry, type NewEntry } from './record.js';

export interface Writing {
  readonly db: Db;
  readonly entry: LedgerEntry;
  readonly now: string;
}

/** An operation on the workspace alone: one transaction. */
export function recorded<T>(context: TaskContext, about: NewEntry, work: (writing: Writing) => T): T {
  endUnconcluded(context.dataDir);
  const db = workspaceForWriting(context.dataDir);
  const now = new Date().toISOString();
  db.exec('BEGIN IMMEDIATE');
  try {
    const entry = new LedgerEntry(db, context, now, about);
    const result = work({ db, entry, now });
    noteJob(db, context.jobId, entry.id, result);
    committed(db, 'ledger');
    return result;
  } catch (error) {
    rolledBack(db);
    throw error;
  }
}

/** A memory that an operation changes, while it does. */
export interface ChangingMemory {
  readonly id: number;
  readonly file: MemoryFile;
  readonly changes: UnitChanges;
}

interface Memory {
  readonly id: number;
  readonly file: string;
}

/** An operation on the units of memories, and on anything in the workspace. */
export async function recordedWith<T>(
  context: TaskContext,
  about: NewEntry,
  rows: readonly Memory[],
  work: (writing: Writing, memories: readonly ChangingMemory[]) => T | Promise<T>,
): Promise<T> {
  const { dataDir } = context;
  endUnconcluded(dataDir);
  const db = workspaceForWriting(dataDir);
  const announced = announce(db, { direction: 'forward', ledgerId: null, memories: rows, jobId: context.jobId });
  const files: MemoryFile[] = [];
  try {
    for (const row of rows) files.push(MemoryFile.openForWriting(pathsOf(dataDir).memory(row.file)));
    db.exec('BEGIN IMMEDIATE');
    for (const file of files) file.db.exec('BEGIN IMMEDIATE');
    const now = new Date().toISOString();
    const entry = new LedgerEntry(db, context, now, { memoryId: rows[0]?.id ?? null, ...about }, announced.ledgerId);
    const memories = files.map((file, i): ChangingMemory => {
      entry.touchUnits(rows[i]!.id);
      // Before the work, so that it knows of the origins which were there.
      noteApplied(file, announced, announced.ledgerId);
      return { id: rows[i]!.id, file, changes: new UnitChanges(file, entry.id) };
    });
    const result = await work({ db, entry, now }, memories);
    for (const { id, file } of memories) {
      file.flush();
      settleUnitFindings(db, file, id, [entry.id]);
    }
    conclude(db, announced, result);
    for (const { file } of memories) committed(file.db, 'memory');
    committed(db, 'ledger');
    return result;
  } catch (error) {
    const all = [db, ...files.map((file) => file.db)];
    for (const one of all) rolledBack(one);
    ended(db, dataDir, announced, files);
    throw error;
  } finally {
    for (const file of files) if (file.db.open) file.close();
  }
}

/** After a failure nothing is left. Where even that fails, `endUnconcluded` sees to it before anything else is written. */
export function ended(db: Db, dataDir: string, announced: Announced, files: readonly MemoryFile[]): void {
  for (const file of files) file.close();
  if (isConcluded(db, announced)) return;
  try {
    withReserve(dataDir, () => takeBack(db, dataDir, announced));
  } catch (error) {
    throw new ApiError('unfinished', { what: (error as Error).message });
  }
}
