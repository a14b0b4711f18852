/** Memories by their rows in the workspace. */
import { ApiError } from '../errors.js';
import { type Db } from './database.js';
import { MemoryFile } from './memory-file.js';
import { pathsOf } from './paths.js';
import { DamagedFileError, isDamage } from '../damage.js';

export interface MemoryRow {
  readonly id: number;
  readonly client_id: number;
  readonly name: string;
  readonly subject: string;
  readonly created_at: string;
  readonly file: string;
  /** 1: of one job, 0: not. */
  readonly of_job: number;
  /** 1: kept to be looked up only, 0: not. */
  readonly reference: number;
}

export function memoryById(db: Db, id: number): MemoryRow {
  const row = db.prepare<[number], MemoryRow>('SELECT * FROM memory WHERE id = ?').get(id);
  if (!row) throw new ApiError('not-found', { what: 'memory' });
  return row;
}

export function memoryNames(db: Db, clientId: number, except = -1): string[] {
  return db
    .prepare<[number, number], { name: string }>('SELECT name FROM memory WHERE client_id = ? AND id <> ?')
    .all(clientId, except)
    .map((row) => row.name);
}

/** Open for reading, kept open; one for each memory that was asked for. A damaged one is known by what is wrong with it. */
export class OpenMemories {
  private readonly open = new Map<string, MemoryFile>();
  /** What is wrong, by the names of files. */
  private readonly damaged = new Map<string, string>();

  constructor(
    private readonly workspace: Db,
    private readonly dataDir: string,
  ) {}

  row(id: number): MemoryRow {
    return memoryById(this.workspace, id);
  }

  /** Throws `ApiError` ("memory-damaged"). */
  file(id: number): MemoryFile {
    const { file, name } = this.row(id);
    const damage = this.damaged.get(file);
    if (damage !== undefined) throw new ApiError('memory-damaged', { name, what: damage });
    let memory = this.open.get(file);
    if (memory) return memory;
    try {
      memory = MemoryFile.openForReading(pathsOf(this.dataDir).memory(file));
    } catch (error) {
      if (!(error instanceof DamagedFileError)) throw error;
      this.damaged.set(file, error.why);
      throw new ApiError('memory-damaged', { name, what: error.why });
    }
    this.open.set(file, memory);
    return memory;
  }

  /** What is wrong with a memory's file; null: it can be opened and read. */
  damageOf({ id, file }: MemoryRow): string | null {
    try {
      this.file(id).countUnits();
      return null;
    } catch (error) {
      const known = this.damaged.get(file);
      if (known !== undefined) return known;
      if (!isDamage(error)) throw error;
      this.damaged.set(file, (error as Error).message);
      return (error as Error).message;
    }
  }

  /** Files that turned out to be damaged while a copy was made. */
  noteDamaged(files: readonly string[]): void {
    for (const file of files) {
      if (!file.endsWith('.db') || file === 'workspace.db' || file === 'desk.db') continue;
      this.damaged.set(file, 'some of its pages are damaged');
      this.open.get(file)?.close();
      this.open.delete(file);
    }
  }

  /** A memory, or any, may have new languages after it was written. */
  changed(id: number | null): void {
    const file =
      id === null
        ? undefined
        : this.workspace.prepare<[number], { file: string }>('SELECT file FROM memory WHERE id = ?').get(id)?.file;
    for (const [name, memory] of this.open) {
      if (file !== undefined && name !== file) continue;
      memory.close();
      this.open.delete(name);
    }
  }

  closeAll(): void {
    for (const memory of this.open.values()) memory.close();
    this.open.clear();
  }

  close(): void {
    this.closeAll();
  }
}
