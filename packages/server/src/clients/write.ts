import type { TaskContext } from '../jobs/task.js';
import { clientById, freeName } from '../store/termbases.js';
import type { Db } from '../store/database.js';
import { recorded, workspaceForWriting } from '../store/workspace.js';

export function createClient({ name }: { readonly name: string }, { dataDir }: TaskContext): { readonly id: number } {
  const clean = freeName(name, names(workspaceForWriting(dataDir)), 'client');
  return recorded(
    dataDir,
    { clientId: null, termbaseId: null, kind: 'client', title: `Created the client “${clean}”` },
    ({ db, entry, now }) => {
      const id = Number(
        db.prepare('INSERT INTO client (name, created_at) VALUES (?, ?)').run(clean, now).lastInsertRowid,
      );
      entry.created('client', id);
      db.prepare('UPDATE ledger SET client_id = ? WHERE id = ?').run(id, entry.id);
      return { id };
    },
  );
}

export function renameClient(
  { id, name }: { readonly id: number; readonly name: string },
  { dataDir }: TaskContext,
): void {
  const before = clientById(workspaceForWriting(dataDir), id);
  const clean = freeName(name, names(workspaceForWriting(dataDir), id), 'client');
  const title = `Renamed the client “${before.name}” to “${clean}”`;
  recorded(dataDir, { clientId: id, termbaseId: null, kind: 'client', title }, ({ db, entry }) => {
    entry.before('client', id, { name: before.name, created_at: before.created_at });
    db.prepare('UPDATE client SET name = ? WHERE id = ?').run(clean, id);
  });
}

function names(db: Db, except = -1): string[] {
  return db
    .prepare<[number], { name: string }>('SELECT name FROM client WHERE id <> ?')
    .all(except)
    .map((row) => row.name);
}
