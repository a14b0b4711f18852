/** What an operation notes of itself while it runs: enough to undo it as a whole and to do it again. */
import { type KeptDone } from '@fair-copy/words/done.js';
import type { Changing } from '@fair-copy/api/events.js';
import type { TaskContext } from '../jobs/task.js';
import type { Db } from '../store/database.js';
import { ApiError } from '../errors.js';
import type { EntityName } from './entities.js';

/** A resource whose contents an operation changes. */
export type ResourceKind = 'termbase' | 'memory';

export interface NewEntry {
  readonly clientId: number | null;
  /** The termbase that it is about: touched by it, and linked to. */
  readonly termbaseId: number | null;
  readonly kind: string;
  readonly title: KeptDone;
  readonly counts?: Readonly<Record<string, number>>;
  /** The memory that it is about. */
  readonly memoryId?: number | null;
}

/** What pages show of whole resources, by the first word of an entity's name. */
const WHOLES: Readonly<Record<string, Changing>> = {
  client: 'clients',
  termbase: 'termbase',
  memory: 'memory',
  kit: 'rehearsal',
};

/** Operations that say something of a resource, and change nothing of what is in it. */
export const ABOUT_WHOLES: readonly string[] = ['termbase', 'stet'];

/** Throws `ApiError` ("reference-only") where it is kept to be looked up only. */
export function refuseIfReference(db: Db, kind: ResourceKind, id: number): void {
  const row = db
    .prepare<[number], { name: string; reference: number }>(`SELECT name, reference FROM ${kind} WHERE id = ?`)
    .get(id);
  if (row?.reference === 1) throw new ApiError('reference-only', { name: row.name });
}

/** Written to while an operation runs inside its transaction. */
export class LedgerEntry {
  private readonly insert;
  private readonly touching;
  private readonly isAboutWholes: boolean;

  /** @param id reserved for it, or null: the next free one */
  constructor(
    private readonly db: Db,
    private readonly context: Pick<TaskContext, 'changed' | 'page'>,
    now: string,
    entry: NewEntry,
    id: number | null = null,
  ) {
    this.id = Number(
      db
        .prepare(
          'INSERT INTO ledger (id, at, client_id, termbase_id, memory_id, kind, title, counts, page) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)',
        )
        .run(
          id,
          now,
          entry.clientId,
          entry.termbaseId,
          entry.memoryId ?? null,
          entry.kind,
          entry.title,
          JSON.stringify(entry.counts ?? {}),
          context.page,
        ).lastInsertRowid,
    );
    this.insert = db.prepare('INSERT OR IGNORE INTO change (ledger_id, entity, entity_id, before) VALUES (?, ?, ?, ?)');
    this.touching = db.prepare(
      'INSERT OR IGNORE INTO touched (ledger_id, kind, resource_id, change_id) VALUES (?, ?, ?, ?)',
    );
    this.isAboutWholes = ABOUT_WHOLES.includes(entry.kind);
    if (entry.termbaseId !== null) this.touch('termbase', entry.termbaseId);
    for (const what of ['ledger', 'holdings', 'inspection'] as const) context.changed(what);
  }

  readonly id: number;

  /** Call before the change; the first state noted within an operation is the one that undo goes back to. */
  before(entity: EntityName, id: number, state: unknown): void {
    this.insert.run(this.id, entity, id, state === null ? null : JSON.stringify(state));
    const whole = WHOLES[entity.split(' ')[0]!];
    if (whole) this.context.changed(whole, id);
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

  /** What belongs to a termbase or memory is changed. Throws `ApiError` ("reference-only"). */
  touch(kind: ResourceKind, id: number): void {
    if (!this.isAboutWholes) refuseIfReference(this.db, kind, id);
    this.touching.run(this.id, kind, id, null);
    this.context.changed(kind, id);
  }

  /** Units are changed: the memory's file keeps them under this entry's number. Throws `ApiError` ("reference-only"). */
  touchUnits(memoryId: number): void {
    refuseIfReference(this.db, 'memory', memoryId);
    this.touching.run(this.id, 'memory', memoryId, this.id);
    this.context.changed('memory', memoryId);
  }

  describe(
    title: KeptDone,
    counts: Readonly<Record<string, number>>,
    about: { readonly termbaseId?: number | null; readonly memoryId?: number | null } = {},
  ): void {
    const { termbaseId = null, memoryId = null } = about;
    this.db
      .prepare(
        `UPDATE ledger SET title = ?, counts = ?, termbase_id = coalesce(?, termbase_id), memory_id = coalesce(?, memory_id)
         WHERE id = ?`,
      )
      .run(title, JSON.stringify(counts), termbaseId, memoryId, this.id);
    if (termbaseId !== null) this.touch('termbase', termbaseId);
  }

  ofClient(clientId: number): void {
    this.db.prepare('UPDATE ledger SET client_id = ? WHERE id = ?').run(clientId, this.id);
  }
}
