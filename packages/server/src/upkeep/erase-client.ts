/** A client deleted with everything of theirs, for good, when the law asks for it. */
import { closedBecause, did } from '@fair-copy/words/done.js';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { endUnconcluded } from '../ledger/journal.js';
import { LedgerEntry } from '../ledger/record.js';
import type { Db } from '../store/database.js';
import { removeDatabase } from '../store/files.js';
import { clientById } from '../store/clients.js';
import { committed, rolledBack, workspaceForWriting } from '../store/workspace.js';

/**
 * One transaction in the workspace, from which on nothing of the client can be reached; files and the desk's rows follow at
 * once, or at the next start if that is cut off.
 * @param name as a person has typed it, to be sure
 */
export function eraseClient(
  { id, name }: { readonly id: number; readonly name: string },
  context: TaskContext,
): { readonly ledgerId: number } {
  endUnconcluded(context.dataDir);
  const db = workspaceForWriting(context.dataDir);
  if (clientById(db, id).name !== name.trim()) throw new ApiError('client-confirm');
  db.pragma('secure_delete = ON');
  db.exec('BEGIN IMMEDIATE');
  try {
    removeRows(db, id);
    const entry = new LedgerEntry(db, context, new Date().toISOString(), {
      clientId: null,
      termbaseId: null,
      kind: 'erased',
      title: did('client-erased', {}),
    });
    db.prepare('UPDATE ledger SET closed = ? WHERE id = ?').run(closedBecause('for-good', {}), entry.id);
    committed(db, 'erased client');
    removeCopies(context.dataDir);
    // What was in free pages and in the log goes too.
    db.exec('VACUUM');
    db.pragma('wal_checkpoint(TRUNCATE)');
    return { ledgerId: entry.id };
  } catch (error) {
    rolledBack(db);
    throw error;
  } finally {
    db.pragma('secure_delete = OFF');
  }
}

/** Also what was deleted before and only waited to be brought back. */
function removeRows(db: Db, client: number): void {
  const ids = (kind: 'termbase' | 'memory'): string =>
    `(SELECT id FROM ${kind} WHERE client_id = ${client} UNION
      SELECT t.resource_id FROM touched t JOIN ledger l ON l.id = t.ledger_id WHERE t.kind = '${kind}' AND l.client_id = ${client}
      UNION SELECT c.entity_id FROM change c JOIN ledger l ON l.id = c.ledger_id WHERE c.entity = '${kind}' AND l.client_id = ${client})`;
  for (const table of ['concept', 'term', 'language_count', 'facet', 'picture', 'stet', 'finding', 'inspection'])
    db.exec(`DELETE FROM ${table} WHERE termbase_id IN ${ids('termbase')}`);
  for (const table of ['unit_stet', 'unit_finding', 'memory_inspection'])
    db.exec(`DELETE FROM ${table} WHERE memory_id IN ${ids('memory')}`);
  const entries = `(SELECT id FROM ledger WHERE client_id = ${client})`;
  db.exec(`
    DELETE FROM stet_rule WHERE client_id = ${client};
    DELETE FROM kit WHERE client_id = ${client};
    DELETE FROM termbase WHERE client_id = ${client};
    DELETE FROM memory WHERE client_id = ${client};
    DELETE FROM change WHERE ledger_id IN ${entries};
    DELETE FROM touched WHERE ledger_id IN ${entries};
    DELETE FROM turn WHERE ledger_id IN ${entries};
    DELETE FROM job_done WHERE ledger_id IN ${entries};
    DELETE FROM ledger WHERE client_id = ${client};
    DELETE FROM client WHERE id = ${client};
    INSERT INTO erased_client (id) VALUES (${client});`);
}

/** Copies of all data, made before updates and at starts, have the client in them; new ones are made at the next start. */
function removeCopies(dataDir: string): void {
  for (const name of readdirSync(dataDir)) if (/\.before-\d+/.test(name)) removeDatabase(join(dataDir, name));
  for (const name of namesIn(join(dataDir, 'copies'))) removeDatabase(join(dataDir, 'copies', name));
}

function namesIn(folder: string): string[] {
  try {
    return readdirSync(folder);
  } catch {
    return [];
  }
}

/** The desk's rows of clients that were deleted for good. */
export function eraseFromDesk(workspace: Db, desk: Db): void {
  const erased = workspace.prepare<[], number>('SELECT id FROM erased_client').pluck().all();
  let gone = 0;
  desk.pragma('secure_delete = ON');
  for (const id of erased) {
    gone += desk
      .prepare('DELETE FROM row_decision WHERE file_id IN (SELECT id FROM intake_file WHERE client_id = ?)')
      .run(id).changes;
    for (const table of [
      'intake_file',
      'picture_file',
      'recipe',
      'alignment',
      'job',
      'merge_plan',
      'kept_plan',
      'rehearsal',
      'rehearsal_note',
    ])
      gone += desk.prepare(`DELETE FROM ${table} WHERE client_id = ?`).run(id).changes;
  }
  desk.pragma('secure_delete = OFF');
  if (gone > 0) {
    desk.exec('VACUUM');
    desk.pragma('wal_checkpoint(TRUNCATE)');
  }
}
