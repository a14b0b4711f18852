/** The workspace's side of undoing an operation and of doing it again, within a transaction. */
import type { Db } from '../store/database.js';
import { ENTITIES, type EntityName } from './entities.js';

type Side = 'before' | 'after';

interface ChangeRow {
  readonly entity_id: number;
  readonly state: string | null;
}

const BATCH = 2000;

/**
 * Puts everything back that an entry noted: what goes is taken away from the inside out, what comes back is put back from
 * the outside in.
 * @param side `before`: undone, and what is there now is kept, so that it can be done again; `after`: done again
 */
export function restore(db: Db, id: number, now: string, side: Side): void {
  const names = Object.keys(ENTITIES) as EntityName[];
  for (const name of [...names].reverse()) restoreEntity(db, id, now, side, name, 'goes');
  for (const name of names) restoreEntity(db, id, now, side, name, 'comes back');
}

/** In batches by key: an operation may have touched a million things. */
function restoreEntity(
  db: Db,
  id: number,
  now: string,
  side: Side,
  name: EntityName,
  what: 'goes' | 'comes back',
): void {
  const handler = ENTITIES[name](db, now);
  const batch = db.prepare<[number, string, number, number], ChangeRow>(
    `SELECT entity_id, ${side} AS state FROM change
     WHERE ledger_id = ? AND entity = ? AND entity_id > ? AND ${side} IS ${what === 'goes' ? '' : 'NOT'} NULL ORDER BY entity_id LIMIT ?`,
  );
  const keep = db.prepare('UPDATE change SET after = ? WHERE ledger_id = ? AND entity = ? AND entity_id = ?');
  let last = -1;
  for (;;) {
    const changes = batch.all(id, name, last, BATCH);
    if (changes.length === 0) return;
    for (const { entity_id, state } of changes) {
      const wanted = state === null ? null : (JSON.parse(state) as unknown);
      if (side === 'before') {
        const current = handler.read(entity_id, wanted);
        keep.run(current === null ? null : JSON.stringify(current), id, name, entity_id);
      }
      handler.write(entity_id, wanted);
    }
    last = changes.at(-1)!.entity_id;
  }
}
