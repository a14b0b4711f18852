/** Memories by their rows in the workspace. */
import { ApiError } from '../errors.js';
import type { Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';

export interface MemoryRow {
  readonly id: number;
  readonly client_id: number;
  readonly name: string;
  readonly subject: string;
  readonly created_at: string;
  readonly file: string;
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

/** Open for reading, kept open; one for each memory that was asked for. */
export class OpenMemories {
  private readonly open = new Map<string, MemoryFile>();

  constructor(
    private readonly workspace: Db,
    private readonly dataDir: string,
  ) {}

  row(id: number): MemoryRow {
    return memoryById(this.workspace, id);
  }

  file(id: number): MemoryFile {
    const { file } = this.row(id);
    let memory = this.open.get(file);
    if (!memory) this.open.set(file, (memory = MemoryFile.openForReading(pathsOf(this.dataDir).memory(file))));
    return memory;
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

  close(): void {
    for (const memory of this.open.values()) memory.close();
    this.open.clear();
  }
}
