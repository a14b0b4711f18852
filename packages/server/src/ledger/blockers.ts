/**
 * What stands in the way of undoing an operation, or of doing it again. Undo goes back to the state before, so nothing that
 * came later and stands may touch the same things; to do something again, they must be as the undoing left them.
 */
import type { KeptDone } from '@fair-copy/words/done.js';
import { ApiError } from '../errors.js';
import type { Db } from '../store/database.js';
import type { MemoryFile } from '../store/memory-file.js';
import { changesOfSameUnits } from '../store/unit-changes.js';
import { IN_PASSING } from './entities.js';

export type Direction = 'undo' | 'redo';

interface Named {
  readonly title: KeptDone;
  readonly undone_at: string | null;
}

const turnedSince = ({ title, undone_at }: Named): ApiError =>
  new ApiError(undone_at === null ? 'changed-since' : 'undone-before', { title });

/** Entries that may stand in the way, as conditions on `d`, a change of theirs, and `l`, the entry. */
const LATER = 'd.ledger_id > @id AND l.undone_at IS NULL';
/** An earlier one that stands and did not when the given one was made, or the other way round. */
const TURNED_SINCE = `l.id < @id AND (l.undone_at IS NOT NULL) <>
  (SELECT count(*) FROM turn WHERE ledger_id = l.id AND at_entry < @id) % 2`;

/** Throws `ApiError` where something in the workspace stands in the way. */
export function refuseIfBlocked(db: Db, id: number, direction: Direction): void {
  const later = onSame(db, id, LATER) ?? inside(db, id);
  if (later) throw new ApiError('changed-since', { title: later.title });
  const earlier = direction === 'redo' ? onSame(db, id, TURNED_SINCE) : undefined;
  if (earlier) throw turnedSince(earlier);
  refuseIfGone(db, id);
}

/** The same within a memory. @param change the number under which its file keeps what the entry changed */
export function refuseIfUnitsBlocked(
  db: Db,
  file: MemoryFile,
  { id, memoryId, change, direction }: { id: number; memoryId: number; change: number; direction: Direction },
): void {
  const blocking = db.prepare<[{ memory: number; change: number; id: number }], Named>(
    `SELECT l.title, l.undone_at FROM touched t JOIN ledger l ON l.id = t.ledger_id
     WHERE t.kind = 'memory' AND t.resource_id = @memory AND t.change_id = @change
       AND ((l.id > @id AND l.undone_at IS NULL)${direction === 'redo' ? ` OR (${TURNED_SINCE})` : ''})`,
  );
  for (const other of changesOfSameUnits(file, change)) {
    const found = blocking.get({ memory: memoryId, change: other, id });
    if (found) throw turnedSince(found);
  }
}

function onSame(db: Db, id: number, others: string): Named | undefined {
  const exact = db
    .prepare<[{ id: number }], Named>(
      `SELECT l.title, l.undone_at FROM change c
       JOIN change d ON d.entity = c.entity AND d.entity_id = c.entity_id
       JOIN ledger l ON l.id = d.ledger_id
       WHERE c.ledger_id = @id AND c.entity NOT IN (${IN_PASSING.map((name) => `'${name}'`).join(', ')}) AND ${others}
       LIMIT 1`,
    )
    .get({ id });
  return exact ?? onWholeOrPart(db, id, others) ?? onExchanged(db, id, others);
}

/** A memory whose file was exchanged has other units since: edits before and after it do not go together. */
function onExchanged(db: Db, id: number, others: string): Named | undefined {
  const exchange = `d.entity = 'memory file' AND d.entity_id = t.resource_id`;
  const units = `t.kind = 'memory' AND t.change_id IS NOT NULL`;
  const mine = db
    .prepare<[{ id: number }], Named>(
      `SELECT l.title, l.undone_at FROM touched t JOIN change d ON ${exchange} JOIN ledger l ON l.id = d.ledger_id
       WHERE t.ledger_id = @id AND ${units} AND ${others} LIMIT 1`,
    )
    .get({ id });
  if (mine) return mine;
  return db
    .prepare<[{ id: number }], Named>(
      `SELECT l.title, l.undone_at FROM change d JOIN touched t ON ${exchange} AND ${units} JOIN ledger l ON l.id = t.ledger_id
       WHERE d.ledger_id = @id AND ${others.replaceAll('d.ledger_id', 't.ledger_id')} LIMIT 1`,
    )
    .get({ id });
}

/** "termbase" is the whole of which "termbase name" is a part: who changes the one touches the other. */
function onWholeOrPart(db: Db, id: number, others: string): Named | undefined {
  const mine = db
    .prepare<[number], { entity: string; entity_id: number }>(
      `SELECT entity, entity_id FROM change WHERE ledger_id = ?
       AND (entity IN ('client', 'termbase', 'memory', 'kit') OR entity GLOB 'client *' OR entity GLOB 'termbase *' OR entity GLOB 'memory *'
         OR entity GLOB 'kit *')`,
    )
    .all(id);
  const find = db.prepare<[{ id: number; entity: string; of: number }], Named>(
    `SELECT l.title, l.undone_at FROM change d JOIN ledger l ON l.id = d.ledger_id
     WHERE d.entity GLOB @entity AND d.entity_id = @of AND ${others} LIMIT 1`,
  );
  for (const { entity, entity_id: of } of mine) {
    const cut = entity.indexOf(' ');
    const found = find.get({ id, entity: cut < 0 ? `${entity} *` : entity.slice(0, cut), of });
    if (found) return found;
  }
  return undefined;
}

/** A later operation that stands inside a client, termbase or memory which the given one made. */
function inside(db: Db, id: number): Named | undefined {
  return db
    .prepare<[{ id: number }], Named>(
      `SELECT l.title, l.undone_at FROM change c
       JOIN ledger l ON l.id > c.ledger_id AND l.undone_at IS NULL
       WHERE c.ledger_id = @id AND c.entity IN ('client', 'termbase', 'memory') AND c.before IS NULL AND (
         (c.entity = 'client' AND l.client_id = c.entity_id)
         OR (c.entity IN ('termbase', 'memory') AND EXISTS (
           SELECT 1 FROM touched t WHERE t.kind = c.entity AND t.resource_id = c.entity_id AND t.ledger_id = l.id)))
       ORDER BY l.id LIMIT 1`,
    )
    .get({ id });
}

/** Where a client, termbase or memory that the operation touched is not there, whatever took it away comes first. */
function refuseIfGone(db: Db, id: number): void {
  const gone = db
    .prepare<[{ id: number }], { kind: 'client' | 'termbase' | 'memory'; resource: number }>(
      `SELECT kind, resource_id AS resource FROM touched t WHERE ledger_id = @id
         AND CASE kind WHEN 'termbase' THEN resource_id NOT IN (SELECT id FROM termbase)
           ELSE resource_id NOT IN (SELECT id FROM memory) END
         AND NOT EXISTS (SELECT 1 FROM change WHERE ledger_id = @id AND entity = t.kind AND entity_id = t.resource_id)
       UNION ALL
       SELECT 'client', client_id FROM ledger WHERE id = @id AND client_id NOT IN (SELECT id FROM client)
         AND NOT EXISTS (SELECT 1 FROM change WHERE ledger_id = @id AND entity = 'client' AND entity_id = client_id)
       LIMIT 1`,
    )
    .get({ id });
  if (!gone) return;
  const by = db
    .prepare<[string, number], Named>(
      `SELECT l.title, l.undone_at FROM change c JOIN ledger l ON l.id = c.ledger_id
       WHERE c.entity = ? AND c.entity_id = ? ORDER BY l.id DESC LIMIT 1`,
    )
    .get(gone.kind, gone.resource);
  if (!by) throw new ApiError('not-found', { what: gone.kind });
  throw turnedSince(by);
}
