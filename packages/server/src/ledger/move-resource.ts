/** A termbase or memory that was made for the wrong client goes to another, with all that belongs to it. */
import { did } from '@fair-copy/words/done.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { clientById } from '../store/clients.js';
import { freeName } from '../store/names.js';
import { workspaceForWriting } from '../store/workspace.js';
import { recorded } from './operation.js';

export interface ToMove {
  readonly kind: 'termbase' | 'memory';
  readonly id: number;
  readonly clientId: number;
}

/** Throws `ApiError` where the other client is not there or has one of this name. To the client that has it, nothing is done. */
export function moveResource({ kind, id, clientId }: ToMove, context: TaskContext): void {
  const db = workspaceForWriting(context.dataDir);
  const row = db
    .prepare<[number], { client_id: number; name: string }>(`SELECT client_id, name FROM ${kind} WHERE id = ?`)
    .get(id);
  if (!row) throw new ApiError('not-found', { what: kind });
  const to = clientById(db, clientId);
  if (row.client_id === clientId) return;
  const taken = db.prepare<[number], string>(`SELECT name FROM ${kind} WHERE client_id = ?`).pluck().all(clientId);
  freeName(row.name, taken, kind);
  const from = clientById(db, row.client_id);
  const about = {
    clientId,
    termbaseId: kind === 'termbase' ? id : null,
    memoryId: kind === 'memory' ? id : null,
    kind,
    title: did('resource-moved', { name: row.name, from: from.name, to: to.name }),
  };
  recorded(context, about, ({ entry }) => {
    entry.before(`${kind} client`, id, row.client_id);
    db.prepare(`UPDATE ${kind} SET client_id = ? WHERE id = ?`).run(clientId, id);
  });
}
