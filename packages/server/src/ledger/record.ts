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
  /** The memory whose units it changes. */
  readonly memoryId?: number | null;
  /** The entry that it belongs to: both are undone together. */
  readonly partOf?: number | null;
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
        .prepare(
          'INSERT INTO ledger (at, client_id, termbase_id, kind, title, counts, memory_id, part_of) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
        )
        .run(
          now,
          entry.clientId,
          entry.termbaseId,
          entry.kind,
          entry.title,
          JSON.stringify(entry.counts ?? {}),
          entry.memoryId ?? null,
          entry.partOf ?? null,
        ).lastInsertRowid,
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

  /** All from one id to another, both included. */
  createdAll(entity: EntityName, from: number, to: number): void {
    this.db
      .prepare(
        `INSERT INTO change (ledger_id, entity, entity_id, before)
         WITH RECURSIVE made (id) AS (SELECT $from UNION ALL SELECT id + 1 FROM made WHERE id < $to)
         SELECT $ledger, $entity, id, NULL FROM made`,
      )
      .run({ ledger: this.id, entity, from, to });
  }

  describe(
    title: string,
    counts: Readonly<Record<string, number>>,
    termbaseId: number | null,
    memoryId: number | null = null,
  ): void {
    this.db
      .prepare('UPDATE ledger SET title = ?, counts = ?, termbase_id = ?, memory_id = ? WHERE id = ?')
      .run(title, JSON.stringify(counts), termbaseId, memoryId, this.id);
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
    blocker ?? contained(db, id, 'termbase') ?? contained(db, id, 'memory') ?? contained(db, id, 'client');
  if (dependant) throw new ApiError('changed-since', { title: dependant.title });
}

/** A later operation that stands inside a termbase or client which the given operation made. */
function contained(
  db: Db,
  id: number,
  entity: 'termbase' | 'memory' | 'client',
): { readonly title: string } | undefined {
  return db
    .prepare<[number, string], { title: string }>(
      `SELECT l.title FROM change c
       JOIN ledger l ON l.${entity}_id = c.entity_id AND l.id > c.ledger_id AND l.undone_at IS NULL
         AND l.part_of IS NOT c.ledger_id
       WHERE c.ledger_id = ? AND c.entity = ? AND c.before IS NULL
         AND (l.memory_id IS NOT NULL OR EXISTS (SELECT 1 FROM change WHERE ledger_id = l.id)) ORDER BY l.id LIMIT 1`,
    )
    .get(id, entity);
}

type Side = 'before' | 'after';

interface ChangeRow {
  readonly entity_id: number;
  readonly state: string | null;
}

const BATCH = 2000;

/** What goes is taken away from the inside out, what comes back is put back from the outside in. */
function restore(db: Db, id: number, now: string, side: Side): void {
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
      if (side === 'before') {
        const current = handler.read(entity_id);
        keep.run(current === null ? null : JSON.stringify(current), id, name, entity_id);
      }
      handler.write(entity_id, state === null ? null : JSON.parse(state));
    }
    last = changes.at(-1)!.entity_id;
  }
}
