/** The ledger: one entry for each operation, with what is needed to undo it as a whole and to do it again. */
import { ApiError } from '../errors.js';
import type { Db } from '../store/database.js';
import { ENTITIES, type EntityName } from './entities.js';

export interface NewEntry {
  readonly clientId: number | null;
  readonly termbaseId: number | null;
  readonly kind: string;
  readonly title: string;
  readonly counts?: Readonly<Record<string, number>>;
}

/** Written to while an operation runs inside its transaction. */
export class LedgerEntry {
  readonly id: number;
  private readonly insert;

  constructor(
    private readonly db: Db,
    now: string,
    entry: NewEntry,
  ) {
    this.id = Number(
      db
        .prepare('INSERT INTO ledger (at, client_id, termbase_id, kind, title, counts) VALUES (?, ?, ?, ?, ?, ?)')
        .run(now, entry.clientId, entry.termbaseId, entry.kind, entry.title, JSON.stringify(entry.counts ?? {})).lastInsertRowid,
    );
    this.insert = db.prepare('INSERT OR IGNORE INTO change (ledger_id, entity, entity_id, before) VALUES (?, ?, ?, ?)');
  }

  /** Call before the change; the first state noted within an operation is the one that undo goes back to. */
  before(entity: EntityName, id: number, state: unknown): void {
    this.insert.run(this.id, entity, id, state === null ? null : JSON.stringify(state));
  }

  created(entity: EntityName, id: number): void {
    this.before(entity, id, null);
  }

  describe(title: string, counts: Readonly<Record<string, number>>, termbaseId: number | null): void {
    this.db
      .prepare('UPDATE ledger SET title = ?, counts = ?, termbase_id = ? WHERE id = ?')
      .run(title, JSON.stringify(counts), termbaseId, this.id);
  }
}

interface EntryRow {
  readonly id: number;
  readonly title: string;
  readonly undone_at: string | null;
}

/** Takes an operation back as a whole; refuses while a later one that stands touches the same things. */
export function undo(db: Db, id: number, now: string): string {
  const entry = entryOf(db, id);
  if (entry.undone_at) throw new ApiError('already-undone');
  refuseIfTouched(db, id);
  restore(db, id, now, 'before');
  db.prepare('UPDATE ledger SET undone_at = ? WHERE id = ?').run(now, id);
  return entry.title;
}

/** Does an undone operation again. */
export function redo(db: Db, id: number, now: string): string {
  const entry = entryOf(db, id);
  if (!entry.undone_at) throw new ApiError('not-undone');
  refuseIfTouched(db, id);
  restore(db, id, now, 'after');
  db.prepare('UPDATE ledger SET undone_at = NULL WHERE id = ?').run(id);
  return entry.title;
}

function entryOf(db: Db, id: number): EntryRow {
  const entry = db.prepare<[number], EntryRow>('SELECT id, title, undone_at FROM ledger WHERE id = ?').get(id);
  if (!entry) throw new ApiError('not-found', { what: 'entry in the ledger' });
  return entry;
}

/**
 * An operation can be undone while nothing that stands came after it on the same things. To do it again, the things
 * must be as the undoing left them, so the same question is asked.
 */
function refuseIfTouched(db: Db, id: number): void {
  const blocker = db
    .prepare<[number], { title: string }>(
      `SELECT l.title FROM change c
       JOIN change d ON d.entity = c.entity AND d.entity_id = c.entity_id AND d.ledger_id > c.ledger_id
       JOIN ledger l ON l.id = d.ledger_id AND l.undone_at IS NULL
       WHERE c.ledger_id = ? LIMIT 1`,
    )
    .get(id);
  const dependant =
    blocker ??
    db
      .prepare<[number], { title: string }>(
        `SELECT l.title FROM change c
         JOIN ledger l ON l.termbase_id = c.entity_id AND l.id > c.ledger_id AND l.undone_at IS NULL
         JOIN change any_change ON any_change.ledger_id = l.id
         WHERE c.ledger_id = ? AND c.entity = 'termbase' AND c.before IS NULL LIMIT 1`,
      )
      .get(id);
  if (dependant) throw new ApiError('changed-since', { title: dependant.title });
}

function restore(db: Db, id: number, now: string, side: 'before' | 'after'): void {
  const changes = db
    .prepare<[number], { entity: EntityName; entity_id: number; before: string | null; after: string | null }>(
      'SELECT entity, entity_id, before, after FROM change WHERE ledger_id = ?',
    )
    .all(id);
  const keep = db.prepare('UPDATE change SET after = ? WHERE ledger_id = ? AND entity = ? AND entity_id = ?');
  const order = Object.keys(ENTITIES);
  // What contains comes back before what it contains, and goes after it.
  const bringsBack = (c: { before: string | null; after: string | null }): boolean => c[side] !== null;
  const sorted = changes.sort((a, b) => {
    if (bringsBack(a) !== bringsBack(b)) return bringsBack(a) ? -1 : 1;
    const by = order.indexOf(a.entity) - order.indexOf(b.entity);
    return bringsBack(a) ? by : -by;
  });
  const handlers = new Map(Object.entries(ENTITIES).map(([name, make]) => [name, make(db, now)]));
  for (const change of sorted) {
    const handler = handlers.get(change.entity)!;
    if (side === 'before') {
      const current = handler.read(change.entity_id);
      keep.run(current === null ? null : JSON.stringify(current), id, change.entity, change.entity_id);
    }
    const state = change[side];
    handler.write(change.entity_id, state === null ? null : (JSON.parse(state)));
  }
}
