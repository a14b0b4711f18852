/** What can be done with a memory whose file is damaged: go back to its copy, take out what can be read, or remove it. */
import { closedBecause, did, type KeptDone } from '@fair-copy/words/done.js';
import { copyFileSync, existsSync } from 'node:fs';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { openForReading, type Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { workspaceForWriting } from '../store/workspace.js';
import { withNewFile } from '../memories/resources.js';
import { memoryById, type MemoryRow } from '../store/memories.js';
import { copyPath } from '../store/copies.js';

export interface Mended {
  readonly ledgerId: number;
  readonly units: number;
}

/** The units as they were when the copy was made. */
export function restoreMemory({ id }: { readonly id: number }, context: TaskContext): Mended {
  const row = memoryById(workspaceForWriting(context.dataDir), id);
  const copy = copyPath(context.dataDir, row.file);
  if (!existsSync(copy)) throw new ApiError('not-found', { what: 'copy of this memory' });
  return withNewFile(context.dataDir, (stored, path) => {
    copyFileSync(copy, path);
    const units = countOf(path);
    return exchanged(context, row, stored, units, did('memory-copy', { name: row.name, count: units }));
  });
}

/** Every unit that can still be read, into a new file. */
export function salvageMemory({ id }: { readonly id: number }, context: TaskContext): Mended {
  const row = memoryById(workspaceForWriting(context.dataDir), id);
  return withNewFile(context.dataDir, (stored, path) => {
    const units = salvage(pathsOf(context.dataDir).memory(row.file), path, row.name, context);
    return exchanged(context, row, stored, units, did('memory-salvaged', { name: row.name, count: units }));
  });
}

function countOf(path: string): number {
  const file = MemoryFile.openForReading(path);
  try {
    return file.countUnits();
  } finally {
    file.close();
  }
}

/** The damaged file stays until the ledger lets go of the exchange. */
function exchanged(context: TaskContext, row: MemoryRow, stored: string, units: number, title: KeptDone): Mended {
  const about = { clientId: row.client_id, termbaseId: null, memoryId: row.id, kind: 'memory', title };
  return recorded(context, about, (writing) => {
    writing.entry.before('memory file', row.id, row.file);
    writing.db.prepare('UPDATE memory SET file = ? WHERE id = ?').run(stored, row.id);
    closeWhatIsLost(writing, row.id, pathsOf(context.dataDir).memory(stored));
    writing.db.prepare('UPDATE unit_finding SET settled = 1 WHERE memory_id = ?').run(row.id);
    return { ledgerId: writing.entry.id, units };
  });
}

/** Operations whose changes are not in the new file can no longer be undone. */
function closeWhatIsLost({ db, entry }: Writing, memoryId: number, path: string): void {
  const file = MemoryFile.openForReading(path);
  try {
    const kept = new Set(file.db.prepare<[], number>('SELECT DISTINCT ledger_id FROM change').pluck().all());
    const entries = db
      .prepare<[number], { ledger_id: number; change_id: number }>(
        "SELECT ledger_id, change_id FROM touched WHERE kind = 'memory' AND resource_id = ? AND change_id IS NOT NULL",
      )
      .all(memoryId);
    const close = db.prepare('UPDATE ledger SET closed = ? WHERE id = ? AND closed IS NULL');
    for (const { ledger_id, change_id } of entries)
      if (ledger_id !== entry.id && !kept.has(change_id)) close.run(closedBecause('memory-damaged', {}), ledger_id);
  } finally {
    file.close();
  }
}

interface SegmentRow {
  readonly ordinal: number;
  readonly language: number;
  readonly text: string;
  readonly more: string | null;
}

/** Unit by unit: one that cannot be read costs no other. Gives back how many there are. */
function salvage(from: string, to: string, origin: string, context: TaskContext): number {
  const out = MemoryFile.build(to);
  let units = 0;
  try {
    const originId = out.addOrigin(origin, new Date().toISOString());
    let db: Db | null = null;
    try {
      db = openForReading(from);
      units = copyReadable(db, out, originId, context);
    } catch (error) {
      if ((error as Error).name === 'StoppedError') throw error;
      // Not even its beginning can be read: nothing is left of it.
    } finally {
      db?.close();
    }
    out.finishBuilding();
    return units;
  } catch (error) {
    if (out.db.open) out.close();
    throw error;
  }
}

function copyReadable(db: Db, out: MemoryFile, originId: number, context: TaskContext): number {
  const tags = new Map(
    db
      .prepare<[], { id: number; tag: string }>('SELECT id, tag FROM language')
      .all()
      .map(({ id, tag }) => [id, tag]),
  );
  const highest = readable(() => db.prepare<[], number | null>('SELECT max(id) FROM unit').pluck().get()) ?? 10_000_000;
  const readUnit = db.prepare<[number], { said: string | null; place: number }>(
    'SELECT said, place FROM unit WHERE id = ?',
  );
  const readSegments = db.prepare<[number], SegmentRow>(
    'SELECT ordinal, language, text, more FROM segment WHERE unit_id = ? ORDER BY ordinal',
  );
  let units = 0;
  for (let id = 1; id <= highest; id++) {
    if (id % 1000 === 0) context.checkpoint(id / highest);
    const segments = readable(() => readSegments.all(id)) ?? [];
    const variants = segments.flatMap(({ language, text, more }) => {
      const tag = tags.get(language);
      return tag === undefined ? [] : [{ language: tag, text, codes: [], ...(more !== null && parsed(more)) }];
    });
    if (variants.length === 0) continue;
    const unit = readable(() => readUnit.get(id));
    const all = unit?.said ? parsed(unit.said) : {};
    out.write.add({ ...all, variants } as never, { originId, place: unit?.place ?? id, before: null, after: null });
    units++;
  }
  return units;
}

function readable<T>(read: () => T): T | undefined {
  try {
    return read();
  } catch {
    return undefined;
  }
}

function parsed(json: string): object {
  return readable(() => JSON.parse(json) as object) ?? {};
}
