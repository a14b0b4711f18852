/** How each kind of thing is read whole and put back whole; containers stand before what they contain. */
import { ConceptWriter, readConcept, type StoredConcept } from '../store/concepts.js';
import type { Db } from '../store/database.js';

export interface Entity {
  read(id: number): unknown;
  /** Null: take it away. */
  write(id: number, state: unknown): void;
}

export const ENTITIES = {
  client: (db: Db) => rowEntity(db, 'client', ['name', 'created_at']),
  termbase: (db: Db) =>
    rowEntity(db, 'termbase', ['client_id', 'name', 'created_at', 'fields', 'shape'], { fields: '[]', shape: null }),
  memory: (db: Db) => rowEntity(db, 'memory', ['client_id', 'name', 'subject', 'created_at', 'file']),
  picture: (db: Db) => rowEntity(db, 'picture', ['termbase_id', 'name', 'sha256', 'type', 'size']),
  concept: conceptEntity,
  stet: (db: Db) =>
    rowEntity(db, 'stet', ['termbase_id', 'check_id', 'concept_id', 'language', 'basis', 'reason', 'at']),
  unit_stet: (db: Db) =>
    rowEntity(db, 'unit_stet', ['memory_id', 'check_id', 'unit_id', 'language', 'basis', 'reason', 'at']),
} as const satisfies Record<string, (db: Db, now: string) => Entity>;

export type EntityName = keyof typeof ENTITIES;

/** @param later columns that states from before an update do not have */
function rowEntity(
  db: Db,
  table: string,
  columns: readonly string[],
  later: Readonly<Record<string, unknown>> = {},
): Entity {
  const read = db.prepare<[number]>(`SELECT ${columns.join(', ')} FROM ${table} WHERE id = ?`);
  const write = db.prepare(
    `INSERT INTO ${table} (id, ${columns.join(', ')}) VALUES (@id, ${columns.map((c) => '@' + c).join(', ')})
     ON CONFLICT (id) DO UPDATE SET ${columns.map((c) => `${c} = @${c}`).join(', ')}`,
  );
  const remove = db.prepare(`DELETE FROM ${table} WHERE id = ?`);
  return {
    read: (id) => read.get(id) ?? null,
    write: (id, state) => {
      if (state) write.run({ ...later, id, ...(state as Record<string, unknown>) });
      else remove.run(id);
    },
  };
}

function conceptEntity(db: Db, now: string): Entity {
  const writer = new ConceptWriter(db, now);
  const settle = db.prepare('UPDATE finding SET settled = 1 WHERE concept_id = ?');
  return {
    read: (id) => readConcept(db, id),
    write: (id, state) => {
      const stored = state as StoredConcept | null;
      settle.run(id);
      if (stored === null) writer.delete(id);
      else if (readConcept(db, id)) writer.replace(id, stored);
      else writer.create(stored.termbaseId, stored.body, id);
    },
  };
}
