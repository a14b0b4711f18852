import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { memoryById } from '../memories/store.js';
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
  const parts = db
    .prepare<[{ id: number }], { id: number; memory_id: number | null }>(
      'SELECT id, memory_id FROM ledger WHERE id = $id OR part_of = $id ORDER BY id DESC',
    )
    .all({ id });
  const files: MemoryFile[] = [];
  try {
    return db
      .transaction(() => {
        const title = inWorkspace(db, id, new Date().toISOString());
        db.prepare(
          'UPDATE ledger SET undone_at = (SELECT undone_at FROM ledger WHERE id = $id) WHERE part_of = $id',
        ).run({ id });
        for (const part of parts) {
          if (part.memory_id === null) continue;
          const path = pathsOf(dataDir).memory(memoryById(db, part.memory_id).file);
          const file = MemoryFile.openForWriting(path);
          files.push(file);
          refuseIfTouched(db, file, part.id);
          file.db.exec('BEGIN IMMEDIATE');
          inMemory(file, part.id, (share) => context.checkpoint(share));
        }
        for (const file of files) file.db.exec('COMMIT');
        return { title };
      })
      .immediate();
  } finally {
    for (const file of files) {
      if (file.db.inTransaction) file.db.exec('ROLLBACK');
      file.close();
    }
  }
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
