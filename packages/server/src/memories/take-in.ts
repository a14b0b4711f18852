/**
 * Files of units become memories, or add to one: any number of files as one operation. A new memory is what was staged on the
 * desk, given its place; to one that is there, units are added.
 */
import { did, type KeptDone } from '@fair-copy/words/done.js';
import { unitKey, withProp, type Prop, type Unit } from '@fair-copy/core/memory/unit.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded, recordedWith } from '../ledger/operation.js';
import type { NewEntry } from '../ledger/record.js';
import type { Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { propFact, type UnitPlace } from '../store/unit-columns.js';
import { pathsOf } from '../store/paths.js';
import { clientById } from '../store/clients.js';
import { freeName } from '../store/names.js';
import { workspaceForWriting } from '../store/workspace.js';
import { insertMemory, newMemoryFile } from './resources.js';
import { claimStaged, giveBack, InFileOrder, setUsed, type FileOfUnits } from './staged.js';
import { memoryById, memoryNames, type MemoryRow } from '../store/memories.js';

export interface Added {
  /** A new memory is that of one job. */
  readonly ofJob: boolean;
  readonly subject: string;
  readonly client: string;
  readonly attributes: readonly Prop[];
}

export interface UnitFileToWrite extends FileOfUnits {
  /** On the desk; null: pairs of alignments. */
  readonly fileId: number | null;
}

export interface UnitsToWrite {
  readonly clientId: number;
  readonly files: readonly UnitFileToWrite[];
  readonly target:
    | { readonly kind: 'existing'; readonly id: number }
    | { readonly kind: 'new'; readonly name: string }
    /** A memory for each file, called like it. */
    | { readonly kind: 'each' };
  readonly added: Added;
  /** Units that say the same as one that is there: all are kept, or only the first. */
  readonly duplicates: 'keep' | 'skip';
  /** Alignments that the units come from, with how many of each: handed back with the result. */
  readonly alignments?: readonly { readonly id: number; readonly units: number }[];
}

/** What became of one file. */
export interface UnitsWritten {
  readonly memoryId: number;
  readonly memory: string;
  readonly ledgerId: number;
  readonly units: number;
  readonly skipped: number;
  readonly left: number;
}

export interface AllUnitsWritten {
  readonly ledgerId: number;
  readonly files: readonly { readonly fileId: number | null; readonly written: UnitsWritten }[];
  readonly alignments?: UnitsToWrite['alignments'];
}

interface Counts {
  readonly units: number;
  readonly skipped: number;
  readonly left: number;
}

export async function writeUnits(job: UnitsToWrite, context: TaskContext): Promise<AllUnitsWritten> {
  const db = workspaceForWriting(context.dataDir);
  clientById(db, job.clientId);
  if (job.target.kind === 'existing') return addToMemory(ownMemory(db, job.target.id, job.clientId), job, context);
  const names = newNames(db, job);
  return makeMemories(names, job, context);
}

export function ownMemory(db: Db, id: number, clientId: number): MemoryRow {
  const row = memoryById(db, id);
  if (row.client_id !== clientId) throw new ApiError('not-found', { what: 'memory of this client' });
  return row;
}

/** The names of the memories to be, each free. */
function newNames(db: Db, { clientId, files, target }: UnitsToWrite): readonly string[] {
  const taken = memoryNames(db, clientId);
  const wanted = target.kind === 'new' ? [target.name] : files.map((file) => file.name.replace(/\.[^.]+$/, ''));
  return wanted.map((name) => {
    const free = freeName(name, taken, 'memory');
    taken.push(free);
    return free;
  });
}

async function addToMemory(row: MemoryRow, job: UnitsToWrite, context: TaskContext): Promise<AllUnitsWritten> {
  return recordedWith(context, aboutIntake(job), [row], async ({ entry }, [memory]) => {
    const all = await addFiles(memory!.file, job, job.files, context, (id) => memory!.changes.create(id));
    return described(
      entry,
      job,
      all.map((counts) => ({ memoryId: row.id, memory: row.name, ...counts })),
    );
  });
}

/** A memory of all files, or one of each: built where nobody looks, and there at once. */
async function makeMemories(
  names: readonly string[],
  job: UnitsToWrite,
  context: TaskContext,
): Promise<AllUnitsWritten> {
  const { dataDir } = context;
  const groups = job.target.kind === 'each' ? job.files.map((file) => [file]) : [job.files];
  const made: { readonly file: UnitFileToWrite; readonly stored: string; readonly counts: readonly Counts[] }[] = [];
  try {
    for (const [i, files] of groups.entries()) {
      const stored = newMemoryFile(dataDir);
      const part = (share: number): void => context.checkpoint((i + share) / groups.length);
      const first = files[0]!;
      await claimStaged(first, pathsOf(dataDir).memory(stored), context);
      made.push({ file: first, stored, counts: [] });
      const counts = await finished(pathsOf(dataDir).memory(stored), job, files, context, part);
      made[i] = { file: first, stored, counts };
    }
    return recorded(context, aboutIntake(job), (writing) => {
      const written = made.flatMap(({ stored, counts }, i) => {
        const memoryId = insertMemory(writing, stored, job.clientId, { ...job.added, name: names[i]! });
        return counts.map((one) => ({ memoryId, memory: names[i]!, ...one }));
      });
      return described(writing.entry, job, written);
    });
  } catch (error) {
    // What is as it was staged goes back to the desk; changed by half it is of no use any more.
    for (const { file, stored } of made) giveBack(file, pathsOf(dataDir).memory(stored), context);
    throw error;
  }
}

/** The staged units of the first file, with what is added to each, and without duplicates if so wished, and those of the others behind them. */
async function finished(
  path: string,
  job: UnitsToWrite,
  files: readonly UnitFileToWrite[],
  context: TaskContext,
  progress: (share: number) => void,
): Promise<readonly Counts[]> {
  const props = propsOf(job.added);
  const [first, ...others] = files;
  const isPlain = props.length === 0 && job.duplicates === 'keep' && others.length === 0;
  const file = isPlain ? MemoryFile.openForReading(path) : MemoryFile.openAlone(path);
  try {
    const all = file.countUnits();
    if (all === 0 && others.length === 0) throw new ApiError('nothing-to-write', { name: first!.name });
    const left = Number(file.about('left') ?? 0);
    if (isPlain) return [{ units: all, skipped: 0, left }];
    file.db.exec('BEGIN IMMEDIATE');
    try {
      // From here on it is no longer what was staged.
      setUsed(file);
      const skipped = job.duplicates === 'skip' ? file.dropDuplicates() : 0;
      const facts = props.map(({ type, text }) => propFact(type, text));
      if (props.length > 0) {
        let done = 0;
        for (const unit of file.units()) {
          if (++done % 1000 === 0) progress(done / all / files.length);
          file.write.say(withProps(unit, props), facts);
        }
      }
      file.flush();
      const more = await addFiles(file, job, others, context, () => undefined);
      file.flush();
      const counts = [{ units: all - skipped, skipped, left }, ...more];
      if (counts.every(({ units }) => units === 0)) throw new ApiError('nothing-to-write', { name: first!.name });
      file.db.exec('COMMIT');
      return counts;
    } catch (error) {
      if (file.db.inTransaction) file.db.exec('ROLLBACK');
      throw error;
    }
  } finally {
    file.close();
  }
}

/** The units of files into a memory that is open for writing. */
async function addFiles(
  file: MemoryFile,
  job: UnitsToWrite,
  files: readonly UnitFileToWrite[],
  context: TaskContext,
  made: (id: number) => void,
): Promise<Counts[]> {
  const all: Counts[] = [];
  const keys = new Set<number>();
  for (const [i, one] of files.entries()) {
    const intake = new UnitIntake(file, one.name, job, keys, made);
    const progress = (share: number): void => context.checkpoint(((i + share) / files.length) * 0.93);
    const left =
      one.sha256 === null ? takeStaged(one, intake, context) : await takeFile(one, intake, context, progress);
    if (intake.units === 0 && job.files.length === 1) throw new ApiError('nothing-to-write', { name: one.name });
    all.push({ units: intake.units, skipped: intake.skipped, left });
    // So that duplicates are found among what came with the files before.
    file.flush();
  }
  if (files.length > 0 && job.target.kind === 'existing' && all.every(({ units }) => units === 0))
    throw new ApiError('nothing-to-write', { name: files[0]!.name });
  return all;
}

/** The units of a client file. @returns how many could not be taken */
async function takeFile(
  { sha256, name, open }: UnitFileToWrite,
  intake: UnitIntake,
  { dataDir }: TaskContext,
  progress: (share: number) => void,
): Promise<number> {
  const source = await UnitFile.open(pathsOf(dataDir).original(sha256!), name, open);
  try {
    const order = new InFileOrder((unit, at) => intake.take(unit, at));
    for await (const batch of source.units()) {
      progress(source.share);
      for (const { unit, number } of batch) order.add(unit, number);
    }
    order.end();
    return source.seen.left.length;
  } finally {
    source.close();
  }
}

/** Units that were staged as they are. */
function takeStaged({ staged }: UnitFileToWrite, intake: UnitIntake, context: TaskContext): number {
  const source = MemoryFile.openForReading(pathsOf(context.dataDir).stagedMemory(staged));
  try {
    const order = new InFileOrder((unit, at) => intake.take(unit, at));
    for (const unit of source.units()) {
      if (unit.place % 1000 === 0) context.checkpoint();
      order.add(unit, unit.place);
    }
    order.end();
    return 0;
  } finally {
    source.close();
  }
}

function aboutIntake({ clientId }: UnitsToWrite): NewEntry {
  return { clientId, termbaseId: null, kind: 'intake', title: did('under-way', {}) };
}

type Written = Omit<UnitsWritten, 'ledgerId'>;

/** Gives the entry its title, and the result its form. */
function described(
  entry: { readonly id: number; describe(title: KeptDone, counts: object, about?: object): void },
  job: UnitsToWrite,
  written: readonly Written[],
): AllUnitsWritten {
  const sum = (of: (one: Written) => number): number => written.reduce((total, one) => total + of(one), 0);
  const units = sum((one) => one.units);
  const memories = new Set(written.map((one) => one.memoryId));
  entry.describe(
    did('units-taken-in', {
      file: job.files[0]!.name,
      files: job.files.length,
      count: units,
      memory: written[0]!.memory,
      memories: memories.size,
    }),
    { units, skipped: sum((one) => one.skipped) },
    { memoryId: written[0]!.memoryId },
  );
  const { alignments } = job;
  return {
    ledgerId: entry.id,
    files: written.map((one, i) => ({ fileId: job.files[i]!.fileId, written: { ...one, ledgerId: entry.id } })),
    ...(alignments && { alignments }),
  };
}

function propsOf({ subject, client, attributes }: Added): readonly Prop[] {
  return [
    ...(client ? [{ type: 'client', text: client }] : []),
    ...(subject ? [{ type: 'subject', text: subject }] : []),
    ...attributes,
  ];
}

function withProps<U extends Unit>(unit: U, props: readonly Prop[]): U {
  return props.reduce((now, { type, text }) => ({ ...now, ...withProp(now, type, [text]) }), unit);
}

/** Units of one file into a memory, with what is added to each, without duplicates if so wished. */
class UnitIntake {
  units = 0;
  skipped = 0;
  private readonly props: readonly Prop[];
  private readonly originId: number;
  private readonly there;

  /**
   * @param keys of what came with this operation
   * @param made told of the number of each unit
   */
  constructor(
    private readonly file: MemoryFile,
    name: string,
    job: UnitsToWrite,
    private readonly keys: Set<number>,
    private readonly made: (id: number) => void,
  ) {
    this.props = propsOf(job.added);
    this.originId = file.addOrigin(name, new Date().toISOString());
    this.there = job.duplicates === 'skip' ? file.db.prepare<[number]>('SELECT 1 FROM unit WHERE key = ?') : null;
  }

  take(unit: Unit, at: UnitPlace): void {
    if (this.there) {
      const key = unitKey(unit);
      if (this.keys.has(key) || this.there.get(key) !== undefined) {
        this.skipped++;
        return;
      }
      this.keys.add(key);
    }
    this.made(this.file.write.add(withProps(unit, this.props), { originId: this.originId, ...at }));
    this.units++;
  }
}
