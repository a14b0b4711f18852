/** Operations on memories, each an entry in the ledger. Units lie in a file of their own, so both are written in step. */
import { mkdirSync, renameSync } from 'node:fs';
import { dirname } from 'node:path';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { isBalanced, NO_CODES, retyped, type Segment } from '@fair-copy/core/text/inline-codes.js';
import { unitKey, withProp, type Prop, type Unit, type Variant } from '@fair-copy/core/memory/unit.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { ApiError, StoppedError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { LedgerEntry, type NewEntry } from '../ledger/record.js';
import { openForReading, type Db } from '../store/database.js';
import { removeMemory } from '../store/memory-builder.js';
import { MemoryFile, type StoredUnit } from '../store/memory-file.js';
import { historyOf, UnitChanges } from '../store/unit-changes.js';
import { propFact } from '../store/unit-columns.js';
import { pathsOf } from '../store/paths.js';
import { clientById, freeName } from '../store/termbases.js';
import { recorded, workspaceForWriting, type Writing } from '../store/workspace.js';
import { settleUnitFindings } from '../inspection/settle.js';
import { changedUnit } from './change.js';
import { passing } from './find/passing.js';
import type { UnitBulk, UnitBulkPreview, UnitSelection } from './schemas.js';
import { InFileOrder, isStaged, stage, type FileOfUnits } from './staged.js';
import { memoryById, memoryNames, type MemoryRow } from './store.js';

export interface Stamp {
  readonly subject: string;
  readonly client: string;
  readonly attributes: readonly Prop[];
}

export interface UnitsToWrite extends FileOfUnits {
  readonly clientId: number;
  readonly target: { readonly kind: 'existing'; readonly id: number } | { readonly kind: 'new'; readonly name: string };
  readonly stamp: Stamp;
  /** Units that say the same as one that is there: all are kept, or only the first. */
  readonly duplicates: 'keep' | 'skip';
  /** The entry in the ledger that it belongs to: both are undone together. */
  readonly partOf?: number;
}

export interface UnitsWritten {
  readonly memoryId: number;
  readonly memory: string;
  readonly ledgerId: number;
  readonly units: number;
  readonly skipped: number;
  readonly left: number;
}

/** A new memory is built beside and appears at once; to one that is there, units are added in one transaction. */
export async function writeUnits(job: UnitsToWrite, context: TaskContext): Promise<UnitsWritten> {
  const paths = pathsOf(context.dataDir);
  const db = workspaceForWriting(context.dataDir);
  clientById(db, job.clientId);
  const row = job.target.kind === 'existing' ? ownMemory(db, job.target.id, job.clientId) : null;
  const name =
    job.target.kind === 'new' ? freeName(job.target.name, memoryNames(db, job.clientId), 'memory') : row!.name;
  if (!row) return newMemory(name, job, context);
  const source = await UnitFile.open(paths.original(job.sha256), job.name, job.open);
  try {
    return await addUnits(db, row, source, job, context);
  } finally {
    source.close();
  }
}

function ownMemory(db: Db, id: number, clientId: number): MemoryRow {
  const row = memoryById(db, id);
  if (row.client_id !== clientId) throw new ApiError('not-found', { what: 'memory of this client' });
  return row;
}

/** What was staged on the desk, stamped and without duplicates if so wished, in its place. */
async function newMemory(name: string, job: UnitsToWrite, context: TaskContext): Promise<UnitsWritten> {
  const paths = pathsOf(context.dataDir);
  const staged = paths.stagedMemory(job.staged);
  if (!isStaged(job, context)) (await stage(job, context, () => undefined)).close();
  let finished: Finished;
  try {
    finished = finishStaged(staged, job, context);
  } catch (error) {
    // Changed by half it is of no use any more.
    if (!(error instanceof StoppedError)) removeMemory(staged);
    throw error;
  }
  return recorded(context.dataDir, aboutIntake(job), (writing) => {
    const stored = newMemoryFile(context.dataDir);
    const id = insertMemory(writing, stored, job.clientId, name, job.stamp.subject);
    renameSync(staged, paths.memory(stored));
    describe(writing.entry, job, finished, name, job.partOf === undefined ? null : id);
    return { memoryId: id, memory: name, ledgerId: writing.entry.id, ...finished };
  });
}

interface Finished {
  readonly units: number;
  readonly skipped: number;
  readonly left: number;
}

function asItStands(path: string, name: string): Finished {
  const file = MemoryFile.openForReading(path);
  try {
    const units = file.count;
    if (units === 0) throw new ApiError('nothing-to-write', { name });
    return { units, skipped: 0, left: Number(file.about('left') ?? 0) };
  } finally {
    file.close();
  }
}

function finishStaged(path: string, job: UnitsToWrite, context: TaskContext): Finished {
  const stamps = stampsOf(job.stamp);
  if (stamps.length === 0 && job.duplicates === 'keep') return asItStands(path, job.name);
  const file = MemoryFile.openForWriting(path);
  try {
    const left = Number(file.about('left') ?? 0);
    const all = file.count;
    if (all === 0) throw new ApiError('nothing-to-write', { name: job.name });
    file.db.exec('BEGIN IMMEDIATE');
    try {
      const skipped = job.duplicates === 'skip' ? file.dropDuplicates() : 0;
      const facts = stamps.map(({ type, text }) => propFact(type, text));
      if (stamps.length > 0) {
        let done = 0;
        for (const unit of file.units()) {
          if (++done % 1000 === 0) context.checkpoint(done / all);
          file.write.say(stamped(unit, stamps), facts);
        }
      }
      file.write.settle();
      file.db.exec('COMMIT');
      return { units: all - skipped, skipped, left };
    } catch (error) {
      file.db.exec('ROLLBACK');
      throw error;
    }
  } finally {
    file.db.pragma('wal_checkpoint(TRUNCATE)');
    file.db.pragma('journal_mode = DELETE');
    file.close();
  }
}

async function addUnits(
  db: Db,
  row: MemoryRow,
  source: UnitFile,
  job: UnitsToWrite,
  context: TaskContext,
): Promise<UnitsWritten> {
  return inMemory(db, row, aboutIntake(job), async (file, entry, changes) => {
    const intake = new UnitIntake(file, source, job, context);
    await intake.take((id) => changes.create(id));
    if (intake.units === 0) throw new ApiError('nothing-to-write', { name: job.name });
    describe(entry, job, intake, row.name, row.id);
    const { units, skipped } = intake;
    const left = source.seen.left.length;
    return { memoryId: row.id, memory: row.name, ledgerId: entry.id, units, skipped, left };
  });
}

function aboutIntake({ clientId, name, partOf }: UnitsToWrite): NewEntry {
  return { clientId, termbaseId: null, kind: 'intake', title: `Taking in ${name}`, partOf: partOf ?? null };
}

function describe(
  entry: LedgerEntry,
  job: UnitsToWrite,
  { units, skipped }: { readonly units: number; readonly skipped: number },
  memory: string,
  memoryId: number | null,
): void {
  const title = `Took in ${job.name}: ${units.toLocaleString('en')} units to “${memory}”`;
  entry.describe(title, { units, skipped }, null, memoryId);
}

function stampsOf({ subject, client, attributes }: Stamp): readonly Prop[] {
  return [
    ...(client ? [{ type: 'client', text: client }] : []),
    ...(subject ? [{ type: 'subject', text: subject }] : []),
    ...attributes,
  ];
}

function stamped<U extends Unit>(unit: U, stamps: readonly Prop[]): U {
  return stamps.reduce((now, { type, text }) => ({ ...now, ...withProp(now, type, [text]) }), unit);
}

/** Units of a file into a memory that is there, stamped, without duplicates if so wished. */
class UnitIntake {
  units = 0;
  skipped = 0;
  private readonly keys = new Set<number>();
  private readonly stamps: readonly Prop[];

  constructor(
    private readonly file: MemoryFile,
    private readonly source: UnitFile,
    private readonly job: UnitsToWrite,
    private readonly context: TaskContext,
  ) {
    this.stamps = stampsOf(job.stamp);
  }

  async take(made: (id: number) => void): Promise<void> {
    const { file, source, job, context } = this;
    const originId = file.addOrigin(job.name, new Date().toISOString());
    const there = job.duplicates === 'skip' ? file.db.prepare<[number]>('SELECT 1 FROM unit WHERE key = ?') : null;
    const order = new InFileOrder((unit, at) => {
      if (there) {
        const key = unitKey(unit);
        if (this.keys.has(key) || there.get(key) !== undefined) {
          this.skipped++;
          return;
        }
        this.keys.add(key);
      }
      made(file.write.add(stamped(unit, this.stamps), { originId, ...at }));
      this.units++;
    });
    for await (const batch of source.units()) {
      context.checkpoint(source.share * 0.93);
      for (const { unit, number } of batch) order.add(unit, number);
    }
    order.end();
  }
}

/** A memory that an operation changes, while it does. */
export interface ChangingMemory {
  readonly file: MemoryFile;
  readonly entry: LedgerEntry;
  readonly changes: UnitChanges;
}

/** One operation on the units of a memory. */
export function inMemory<T>(
  db: Db,
  row: MemoryRow,
  about: NewEntry,
  work: (file: MemoryFile, entry: LedgerEntry, changes: UnitChanges) => T | Promise<T>,
): Promise<T> {
  return inMemories(db, [row], about, ([memory]) => work(memory!.file, memory!.entry, memory!.changes));
}

/**
 * One operation on the units of one memory or several; of its entries in the ledger the others are parts of the first.
 * The memories are committed first, the ledger after them; if the process dies in between, the next start takes their
 * parts back.
 */
async function inMemories<T>(
  db: Db,
  rows: readonly MemoryRow[],
  about: NewEntry,
  work: (memories: readonly ChangingMemory[]) => T | Promise<T>,
): Promise<T> {
  const folder = dirname(db.name);
  const files = rows.map((row) => MemoryFile.openForWriting(pathsOf(folder).memory(row.file)));
  const all = [db, ...files.map((file) => file.db)];
  for (const one of all) one.exec('BEGIN IMMEDIATE');
  try {
    const now = new Date().toISOString();
    let first: number | null = null;
    const memories = files.map((file, i): ChangingMemory => {
      const partOf = first ?? about.partOf ?? null;
      const entry: LedgerEntry = new LedgerEntry(db, now, { ...about, memoryId: rows[i]!.id, partOf });
      first ??= entry.id;
      return { file, entry, changes: new UnitChanges(file, entry.id) };
    });
    const result = await work(memories);
    for (const { file, entry } of memories) {
      file.write.settle();
      settleUnitFindings(db, file, entry.id);
    }
    for (const one of all.reverse()) one.exec('COMMIT');
    return result;
  } catch (error) {
    for (const one of all) if (one.inTransaction) one.exec('ROLLBACK');
    throw error;
  } finally {
    for (const file of files) file.close();
  }
}

export function createMemory(
  { clientId, name, subject }: { readonly clientId: number; readonly name: string; readonly subject: string },
  { dataDir }: TaskContext,
): { readonly id: number } {
  const db = workspaceForWriting(dataDir);
  clientById(db, clientId);
  const clean = freeName(name, memoryNames(db, clientId), 'memory');
  const about = { clientId, termbaseId: null, kind: 'memory', title: `Created the memory “${clean}”` };
  const empty = emptyMemory(dataDir);
  return recorded(dataDir, about, (writing) => ({ id: insertMemory(writing, empty, clientId, clean, subject) }));
}

/** The name of a new file without units. */
function emptyMemory(dataDir: string): string {
  const stored = newMemoryFile(dataDir);
  MemoryFile.build(pathsOf(dataDir).memory(stored)).finishBuilding();
  return stored;
}

/** A name that no memory's file has yet. */
export function newMemoryFile(dataDir: string): string {
  const stored = `${Date.now().toString(36)}-${process.pid}-${++made}.db`;
  mkdirSync(dirname(pathsOf(dataDir).memory(stored)), { recursive: true });
  return stored;
}

let made = 0;

export function insertMemory(
  { db, entry, now }: Writing,
  file: string,
  clientId: number,
  name: string,
  subject: string,
): number {
  const id = Number(
    db
      .prepare('INSERT INTO memory (client_id, name, subject, created_at, file) VALUES (?, ?, ?, ?, ?)')
      .run(clientId, name, subject, now, file).lastInsertRowid,
  );
  entry.created('memory', id);
  return id;
}

export function renameMemory(
  { id, name, subject }: { readonly id: number; readonly name?: string; readonly subject?: string },
  { dataDir }: TaskContext,
): void {
  const db = workspaceForWriting(dataDir);
  const { id: _, ...before } = memoryById(db, id);
  const clean = name === undefined ? before.name : freeName(name, memoryNames(db, before.client_id, id), 'memory');
  const title =
    name === undefined ? `Changed the subject of “${clean}”` : `Renamed the memory “${before.name}” to “${clean}”`;
  recorded(dataDir, { clientId: before.client_id, termbaseId: null, kind: 'memory', title }, ({ entry }) => {
    entry.before('memory', id, before);
    db.prepare('UPDATE memory SET name = ?, subject = ? WHERE id = ?').run(clean, subject ?? before.subject, id);
  });
}

/** The file stays, so that it can come back. */
export function deleteMemory({ id }: { readonly id: number }, { dataDir }: TaskContext): void {
  const db = workspaceForWriting(dataDir);
  const { id: _, ...before } = memoryById(db, id);
  recorded(
    dataDir,
    { clientId: before.client_id, termbaseId: null, kind: 'memory', title: `Deleted the memory “${before.name}”` },
    ({ entry }) => {
      entry.before('memory', id, before);
      db.prepare('DELETE FROM memory WHERE id = ?').run(id);
    },
  );
}

export interface UnitEdit {
  readonly memoryId: number;
  readonly unitId: number;
  readonly variant: number;
  readonly text: string;
  /** Which of the old codes each code character means. */
  readonly codes: readonly number[];
}

export function changeVariant(
  { memoryId, unitId, variant, text, codes }: UnitEdit,
  { dataDir }: TaskContext,
): Promise<{ readonly ledgerId: number }> {
  const db = workspaceForWriting(dataDir);
  const row = memoryById(db, memoryId);
  const about = { clientId: row.client_id, termbaseId: null, kind: 'unit', title: `Changed a unit of “${row.name}”` };
  return inMemory(db, row, about, (file, entry, changes) => {
    const unit = unitOf(file, unitId);
    const old = unit.variants[variant];
    if (!old) throw new ApiError('not-found', { what: 'text' });
    if (text.trim() === '') throw new ApiError('unit-empty');
    const segment = withCodes(old, text.normalize('NFC'), codes);
    if (segment.text === old.text && segment.codes === old.codes) throw new ApiError('nothing-to-change');
    const variants = unit.variants.map((one, i) => (i === variant ? { ...one, ...segment } : one));
    changes.replace(unit, dated({ ...unit, variants }));
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
  }: { readonly memoryId: number; readonly unitId: number; readonly language: string; readonly text: string },
  { dataDir }: TaskContext,
): Promise<{ readonly ledgerId: number }> {
  const tag = canonicalTag(language);
  if (!tag) throw new ApiError('language-unknown', { what: language });
  if (text.trim() === '') throw new ApiError('unit-empty');
  const db = workspaceForWriting(dataDir);
  const row = memoryById(db, memoryId);
  const about = {
    clientId: row.client_id,
    termbaseId: null,
    kind: 'unit',
    title: `Added a text to a unit of “${row.name}”`,
  };
  return inMemory(db, row, about, (file, entry, changes) => {
    const unit = unitOf(file, unitId);
    const variant: Variant = { language: tag, text: text.normalize('NFC'), codes: NO_CODES };
    changes.replace(unit, dated({ ...unit, variants: [...unit.variants, variant] }));
    return { ledgerId: entry.id };
  });
}

function unitOf(file: MemoryFile, id: number): StoredUnit {
  const unit = file.unit(id);
  if (!unit) throw new ApiError('not-found', { what: 'unit' });
  return unit;
}

/** Changed now; who it was is not known to a program without accounts. */
export function dated(unit: Unit, date = tmxDate(new Date().toISOString())): Unit {
  return { ...unit, attributes: { ...unit.attributes, changedate: date } };
}

/** Back to the state before an operation. */
export function returnUnit(
  { memoryId, unitId, ledgerId }: { readonly memoryId: number; readonly unitId: number; readonly ledgerId: number },
  { dataDir }: TaskContext,
): Promise<{ readonly ledgerId: number }> {
  const db = workspaceForWriting(dataDir);
  const row = memoryById(db, memoryId);
  const about = {
    clientId: row.client_id,
    termbaseId: null,
    kind: 'unit',
    title: `Returned a unit of “${row.name}” to an earlier state`,
  };
  return inMemory(db, row, about, (file, entry, changes) => {
    const unit = unitOf(file, unitId);
    const earlier = historyOf(file, unit, -1).find((state) => state.ledgerId === ledgerId)?.before;
    if (!earlier) throw new ApiError('no-earlier-state');
    changes.replace(unit, earlier);
    return { ledgerId: entry.id };
  });
}

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

export function changeUnits(
  job: BulkJob,
  context: TaskContext,
): Promise<{ readonly changed: number; readonly ledgerId: number }> {
  const db = workspaceForWriting(context.dataDir);
  const row = memoryById(db, job.memoryId);
  const about = { clientId: row.client_id, termbaseId: null, kind: 'bulk', title: 'Changing units' };
  const { change } = job;
  if (change.kind === 'copy' || change.kind === 'move') return transfer(db, row, job, context);
  return inMemory(db, row, about, (file, entry, changes) => {
    let changed = 0;
    const date = tmxDate(new Date().toISOString());
    for (const { unit, after } of changedUnits(file, selected(file, job, context), job, context)) {
      if (after) changes.replace(unit, dated(after, date));
      else changes.remove(unit);
      changed++;
    }
    if (changed === 0) throw new ApiError('nothing-to-change');
    entry.describe(titleOf(job, row.name, changed), { units: changed }, null, row.id);
    return { changed, ledgerId: entry.id };
  });
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
    const count = `${ids.length.toLocaleString('en')} ${ids.length === 1 ? 'unit' : 'units'}`;
    const title = `${moved ? 'Moved' : 'Copied'} ${count} from “${row.name}” to “${target.name}”`;
    const about = { clientId: row.client_id, termbaseId: null, kind: 'bulk', title };
    return await inMemories(db, moved ? [target, row] : [target], about, ([into, out]) => {
      const { file, entry, changes } = into!;
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
      return { changed, ledgerId: entry.id };
    });
  } finally {
    from.close();
  }
}

export function selected(file: MemoryFile, { filter, ids }: UnitSelection, context: TaskContext): Uint32Array {
  if (ids) return Uint32Array.from(ids);
  const highest = Math.max(1, file.highest);
  return Uint32Array.from(passing(file, filter, 0, (id) => context.checkpoint((id / highest) * 0.2)));
}

function* changedUnits(
  file: MemoryFile,
  ids: Uint32Array,
  job: BulkJob,
  context: TaskContext,
): Generator<{ readonly unit: StoredUnit; readonly after: Unit | null }> {
  const older = job.change.kind === 'newest' ? olderDuplicates(file, ids) : null;
  for (let i = 0; i < ids.length; i += TOGETHER) {
    context.checkpoint(0.2 + (i / ids.length) * 0.75);
    for (const unit of file.unitsOf([...ids.subarray(i, i + TOGETHER)])) {
      const after = older ? (older.has(unit.id) ? null : unit) : changedUnit(unit, job.change);
      if (after !== unit) yield { unit, after };
    }
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

function titleOf({ change }: BulkJob, memory: string, changed: number): string {
  const units = `${changed.toLocaleString('en')} ${changed === 1 ? 'unit' : 'units'} of “${memory}”`;
  switch (change.kind) {
    case 'replace':
      return `Replaced “${change.find}” by “${change.by}” in ${units}`;
    case 'delete':
      return `Deleted ${units}`;
    case 'attribute':
      return change.value
        ? `Set ${change.type} to “${change.value}” in ${units}`
        : `Took away ${change.type} from ${units}`;
    case 'language':
      return `Changed ${change.from} to ${change.to} in ${units}`;
    case 'newest':
      return `Kept the newest of duplicates: deleted ${units}`;
    default:
      return `Changed ${units}`;
  }
}
