/**
 * How each kind of thing is read and put back. An operation notes what it changes under one of these names; the undo
 * engine knows nothing else of them. Containers stand before what they contain.
 */
import { ConceptWriter, readConcept, type StoredConcept } from '../store/concepts.js';
import type { Db } from '../store/database.js';
import { restoreDefinitions, reversed, type DefinitionChange } from './definitions.js';

export interface Entity {
  /** As it is now, in the form of a noted state: the same columns, the same fields. Null: not there. */
  read(id: number, like: unknown): unknown;
  /** Null: take it away. */
  write(id: number, state: unknown): void;
}

export const ENTITIES = {
  client: (db: Db) => rowEntity(db, 'client', ['name', 'created_at']),
  'client name': (db: Db) => columnEntity(db, 'client', 'name'),
  termbase: (db: Db) =>
    rowEntity(db, 'termbase', ['client_id', 'name', 'created_at', 'fields', 'shape', 'reference'], {
      fields: '[]',
      shape: null,
      reference: 0,
    }),
  'termbase client': (db: Db) => columnEntity(db, 'termbase', 'client_id'),
  'termbase name': (db: Db) => columnEntity(db, 'termbase', 'name'),
  'termbase reference': (db: Db) => columnEntity(db, 'termbase', 'reference'),
  'termbase fields': (db: Db) => definitionsEntity(db, false),
  memory: (db: Db) =>
    rowEntity(db, 'memory', ['client_id', 'name', 'subject', 'created_at', 'file', 'of_job', 'reference'], {
      of_job: 0,
      reference: 0,
    }),
  'memory client': (db: Db) => columnEntity(db, 'memory', 'client_id'),
  'memory name': (db: Db) => columnEntity(db, 'memory', 'name'),
  'memory subject': (db: Db) => columnEntity(db, 'memory', 'subject'),
  'memory job': (db: Db) => columnEntity(db, 'memory', 'of_job'),
  'memory reference': (db: Db) => columnEntity(db, 'memory', 'reference'),
  'memory file': (db: Db) => columnEntity(db, 'memory', 'file'),
  kit: (db: Db) => rowEntity(db, 'kit', ['client_id', 'name', 'body', 'created_at']),
  'kit name': (db: Db) => columnEntity(db, 'kit', 'name'),
  'kit body': (db: Db) => columnEntity(db, 'kit', 'body'),
  picture: (db: Db) => rowEntity(db, 'picture', ['termbase_id', 'name', 'sha256', 'type', 'size']),
  concept: conceptEntity,
  stet: (db: Db) =>
    rowEntity(db, 'stet', ['termbase_id', 'check_id', 'concept_id', 'language', 'basis', 'reason', 'at']),
  unit_stet: (db: Db) =>
    rowEntity(db, 'unit_stet', ['memory_id', 'check_id', 'unit_id', 'language', 'basis', 'reason', 'at']),
  stet_rule: (db: Db) => rowEntity(db, 'stet_rule', ['client_id', 'check_id', 'language', 'evidence', 'reason', 'at']),
  // After the concepts, which may still use a field.
  'fields seen': (db: Db) => definitionsEntity(db, true),
  'shape seen': shapeEntity,
} as const satisfies Record<string, (db: Db, now: string) => Entity>;

export type EntityName = keyof typeof ENTITIES;

/**
 * What an intake only adds to in passing: undo takes back what is still as the operation left it. Several operations may
 * touch them, and none stands in the way of undoing another.
 */
export const IN_PASSING: readonly EntityName[] = ['fields seen', 'shape seen'];

/** A whole row. @param later columns that states from before an update do not have */
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

/** One column of a row: what lives apart from its other columns is undone apart from them. The state is its value. */
function columnEntity(db: Db, table: string, column: string): Entity {
  const read = db.prepare<[number], string>(`SELECT ${column} FROM ${table} WHERE id = ?`).pluck();
  const write = db.prepare(`UPDATE ${table} SET ${column} = ? WHERE id = ?`);
  return {
    read: (id) => read.get(id) ?? null,
    write: (id, state) => {
      write.run(state, id);
    },
  };
}

/** @param whileUsed a definition stays while a concept has a value of its field */
function definitionsEntity(db: Db, whileUsed: boolean): Entity {
  return {
    read: (_id, like) => reversed(like as readonly DefinitionChange[]),
    write: (id, state) => restoreDefinitions(db, id, state as readonly DefinitionChange[], whileUsed),
  };
}

/** The shape of the sheet that was taken in last: `was` before the operation, `gave` after it. */
export interface ShapeSeen {
  readonly was: string | null;
  readonly gave: string | null;
}

function shapeEntity(db: Db): Entity {
  const read = db.prepare<[number], string | null>('SELECT shape FROM termbase WHERE id = ?').pluck();
  const write = db.prepare('UPDATE termbase SET shape = ? WHERE id = ?');
  return {
    // Done again, it goes the other way.
    read: (_id, like) => {
      const { was, gave } = like as ShapeSeen;
      return { was: gave, gave: was };
    },
    write: (id, state) => {
      const { was, gave } = state as ShapeSeen;
      if ((read.get(id) ?? null) === gave) write.run(was, id);
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
