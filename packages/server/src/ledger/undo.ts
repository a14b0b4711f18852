/** Undoing an operation as a whole, and doing it again. */
import type { DoneCodes, KeptClosed, KeptDone } from '@fair-copy/words/done.js';
import { toldDone, type Told } from '../said.js';
import { CHANGING } from '@fair-copy/api/events.js';
import { ApiError } from '../errors.js';
import { settleUnitFindings } from '../store/settle-findings.js';
import type { TaskContext } from '../jobs/task.js';
import type { Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { committed, rolledBack, workspaceForWriting } from '../store/workspace.js';
import { refuseIfBlocked, refuseIfUnitsBlocked, type Direction } from './blockers.js';
import {
  announce,
  applyInMemory,
  endUnconcluded,
  noteApplied,
  noteJob,
  restoreEntry,
  conclude,
  type JournaledMemory,
} from './journal.js';
import { ended } from './operation.js';
import { ABOUT_WHOLES, refuseIfReference, type ResourceKind } from './record.js';

export function undoEntry({ id }: { readonly id: number }, context: TaskContext): Told<DoneCodes> {
  return turn(id, 'undo', context);
}

export function redoEntry({ id }: { readonly id: number }, context: TaskContext): Told<DoneCodes> {
  return turn(id, 'redo', context);
}

function turn(id: number, direction: Direction, context: TaskContext): Told<DoneCodes> {
  const { dataDir } = context;
  endUnconcluded(dataDir);
  const db = workspaceForWriting(dataDir);
  const { title } = requireTurnable(db, id, direction);
  // It may touch anything.
  for (const what of CHANGING) if (what !== 'alignment') context.changed(what);
  refuseIfBlocked(db, id, direction);
  refuseIfOfReference(db, id);
  const memories = memoriesOf(db, id);
  if (memories.length === 0) turnInWorkspace(db, id, direction, context.jobId);
  else turnWithMemories(db, id, direction, memories, context);
  return toldDone(title);
}

function requireTurnable(db: Db, id: number, direction: Direction): { readonly title: KeptDone } {
  const entry = db
    .prepare<[number], { title: KeptDone; undone_at: string | null; closed: KeptClosed | null }>(
      'SELECT title, undone_at, closed FROM ledger WHERE id = ?',
    )
    .get(id);
  if (!entry) throw new ApiError('not-found', { what: 'entry in the ledger' });
  if (direction === 'undo' && entry.undone_at) throw new ApiError('already-undone');
  if (direction === 'redo' && !entry.undone_at) throw new ApiError('not-undone');
  if (entry.closed) throw new ApiError('entry-closed', { why: entry.closed });
  return entry;
}

/** What is kept to be looked up only does not change by an undo either. A resource that the entry made goes as a whole. */
function refuseIfOfReference(db: Db, id: number): void {
  const touched = db
    .prepare<[{ id: number; about: string }], { kind: ResourceKind; resource: number }>(
      `SELECT t.kind, t.resource_id AS resource FROM touched t JOIN ledger l ON l.id = t.ledger_id
       WHERE t.ledger_id = @id AND l.kind NOT IN (SELECT value FROM json_each(@about)) AND NOT EXISTS (
         SELECT 1 FROM change WHERE ledger_id = @id AND entity = t.kind AND entity_id = t.resource_id)`,
    )
    .all({ id, about: JSON.stringify(ABOUT_WHOLES) });
  for (const { kind, resource } of touched) refuseIfReference(db, kind, resource);
}

/** Memories whose units the entry changed; those that it made go and come as a whole. */
function memoriesOf(db: Db, id: number): JournaledMemory[] {
  return db
    .prepare<[{ id: number }], JournaledMemory>(
      `SELECT m.id, m.file, t.change_id AS change FROM touched t JOIN memory m ON m.id = t.resource_id
       WHERE t.ledger_id = @id AND t.kind = 'memory' AND t.change_id IS NOT NULL AND NOT EXISTS (
         SELECT 1 FROM change WHERE ledger_id = @id AND entity = 'memory' AND entity_id = m.id)
       ORDER BY m.id`,
    )
    .all({ id });
}

function turnInWorkspace(db: Db, id: number, direction: Direction, jobId: number | null): void {
  db.exec('BEGIN IMMEDIATE');
  try {
    restoreEntry(db, id, direction);
    noteJob(db, jobId, id, undefined);
    committed(db, 'ledger');
  } catch (error) {
    rolledBack(db);
    throw error;
  }
}

function turnWithMemories(
  db: Db,
  id: number,
  direction: Direction,
  memories: readonly JournaledMemory[],
  context: TaskContext,
): void {
  const files: MemoryFile[] = [];
  try {
    for (const { id: memoryId, file: name, change } of memories) {
      const file = MemoryFile.openForWriting(pathsOf(context.dataDir).memory(name));
      files.push(file);
      refuseIfUnitsBlocked(db, file, { id, memoryId, change, direction });
    }
    const announced = announce(db, { direction, ledgerId: id, memories, jobId: context.jobId });
    try {
      db.exec('BEGIN IMMEDIATE');
      files.forEach((file, i) => {
        const { id: memoryId, change } = memories[i]!;
        file.db.exec('BEGIN IMMEDIATE');
        noteApplied(file, announced, change);
        applyInMemory(file, change, direction, (share) => context.checkpoint((i + share) / files.length));
        settleUnitFindings(db, file, memoryId, [change]);
      });
      restoreEntry(db, id, direction);
      conclude(db, announced, undefined);
      for (const file of files) committed(file.db, 'memory');
      committed(db, 'ledger');
    } catch (error) {
      for (const one of [db, ...files.map((file) => file.db)]) rolledBack(one);
      ended(db, context.dataDir, announced, files);
      throw error;
    }
  } finally {
    for (const file of files) if (file.db.open) file.close();
  }
}
