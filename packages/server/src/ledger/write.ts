import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { memoryById } from '../memories/store.js';
import type { Db } from '../store/database.js';
import { laterChanges, MemoryFile, redoInMemory, undoInMemory } from '../store/memory-file.js';
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
  { dataDir }: TaskContext,
  inWorkspace: (db: Db, id: number, now: string) => string,
  inMemory: (file: MemoryFile, id: number) => number,
): { readonly title: string } {
  const db = workspaceForWriting(dataDir);
  const memoryId = db
    .prepare<[number], { memory_id: number | null }>('SELECT memory_id FROM ledger WHERE id = ?')
    .get(id)?.memory_id;
  return db
    .transaction(() => {
      const title = inWorkspace(db, id, new Date().toISOString());
      if (memoryId != null) {
        const file = MemoryFile.openForWriting(pathsOf(dataDir).memory(memoryById(db, memoryId).file));
        try {
          refuseIfTouched(db, file, id);
          file.db.transaction(() => inMemory(file, id)).immediate();
        } finally {
          file.close();
        }
      }
      return { title };
    })
    .immediate();
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
