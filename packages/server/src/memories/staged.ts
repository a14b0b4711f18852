/**
 * The units of a client file on the desk, as the memory that it becomes: built while the file is looked through, so that
 * writing it to a new memory is little more than giving it its place.
 */
import { existsSync, linkSync } from 'node:fs';
import type { ReadUnit } from '@fair-copy/core/formats/read-units.js';
import { textHash, type Unit } from '@fair-copy/core/memory/unit.js';
import { UnitFile, type UnitFileOptions } from '@fair-copy/files/unit-file.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { putInPlace, removeDatabase } from '../store/files.js';
import { MemoryBuilder } from '../store/memory-builder.js';
import { MemoryFile } from '../store/memory-file.js';
import type { UnitPlace } from '../store/unit-columns.js';
import { pathsOf } from '../store/paths.js';

export interface FileOfUnits {
  /** The name of its staged memory. */
  readonly staged: string;
  /** Null: of no file; they were staged as they are (`stageUnits`). */
  readonly sha256: string | null;
  readonly name: string;
  readonly open: UnitFileOptions;
}

/** The share of the time after which all units are read; the rest goes to indexes. */
const READ = 0.95;

/** In `about`: what the staged units were made of; empty once anything of them was changed. */
const BASIS = 'basis';

function basisOf({ sha256, open }: FileOfUnits): string {
  return JSON.stringify([sha256, open]);
}

/** In the transaction that changes staged units: they are not those of the file any more. */
export function setUsed(file: MemoryFile): void {
  file.setAbout(BASIS, '');
}

/** Whether a file has the units of a client file as it is read now, and nobody has changed them. */
function isStaged(path: string, file: FileOfUnits): boolean {
  if (!existsSync(path)) return false;
  try {
    const memory = MemoryFile.openForReading(path);
    try {
      return memory.about(BASIS) === basisOf(file);
    } finally {
      memory.close();
    }
  } catch {
    // Damaged: it is read again.
    return false;
  }
}

/**
 * Takes the staged units to another place, where nobody else reaches them; reads the file again where they are not there or
 * not as the file is read now.
 */
export async function claimStaged(file: FileOfUnits, to: string, context: TaskContext): Promise<void> {
  const staged = pathsOf(context.dataDir).stagedMemory(file.staged);
  if (existsSync(staged)) {
    putInPlace(staged, to, 'staged memory');
    removeDatabase(staged);
    // Looked at only now: it may have been read again until a moment ago.
    if (isStaged(to, file)) return;
    removeDatabase(to);
  }
  (await stageAt(to, file, context, () => undefined)).close();
}

/** Back to the desk where nothing was changed, or away. */
export function giveBack(file: FileOfUnits, from: string, context: TaskContext): void {
  const staged = pathsOf(context.dataDir).stagedMemory(file.staged);
  if (isStaged(from, file)) {
    try {
      // Not over another that came meanwhile.
      linkSync(from, staged);
    } catch {
      // There is one, or no room: it is read again when it is needed.
    }
  }
  removeDatabase(from);
}

/**
 * Reads the units of a file into their staged memory.
 * @param see told of each unit
 * @returns the reader, closed, with what it has seen
 */
export function stage(file: FileOfUnits, context: TaskContext, see: (read: ReadUnit) => void): Promise<UnitFile> {
  return stageAt(pathsOf(context.dataDir).stagedMemory(file.staged), file, context, see);
}

/** Where the units of a file are staged; they are read again where they are not there or not as the file is read now. */
export async function stagedUnits(file: FileOfUnits, context: TaskContext): Promise<string> {
  const path = pathsOf(context.dataDir).stagedMemory(file.staged);
  if (!isStaged(path, file)) (await stage(file, context, () => undefined)).close();
  return path;
}

/** Stages units that come from no file. */
export async function stageUnits(
  { staged, name }: { readonly staged: string; readonly name: string },
  units: Iterable<Unit>,
  context: TaskContext,
): Promise<void> {
  const builder = new MemoryBuilder(pathsOf(context.dataDir).stagedMemory(staged), name);
  const order = new InFileOrder((unit, at) => builder.add(unit, at));
  try {
    let number = 0;
    for (const unit of units) {
      order.add(unit, ++number);
      if (number % 1000 === 0) {
        context.checkpoint();
        await builder.breathe();
      }
    }
    order.end();
    await builder.finish({ [BASIS]: basisOf({ staged, sha256: null, name, open: {} }), left: '0' });
  } catch (error) {
    await builder.abandon();
    throw error;
  }
}

async function stageAt(
  path: string,
  file: FileOfUnits,
  context: TaskContext,
  see: (read: ReadUnit) => void,
): Promise<UnitFile> {
  if (file.sha256 === null) throw new ApiError('not-found', { what: 'staged unit' });
  const source = await UnitFile.open(pathsOf(context.dataDir).original(file.sha256), file.name, file.open);
  const builder = new MemoryBuilder(path, file.name);
  const order = new InFileOrder((unit, at) => builder.add(unit, at));
  try {
    for await (const batch of source.units()) {
      context.checkpoint(source.share * READ);
      for (const read of batch) {
        see(read);
        order.add(read.unit, read.number);
      }
      await builder.breathe();
    }
    order.end();
    context.checkpoint(READ);
    const { header, left } = source.seen;
    await builder.finish({
      [BASIS]: basisOf(file),
      left: String(left.length),
      ...(header && { header: JSON.stringify(header) }),
    });
    return source;
  } catch (error) {
    await builder.abandon();
    throw error;
  } finally {
    source.close();
  }
}

/** Gives each unit its neighbours: it goes on when the next is known. */
export class InFileOrder<U extends Unit = Unit> {
  private before: number | null = null;
  private held: { readonly unit: U; readonly place: number; readonly hash: number } | null = null;

  constructor(private readonly put: (unit: U, at: UnitPlace) => void) {}

  add(unit: U, place: number): void {
    const hash = textHash(unit.variants[0]!.text);
    this.release(hash);
    this.before = this.held?.hash ?? null;
    this.held = { unit, place, hash };
  }

  end(): void {
    this.release(null);
    this.held = null;
  }

  private release(after: number | null): void {
    if (this.held) this.put(this.held.unit, { place: this.held.place, before: this.before, after });
  }
}
