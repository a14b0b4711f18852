import { ApiError } from '../errors.js';
import { settleUnitFindings } from '../inspection/settle.js';
import type { TaskContext } from '../jobs/task.js';
import type { Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { laterChanges, redoInMemory, undoInMemory } from '../store/unit-changes.js';
import { pathsOf } from '../store/paths.js';
import { workspaceForWriting } from '../store/workspace.js';
import { redo, undo } from './record.js';

export function undoEntry({ id }: { readonly id: number }, context: TaskContext): { readonly title: string } {
  return both(id, context, undo, undoInMemory);
}

export function redoEntry({ id }: { readonly id: number }, context: TaskContext): { readonly title: string } {
  return both(id, context, redo, redoInMemory);
}

/** The workspace and, where the operation changed units, their memory. */
function both(
  id: number,
  context: TaskContext,
  inWorkspace: (db: Db, id: number, now: string) => string,
  inMemory: (file: MemoryFile, id: number, checkpoint: (share: number) => void) => number,
): { readonly title: string } {
  const { dataDir } = context;
  const db = workspaceForWriting(dataDir);
  const files: MemoryFile[] = [];
  try {
    return db
      .transaction(() => {
        const now = new Date().toISOString();
        const parts = partsOf(db, id);
        // What came last is taken back first, and done again last.
        const titles = (inWorkspace === undo ? parts.reverse() : parts).map((part) => {
          const title = inWorkspace(db, part.id, now);
          if (part.file === null) return title;
          const file = MemoryFile.openForWriting(pathsOf(dataDir).memory(part.file));
          files.push(file);
          refuseIfTouched(db, file, part.id);
          file.db.exec('BEGIN IMMEDIATE');
          inMemory(file, part.id, (share) => context.checkpoint(share));
          settleUnitFindings(db, file, part.id);
          return title;
        });
        for (const file of files) file.db.exec('COMMIT');
        return { title: titles[parts.findIndex((part) => part.id === id)]! };
      })
      .immediate();
  } finally {
    for (const file of files) {
      if (file.db.inTransaction) file.db.exec('ROLLBACK');
      file.close();
    }
  }
}

interface Part {
  readonly id: number;
  /** Where units were changed; null: nowhere, or in a memory that the operation made and that goes and comes as a whole. */
  readonly file: string | null;
}

/** An entry and those that belong to it, in the order in which they were made. */
function partsOf(db: Db, id: number): Part[] {
  return db
    .prepare<[{ id: number }], Part>(
      `SELECT l.id, m.file FROM ledger l LEFT JOIN memory m ON m.id = l.memory_id AND NOT EXISTS (
         SELECT 1 FROM change WHERE ledger_id IN ($id, l.id) AND entity = 'memory' AND entity_id = m.id AND before IS NULL)
       WHERE l.id = $id OR l.part_of = $id ORDER BY l.id`,
    )
    .all({ id });
}

/** A later operation that stands and touched the same units has to be undone first. */
function refuseIfTouched(db: Db, file: MemoryFile, id: number): void {
  const standing = db.prepare<[number], { title: string }>(
    'SELECT title FROM ledger WHERE id = ? AND undone_at IS NULL',
  );
  for (const later of laterChanges(file, id)) {
    const entry = standing.get(later);
    if (entry) throw new ApiError('changed-since', { title: entry.title });
  }
}
