/** One change for many units: shown first, then done as one entry in the ledger. */
import { did, type KeptDone } from '@fair-copy/words/done.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { ApiError } from '../errors.js';
import Database from 'better-sqlite3';
import type { TaskContext } from '../jobs/task.js';
import { recordedWith } from '../ledger/operation.js';
import { openForReading, type Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import type { StoredUnit } from '../store/stored-unit.js';
import { pathsOf } from '../store/paths.js';
import { workspaceForWriting } from '../store/workspace.js';
import { PATTERN_TIME, withinTime } from '../jobs/within-time.js';
import { changedUnit } from './change.js';
import { changedNow, inMemory } from './edit.js';
import { passing } from './find/passing.js';
import type { UnitBulk, UnitBulkPreview, UnitSelection } from '@fair-copy/api/memories.js';
import { memoryById, type MemoryRow } from '../store/memories.js';
import { ownMemory } from './take-in.js';

const EXAMPLES = 12;
/** Units that are read together. */
const TOGETHER = 500;

export interface BulkJob extends UnitBulk {
  readonly memoryId: number;
}

/** What a change would do, without doing it. */
export function previewUnits(job: BulkJob, context: TaskContext): UnitBulkPreview {
  const db = openForReading(pathsOf(context.dataDir).workspace);
  try {
    const file = MemoryFile.openForReading(pathsOf(context.dataDir).memory(memoryById(db, job.memoryId).file));
    try {
      const ids = selected(file, job, context);
      const examples: UnitBulkPreview['examples'] = [];
      let changed = 0;
      for (const { unit, after } of changedUnits(file, ids, job, context)) {
        changed++;
        if (examples.length >= EXAMPLES) continue;
        const at = unit.variants.findIndex(
          (variant, i) => after?.variants[i]?.text !== variant.text || after.variants[i]?.language !== variant.language,
        );
        const before = unit.variants[Math.max(0, at)]!;
        examples.push({
          unit: unit.id,
          language: before.language,
          before: before.text,
          after: after?.variants[Math.max(0, at)]?.text ?? '',
        });
      }
      return { selected: ids.length, changed, examples };
    } finally {
      file.close();
    }
  } finally {
    db.close();
  }
}

export async function changeUnits(
  job: BulkJob,
  context: TaskContext,
): Promise<{ readonly changed: number; readonly ledgerId: number }> {
  const db = workspaceForWriting(context.dataDir);
  const row = memoryById(db, job.memoryId);
  const { change } = job;
  if (change.kind === 'copy' || change.kind === 'move') return transfer(db, row, job, context);
  const about = { clientId: row.client_id, termbaseId: null, kind: 'bulk', title: did('under-way', {}) };
  const planned = plan(row, job, context);
  try {
    return await inMemory(context, row, about, (file, entry, changes) => {
      let changed = 0;
      const date = tmxDate(new Date().toISOString());
      for (const { unit, after } of planned.units(file)) {
        if (++changed % TOGETHER === 0) context.checkpoint(0.6 + (changed / planned.count) * 0.35);
        if (after) changes.replace(unit, changedNow(unit, after, date));
        else changes.remove(unit);
      }
      if (changed === 0) throw new ApiError('nothing-to-change');
      entry.describe(titleOf(job, row.name, changed), { units: changed });
      return { changed, ledgerId: entry.id };
    });
  } finally {
    planned.close();
  }
}

/**
 * What becomes of each unit, worked out before the operation begins: a pattern that somebody wrote never runs while a
 * transaction is open. Kept in a file of SQLite's own, which is gone when it is closed.
 */
function plan(
  row: MemoryRow,
  job: BulkJob,
  context: TaskContext,
): { readonly count: number; units(file: MemoryFile): Iterable<Changed>; close(): void } {
  const file = MemoryFile.openForReading(pathsOf(context.dataDir).memory(row.file));
  const kept = new Database('');
  kept.exec('CREATE TABLE after (unit INTEGER PRIMARY KEY, texts TEXT) STRICT; BEGIN');
  try {
    const insert = kept.prepare('INSERT INTO after VALUES (?, ?)');
    let count = 0;
    const isReplace = job.change.kind === 'replace';
    for (const { unit, after } of changedUnits(file, selected(file, job, context), job, context)) {
      insert.run(unit.id, isReplace && after ? JSON.stringify(after.variants.map(({ text }) => text)) : null);
      count++;
    }
    const ids = kept.prepare<[number], { unit: number; texts: string | null }>(
      `SELECT unit, texts FROM after WHERE unit > ? ORDER BY unit LIMIT ${TOGETHER}`,
    );
    const units = function* (now: MemoryFile): Generator<Changed> {
      for (let last = 0; ;) {
        const some = ids.all(last);
        if (some.length === 0) return;
        last = some.at(-1)!.unit;
        const found = new Map(now.unitsOf(some.map((one) => one.unit)).map((unit) => [unit.id, unit]));
        for (const { unit: id, texts } of some) {
          const unit = found.get(id);
          if (unit) yield { unit, after: texts === null ? plainChange(unit, job) : withTexts(unit, texts) };
        }
      }
    };
    return { count, units, close: () => kept.close() };
  } catch (error) {
    kept.close();
    throw error;
  } finally {
    file.close();
  }
}

/** Where texts stay or the unit goes: quick enough to be worked out again. */
function plainChange(unit: StoredUnit, { change }: BulkJob): Unit | null {
  return change.kind === 'newest' ? null : changedUnit(unit, change);
}

function withTexts(unit: StoredUnit, texts: string): Unit {
  const after = JSON.parse(texts) as readonly string[];
  return {
    ...unit,
    variants: unit.variants.map((variant, i) =>
      variant.text === after[i] ? variant : { ...variant, text: after[i]! },
    ),
  };
}

interface Changed {
  readonly unit: StoredUnit;
  readonly after: Unit | null;
}

/** To another memory; what leaves the first one is part of the same operation. */
async function transfer(
  db: Db,
  row: MemoryRow,
  job: BulkJob,
  context: TaskContext,
): Promise<{ readonly changed: number; readonly ledgerId: number }> {
  const { change } = job;
  if (change.kind !== 'copy' && change.kind !== 'move') throw new ApiError('nothing-to-change');
  const target = ownMemory(db, change.memoryId, row.client_id);
  if (target.id === row.id) throw new ApiError('nothing-to-change');
  const moved = change.kind === 'move';
  const from = MemoryFile.openForReading(pathsOf(context.dataDir).memory(row.file));
  try {
    const ids = selected(from, job, context);
    if (ids.length === 0) throw new ApiError('nothing-to-change');
    const title = did(moved ? 'units-moved' : 'units-copied', { count: ids.length, name: row.name, to: target.name });
    const about = { clientId: row.client_id, termbaseId: null, kind: 'bulk', title };
    return await recordedWith(context, about, moved ? [target, row] : [target], ({ entry }, [into, out]) => {
      const { file, changes } = into!;
      const originId = file.addOrigin(row.name, new Date().toISOString());
      let changed = 0;
      for (let i = 0; i < ids.length; i += TOGETHER) {
        context.checkpoint(0.2 + (i / ids.length) * 0.75);
        for (const unit of (out?.file ?? from).unitsOf([...ids.subarray(i, i + TOGETHER)])) {
          const { before, after } = unit;
          changes.create(file.write.add(unit, { originId, place: ++changed, before, after }));
          out?.changes.remove(unit);
        }
      }
      if (changed === 0) throw new ApiError('nothing-to-change');
      return { changed, ledgerId: entry.id };
    });
  } finally {
    from.close();
  }
}

export function selected(file: MemoryFile, { filter, ids }: UnitSelection, context: TaskContext): Uint32Array {
  if (ids) return Uint32Array.from(new Set(ids)).sort();
  const highest = Math.max(1, file.highest);
  return Uint32Array.from(passing(file, filter, 0, (id) => context.checkpoint((id / highest) * 0.2)));
}

function* changedUnits(file: MemoryFile, ids: Uint32Array, job: BulkJob, context: TaskContext): Generator<Changed> {
  const older = job.change.kind === 'newest' ? olderDuplicates(file, ids) : null;
  for (let i = 0; i < ids.length; i += TOGETHER) {
    context.checkpoint(0.2 + (i / ids.length) * 0.4);
    const units = file.unitsOf([...ids.subarray(i, i + TOGETHER)]);
    const after = older
      ? units.map((unit) => (older.has(unit.id) ? null : unit))
      : withinTime(PATTERN_TIME, () => units.map((unit) => changedUnit(unit, job.change)));
    for (const [k, unit] of units.entries()) if (after[k] !== unit) yield { unit, after: after[k]! };
  }
}

/** Of units that say the same, all but the one changed last (the later one of two changed at once). */
function olderDuplicates(file: MemoryFile, ids: Uint32Array): Set<number> {
  const read = file.db.prepare<[number], { key: number; changed: string }>(
    'SELECT key, changed FROM unit WHERE id = ?',
  );
  const newest = new Map<number, { id: number; changed: string }>();
  const older = new Set<number>();
  for (const id of ids) {
    const unit = read.get(id);
    if (!unit) continue;
    const there = newest.get(unit.key);
    if (there && there.changed > unit.changed) older.add(id);
    else {
      if (there) older.add(there.id);
      newest.set(unit.key, { id, changed: unit.changed });
    }
  }
  return older;
}

function titleOf({ change }: BulkJob, name: string, count: number): KeptDone {
  switch (change.kind) {
    case 'replace':
      return did('units-replaced', { count, name, find: change.find, by: change.by });
    case 'delete':
      return did('units-deleted', { count, name });
    case 'attribute':
      return did('units-attribute', { count, name, type: change.type, value: change.value });
    case 'language':
      return did('units-language', { count, name, from: change.from, to: change.to });
    case 'newest':
      return did('units-newest', { count, name });
    default:
      return did('under-way', {});
  }
}
