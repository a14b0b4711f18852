import { did } from '@fair-copy/words/done.js';
import type { TaskContext } from '../jobs/task.js';
import { clientById } from '../store/clients.js';
import { freeName } from '../store/names.js';
import type { Db } from '../store/database.js';
import { recorded } from '../ledger/operation.js';
import { workspaceForWriting } from '../store/workspace.js';

export function createClient({ name }: { readonly name: string }, context: TaskContext): { readonly id: number } {
  const clean = freeName(name, names(workspaceForWriting(context.dataDir)), 'client');
  return recorded(
    context,
    { clientId: null, termbaseId: null, kind: 'client', title: did('client-created', { name: clean }) },
    ({ db, entry, now }) => {
      const id = Number(
        db.prepare('INSERT INTO client (name, created_at) VALUES (?, ?)').run(clean, now).lastInsertRowid,
      );
      entry.created('client', id);
      entry.ofClient(id);
      return { id };
    },
  );
}

export function renameClient({ id, name }: { readonly id: number; readonly name: string }, context: TaskContext): void {
  const before = clientById(workspaceForWriting(context.dataDir), id);
  const clean = freeName(name, names(workspaceForWriting(context.dataDir), id), 'client');
  const title = did('client-renamed', { from: before.name, to: clean });
  recorded(context, { clientId: id, termbaseId: null, kind: 'client', title }, ({ db, entry }) => {
    entry.before('client name', id, before.name);
    db.prepare('UPDATE client SET name = ? WHERE id = ?').run(clean, id);
  });
}

function names(db: Db, except = -1): string[] {
  return db
    .prepare<[number], { name: string }>('SELECT name FROM client WHERE id <> ?')
    .all(except)
    .map((row) => row.name);
}
