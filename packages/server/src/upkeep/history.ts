/**
 * How long undo is kept. What an operation changed is kept as it was before, until the operation is older than the setting
 * says; then its entry stays in the ledger, and can no longer be undone.
 */
import { closedBecause } from '@fair-copy/words/done.js';
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { endUnconcluded } from '../ledger/journal.js';
import { openForReading, type Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { committed, rolledBack, workspaceForWriting } from '../store/workspace.js';
import { DamagedFileError } from '../damage.js';

export const DEFAULT_DAYS = 90;
const DAY = 24 * 60 * 60 * 1000;
const SETTING = 'undo days';

/** Null: for ever. */
export function undoDays(db: Db): number | null {
  const value = db.prepare<[string], string>('SELECT value FROM setting WHERE name = ?').pluck().get(SETTING);
  if (value === undefined) return DEFAULT_DAYS;
  return value === '' ? null : Number(value);
}

export function setUndoDays({ days }: { readonly days: number | null }, context: TaskContext): void {
  workspaceForWriting(context.dataDir)
    .prepare('INSERT INTO setting (name, value) VALUES (?, ?) ON CONFLICT DO UPDATE SET value = excluded.value')
    .run(SETTING, days === null ? '' : String(days));
  context.changed('ledger');
}

/** Closes what is older than the setting says, or everything, and lets go of what only undo needed. */
export function clearHistory({ all }: { readonly all: boolean }, context: TaskContext): { readonly entries: number } {
  endUnconcluded(context.dataDir);
  const db = workspaceForWriting(context.dataDir);
  const days = undoDays(db);
  if (!all && days === null) return { entries: 0 };

  const before = all ? '9999' : new Date(Date.now() - days! * DAY).toISOString();
  const why = all ? closedBecause('cleared', {}) : closedBecause('kept-for-days', { days: days! });
  // From this commit on the entries are closed; the rest is clearing up, and goes on at the next start if it is cut off.
  const entries = db.prepare('UPDATE ledger SET closed = ? WHERE closed IS NULL AND at < ?').run(why, before).changes;
  if (entries > 0) for (const what of ['ledger', 'termbase', 'memory'] as const) context.changed(what);
  letGo(db, context);
  return { entries };
}

/** What only closed entries needed. Can be cut off and done again at any point. */
export function letGo(db: Db, context: TaskContext): void {
  const { dataDir } = context;
  const closed = db.prepare<[], number>('SELECT id FROM ledger WHERE closed IS NOT NULL').pluck().all();
  if (closed.length === 0) return;
  const memories = db.prepare<[], { id: number; file: string }>('SELECT id, file FROM memory').all();
  for (const { id, file } of memories) {
    context.checkpoint();
    const changes = db
      .prepare<[number], number>(
        `SELECT t.change_id FROM touched t JOIN ledger l ON l.id = t.ledger_id
         WHERE t.kind = 'memory' AND t.resource_id = ? AND t.change_id IS NOT NULL AND l.closed IS NOT NULL`,
      )
      .pluck()
      .all(id);
    if (changes.length > 0) letGoInMemory(pathsOf(dataDir).memory(file), changes);
  }
  db.exec('BEGIN IMMEDIATE');
  try {
    db.exec('DELETE FROM change WHERE ledger_id IN (SELECT id FROM ledger WHERE closed IS NOT NULL)');
    removeOrphans(db);
    committed(db, 'history');
  } catch (error) {
    rolledBack(db);
    throw error;
  }
}

function letGoInMemory(path: string, changes: readonly number[]): void {
  let file: MemoryFile;
  try {
    file = MemoryFile.openForWriting(path);
  } catch (error) {
    if (error instanceof DamagedFileError) return;
    throw error;
  }
  const { db } = file;
  try {
    db.exec('BEGIN IMMEDIATE');
    const edited = db.prepare(
      `INSERT OR IGNORE INTO edited SELECT unit_id FROM change
       WHERE ledger_id = ? AND before IS NOT NULL AND unit_id IN (SELECT id FROM unit)`,
    );
    const remove = db.prepare('DELETE FROM change WHERE ledger_id = ?');
    const applied = db.prepare('DELETE FROM applied WHERE change_id = ?');
    file.noteLastUnit();
    for (const change of changes) {
      edited.run(change);
      remove.run(change);
      applied.run(change);
    }
    committed(db, 'memory');
  } finally {
    rolledBack(db);
    file.close();
  }
}

/** What belonged to termbases and memories that are gone, and that no entry could bring back. */
function removeOrphans(db: Db): void {
  const gone = (kind: 'termbase' | 'memory', column: string): string =>
    `${column} NOT IN (SELECT id FROM ${kind}) AND ${column} NOT IN (SELECT entity_id FROM change WHERE entity = '${kind}')`;
  for (const table of ['concept', 'term', 'language_count', 'facet', 'picture', 'stet', 'finding', 'inspection'])
    db.exec(`DELETE FROM ${table} WHERE ${gone('termbase', 'termbase_id')}`);
  for (const table of ['unit_stet', 'unit_finding', 'memory_inspection'])
    db.exec(`DELETE FROM ${table} WHERE ${gone('memory', 'memory_id')}`);
}

export interface HistorySize {
  /** Null: for ever. */
  readonly days: number | null;
  /** Entries that can be undone or done again. */
  readonly entries: number;
  /** Bytes that are kept for them, as they lie in their tables and files. */
  readonly bytes: number;
  /** When the oldest of them was done. */
  readonly oldest: string | null;
}

/** Adds up what is kept: looks at every change, so it is asked of a reading thread. */
export function sizeOfHistory(_: Record<string, never>, { dataDir }: TaskContext): HistorySize {
  const db = openForReading(pathsOf(dataDir).workspace);
  try {
    const sum = (sql: string): number => db.prepare<[], number>(sql).pluck().get()!;
    const open = db
      .prepare<[], { entries: number; oldest: string | null }>(
        'SELECT count(*) AS entries, min(at) AS oldest FROM ledger WHERE closed IS NULL',
      )
      .get()!;
    let bytes = sum('SELECT coalesce(sum(coalesce(length(before), 0) + coalesce(length(after), 0)), 0) FROM change');
    // Of memories that are there what was changed, of deleted ones everything.
    const present = new Set(db.prepare<[], string>('SELECT file FROM memory').pluck().all());
    for (const file of keptFiles(db))
      bytes += present.has(file) ? changeBytes(pathsOf(dataDir).memory(file)) : memoryFileSize(dataDir, file);
    bytes += sum(
      'SELECT coalesce(sum(length(body)), 0) FROM concept WHERE termbase_id NOT IN (SELECT id FROM termbase)',
    );
    return { days: undoDays(db), bytes, ...open };
  } finally {
    db.close();
  }
}

function changeBytes(path: string): number {
  try {
    const file = MemoryFile.openForReading(path);
    try {
      return file.changeBytes();
    } finally {
      file.close();
    }
  } catch (error) {
    if (error instanceof DamagedFileError) return 0;
    throw error;
  }
}

/** The size of a file in the folder of memories, with what SQLite lays beside it. */
function memoryFileSize(dataDir: string, file: string): number {
  return ['', '-wal'].reduce(
    (size, end) => size + (statSync(join(dataDir, 'memories', file + end), { throwIfNoEntry: false })?.size ?? 0),
    0,
  );
}

/** The files of memories that are there, that an entry could bring back, or that an operation is under way with. */
export function keptFiles(db: Db): Set<string> {
  const files = new Set(db.prepare<[], string>('SELECT file FROM memory').pluck().all());
  const states = db
    .prepare<[], { entity: string; before: string | null; after: string | null }>(
      "SELECT entity, before, after FROM change WHERE entity IN ('memory', 'memory file')",
    )
    .all();
  for (const { entity, before, after } of states)
    for (const state of [before, after]) {
      if (state === null) continue;
      const said = JSON.parse(state) as string | { file: string };
      files.add(entity === 'memory' ? (said as { file: string }).file : (said as string));
    }
  for (const memories of db.prepare<[], string>('SELECT memories FROM journal').pluck().all())
    for (const { file } of JSON.parse(memories) as { file: string }[]) files.add(file);
  return files;
}

/** For the ledger's page: a person has to mean it. */
export function requireDays(days: number | null): number | null {
  if (days !== null && (!Number.isInteger(days) || days < 1 || days > 36_500))
    throw new ApiError('invalid-request', { what: 'undo is kept for 1 to 36500 days' });
  return days;
}
