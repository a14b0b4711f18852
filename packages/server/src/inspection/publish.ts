/**
 * The findings of an inspection become those that the pages show: in short pieces, so that nobody's edit waits. They count
 * from the moment in which the inspection's row is there; until then, and where it is stopped, the last one's stand.
 */
import type { TaskContext } from '../jobs/task.js';
import { subjectOf, type Subject } from '../findings/subjects.js';
import { openForReading, type Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { memoryById } from '../store/memories.js';
import { pathsOf } from '../store/paths.js';
import { settleUnitFindings } from '../store/settle-findings.js';
import { termbaseById } from '../store/termbases.js';
import { committed, rolledBack, workspaceForWriting } from '../store/workspace.js';
import type { InspectionCounts, Moment } from './inspect.js';

export interface Of {
  readonly kind: Subject['kind'];
  /** The termbase or memory. */
  readonly id: number;
}

/** Findings that are taken over, or cleared away, in one piece: some milliseconds. */
const PIECE = 1000;

/** A number for an inspection, never given again. */
export function beginFindings({ kind, id }: Of, { dataDir }: TaskContext): number {
  const db = workspaceForWriting(dataDir);
  requireThere(db, { kind, id });
  const { inspections, owner } = subjectOf(kind);
  return db
    .transaction((): number => {
      const made = db.prepare(`INSERT INTO ${inspections} (${owner}, at, counts) VALUES (?, '', '{}')`).run(id);
      db.prepare(`DELETE FROM ${inspections} WHERE id = ?`).run(made.lastInsertRowid);
      return Number(made.lastInsertRowid);
    })
    .immediate();
}

function requireThere(db: Db, { kind, id }: Of): void {
  if (kind === 'memory') memoryById(db, id);
  else termbaseById(db, id);
}

export interface Piece extends Of {
  readonly inspection: number;
  readonly path: string;
  /** Findings behind this one, in their file. */
  readonly after: number;
}

/** Takes over the next findings. @returns the last one of them; null: there are no more */
export function takeFindings({ kind, id, inspection, path, after }: Piece, { dataDir }: TaskContext): number | null {
  const db = workspaceForWriting(dataDir);
  const { findings, owner, item, place } = subjectOf(kind);
  const staged = openForReading(path);
  try {
    const rows = staged
      .prepare<[number, number], { id: number }>('SELECT * FROM finding WHERE id > ? ORDER BY id LIMIT ?')
      .all(after, PIECE);
    const insert = db.prepare(
      `INSERT INTO ${findings} (${owner}, inspection, check_id, ${item}, language, ${place}, severity, text, message, related, correction, basis, is_new, marks,
         evidence, matter, author, day, origin)
       VALUES (${id}, ${inspection}, @check_id, @item, @language, @place, @severity, @text, @message, @related, @correction, @basis, @is_new, @marks,
         @evidence, @matter, @author, @day, @origin)`,
    );
    db.transaction(() => {
      requireThere(db, { kind, id });
      for (const row of rows) insert.run(row);
    }).immediate();
    return rows.at(-1)?.id ?? null;
  } finally {
    staged.close();
  }
}

export interface Ended extends Of {
  readonly inspection: number;
  readonly counts: InspectionCounts;
  readonly moment: Moment;
}

/** From now on these are the findings. What was changed while they were being worked out waits for the next inspection. */
export function publishFindings({ kind, id, inspection, counts, moment }: Ended, context: TaskContext): void {
  const db = workspaceForWriting(context.dataDir);
  const { inspections, owner } = subjectOf(kind);
  db.exec('BEGIN IMMEDIATE');
  try {
    requireThere(db, { kind, id });
    settleChangedSince(db, { kind, id }, moment, context.dataDir);
    db.prepare(`INSERT INTO ${inspections} (id, ${owner}, at, counts) VALUES (?, ?, ?, ?)`).run(
      inspection,
      id,
      new Date().toISOString(),
      JSON.stringify(counts),
    );
    committed(db, 'inspection');
  } catch (error) {
    rolledBack(db);
    throw error;
  }
  for (const what of [kind, 'inspection', 'holdings'] as const) context.changed(what, id);
}

function settleChangedSince(db: Db, { kind, id }: Of, { ledger, turn }: Moment, dataDir: string): void {
  const since = '(SELECT id FROM ledger WHERE id > @ledger UNION SELECT ledger_id FROM turn WHERE rowid > @turn)';
  if (kind === 'termbase') {
    db.prepare(
      `UPDATE finding SET settled = 1 WHERE termbase_id = @id AND concept_id IN (
         SELECT entity_id FROM change WHERE entity = 'concept' AND ledger_id IN ${since})`,
    ).run({ id, ledger, turn });
    return;
  }
  const changes = db
    .prepare<[{ id: number; ledger: number; turn: number }], number>(
      `SELECT change_id FROM touched
       WHERE kind = 'memory' AND resource_id = @id AND change_id IS NOT NULL AND ledger_id IN ${since}`,
    )
    .pluck()
    .all({ id, ledger, turn });
  if (changes.length === 0) return;
  const file = MemoryFile.openForReading(pathsOf(dataDir).memory(memoryById(db, id).file));
  try {
    settleUnitFindings(db, file, id, changes);
  } finally {
    file.close();
  }
}

/** Clears away findings that count no more, or never will: a piece of them. @returns whether there are more */
export function clearFindings({ kind, id }: Of, { dataDir }: TaskContext): boolean {
  const db = workspaceForWriting(dataDir);
  const { findings, inspections, owner } = subjectOf(kind);
  const current =
    db.prepare<[number], number | null>(`SELECT max(id) FROM ${inspections} WHERE ${owner} = ?`).pluck().get(id) ?? 0;
  for (const which of ['<', '>']) {
    const { changes } = db
      .prepare(
        `DELETE FROM ${findings} WHERE id IN (
           SELECT id FROM ${findings} WHERE ${owner} = ? AND inspection ${which} ? LIMIT ${PIECE})`,
      )
      .run(id, current);
    if (changes > 0) return true;
  }
  return false;
}
