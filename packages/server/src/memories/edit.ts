/** Changes of single units, each an entry in the ledger. */
import { did, type KeptDone } from '@fair-copy/words/done.js';
import { composed } from '@fair-copy/core/text/composed.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import type { Unit, Variant } from '@fair-copy/core/memory/unit.js';
import { isBalanced, NO_CODES, retyped, type Segment } from '@fair-copy/core/text/inline-codes.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { recordedWith, type Writing } from '../ledger/operation.js';
import type { LedgerEntry, NewEntry } from '../ledger/record.js';
import type { Db } from '../store/database.js';
import type { MemoryFile } from '../store/memory-file.js';
import type { StoredUnit } from '../store/stored-unit.js';
import { historyOf, type UnitChanges } from '../store/unit-changes.js';
import { workspaceForWriting } from '../store/workspace.js';
import { memoryById, type MemoryRow } from '../store/memories.js';
import { unitVersion } from './shown.js';

/** One operation on the units of a memory. */
export function inMemory<T>(
  context: TaskContext,
  row: MemoryRow,
  about: NewEntry,
  work: (file: MemoryFile, entry: LedgerEntry, changes: UnitChanges, writing: Writing) => T | Promise<T>,
): Promise<T> {
  return recordedWith(context, about, [row], (writing, [memory]) =>
    work(memory!.file, writing.entry, memory!.changes, writing),
  );
}

export interface UnitEdit {
  readonly memoryId: number;
  readonly unitId: number;
  readonly variant: number;
  readonly text: string;
  /** Which of the old codes each code character means. */
  readonly codes: readonly number[];
  /** The unit as the person saw it; left out: whatever it is by now. */
  readonly version?: string;
}

export function changeVariant(
  { memoryId, unitId, variant, text, codes, version }: UnitEdit,
  context: TaskContext,
): Promise<{ readonly ledgerId: number }> {
  const db = workspaceForWriting(context.dataDir);
  const row = memoryById(db, memoryId);
  const about = {
    clientId: row.client_id,
    termbaseId: null,
    kind: 'unit',
    title: did('unit-changed', { name: row.name }),
  };
  return inMemory(context, row, about, (file, entry, changes) => {
    const unit = unitOf(file, unitId);
    requireSeen(db, row, file, unit, version);
    const old = unit.variants[variant];
    if (!old) throw new ApiError('not-found', { what: 'text' });
    if (text.trim() === '') throw new ApiError('unit-empty');
    const segment = withCodes(old, composed(text), codes);
    if (segment.text === old.text && segment.codes === old.codes) throw new ApiError('nothing-to-change');
    const variants = unit.variants.map((one, i) => (i === variant ? { ...one, ...segment } : one));
    changes.replace(unit, changedNow(unit, { ...unit, variants }));
    return { ledgerId: entry.id };
  });
}

function withCodes(old: Segment, text: string, order: readonly number[]): Segment {
  try {
    const segment = retyped(old, text, order);
    if (isBalanced(old) && !isBalanced(segment)) throw new ApiError('codes-broken');
    return segment;
  } catch (error) {
    if (error instanceof RangeError) throw new ApiError('codes-broken');
    throw error;
  }
}

/** Adds a text in a language that the unit does not have. */
export function addVariant(
  {
    memoryId,
    unitId,
    language,
    text,
    version,
  }: {
    readonly memoryId: number;
    readonly unitId: number;
    readonly language: string;
    readonly text: string;
    readonly version?: string;
  },
  context: TaskContext,
): Promise<{ readonly ledgerId: number }> {
  const tag = canonicalTag(language);
  if (!tag) throw new ApiError('language-unknown', { what: language });
  if (text.trim() === '') throw new ApiError('unit-empty');
  const db = workspaceForWriting(context.dataDir);
  const row = memoryById(db, memoryId);
  const about = {
    clientId: row.client_id,
    termbaseId: null,
    kind: 'unit',
    title: did('unit-text-added', { name: row.name }),
  };
  return inMemory(context, row, about, (file, entry, changes) => {
    const unit = unitOf(file, unitId);
    requireSeen(db, row, file, unit, version);
    const variant: Variant = { language: tag, text: composed(text), codes: NO_CODES };
    changes.replace(unit, changedNow(unit, { ...unit, variants: [...unit.variants, variant] }));
    return { ledgerId: entry.id };
  });
}

/** Throws `ApiError` where the unit was changed since the person saw it, with what that was. */
function requireSeen(db: Db, row: MemoryRow, file: MemoryFile, unit: StoredUnit, version: string | undefined): void {
  if (version === undefined || version === unitVersion(unit)) return;
  const last = historyOf(file, unit, 1)[0];
  const title = last
    ? db
        .prepare<[number, number], KeptDone>(
          `SELECT l.title FROM touched t JOIN ledger l ON l.id = t.ledger_id
           WHERE t.kind = 'memory' AND t.resource_id = ? AND t.change_id = ?`,
        )
        .pluck()
        .get(row.id, last.ledgerId)
    : undefined;
  throw new ApiError('changed-meanwhile', { title: title ?? null });
}

function unitOf(file: MemoryFile, id: number): StoredUnit {
  const unit = file.unit(id);
  if (!unit) throw new ApiError('not-found', { what: 'unit' });
  return unit;
}

/**
 * A unit as it is after a change: changed now. By whom is not known to a program without accounts, so it no longer says who
 * did it the last time; nor does a text of it that was changed and has such data of its own.
 */
export function changedNow(before: Unit, after: Unit, date = tmxDate(new Date().toISOString())): Unit {
  const dated = <T extends Unit | Variant>(one: T): T => {
    const { changeid: _, ...attributes } = one.attributes ?? {};
    return { ...one, attributes: { ...attributes, changedate: date } };
  };
  const isStale = (variant: Variant): boolean =>
    !before.variants.includes(variant) && Boolean(variant.attributes?.changeid ?? variant.attributes?.changedate);
  const variants = after.variants.some(isStale)
    ? after.variants.map((variant) => (isStale(variant) ? dated(variant) : variant))
    : after.variants;
  return dated({ ...after, variants });
}

/** Back to the state before an operation. */
export function returnUnit(
  { memoryId, unitId, ledgerId }: { readonly memoryId: number; readonly unitId: number; readonly ledgerId: number },
  context: TaskContext,
): Promise<{ readonly ledgerId: number }> {
  const db = workspaceForWriting(context.dataDir);
  const row = memoryById(db, memoryId);
  const about = {
    clientId: row.client_id,
    termbaseId: null,
    kind: 'unit',
    title: did('unit-returned', { name: row.name }),
  };
  return inMemory(context, row, about, (file, entry, changes) => {
    const unit = unitOf(file, unitId);
    const earlier = historyOf(file, unit, -1).find((state) => state.ledgerId === ledgerId)?.before;
    if (!earlier) throw new ApiError('no-earlier-state');
    changes.replace(unit, earlier);
    return { ledgerId: entry.id };
  });
}
