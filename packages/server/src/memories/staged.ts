/**
 * The units of a client file on the desk, as the memory that it becomes: built while the file is looked through, so that
 * writing it to a new memory is little more than giving it its place.
 */
import { existsSync } from 'node:fs';
import type { ReadUnit } from '@fair-copy/core/formats/tmx/units.js';
import { textHash, type Unit } from '@fair-copy/core/memory/unit.js';
import { UnitFile, type UnitFileOptions } from '@fair-copy/files/unit-file.js';
import type { TaskContext } from '../jobs/task.js';
import { MemoryBuilder } from '../store/memory-builder.js';
import { MemoryFile } from '../store/memory-file.js';
import type { UnitPlace } from '../store/unit-columns.js';
import { pathsOf } from '../store/paths.js';

export interface FileOfUnits {
  /** The name of its staged memory: different for everything that is read at the same time. */
  readonly staged: string;
  readonly sha256: string;
  readonly name: string;
  readonly open: UnitFileOptions;
}

/** The share of the time after which all units are read; the rest goes to indexes. */
const READ = 0.95;

/** What the staged units were made of. */
export function basisOf({ sha256, open }: FileOfUnits): string {
  return JSON.stringify([sha256, open]);
}

/** Whether the units are there as the file is read now. */
export function isStaged(file: FileOfUnits, { dataDir }: TaskContext): boolean {
  const path = pathsOf(dataDir).stagedMemory(file.staged);
  if (!existsSync(path)) return false;
  const memory = MemoryFile.openForReading(path);
  try {
    return memory.about('basis') === basisOf(file);
  } finally {
    memory.close();
  }
}

/**
 * Reads the units of a file into their staged memory.
 * @param see told of each unit
 * @returns the reader, closed, with what it has seen
 */
export async function stage(file: FileOfUnits, context: TaskContext, see: (read: ReadUnit) => void): Promise<UnitFile> {
  const paths = pathsOf(context.dataDir);
  const source = await UnitFile.open(paths.original(file.sha256), file.name, file.open);
  const builder = new MemoryBuilder(paths.stagedMemory(file.staged), file.name);
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
      basis: basisOf(file),
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
export class InFileOrder {
  private before: number | null = null;
  private held: { readonly unit: Unit; readonly place: number; readonly hash: number } | null = null;

  constructor(private readonly put: (unit: Unit, at: UnitPlace) => void) {}

  add(unit: Unit, place: number): void {
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
