import type { TaskContext } from '../jobs/task.js';
import { workspaceForWriting } from '../store/workspace.js';
import { redo, undo } from './record.js';

export function undoEntry({ id }: { readonly id: number }, { dataDir }: TaskContext): { readonly title: string } {
  const db = workspaceForWriting(dataDir);
  return db.transaction(() => ({ title: undo(db, id, new Date().toISOString()) })).immediate();
}

export function redoEntry({ id }: { readonly id: number }, { dataDir }: TaskContext): { readonly title: string } {
  const db = workspaceForWriting(dataDir);
  return db.transaction(() => ({ title: redo(db, id, new Date().toISOString()) })).immediate();
}
