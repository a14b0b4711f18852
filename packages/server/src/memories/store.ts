/** Memories by their rows in the workspace. */
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { ApiError } from '../errors.js';
import type { Db } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { undoInMemory } from '../store/unit-changes.js';
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

/**
 * At the start: half-built files go, and what a killed operation left in a memory without its entry in the ledger is
 * taken back.
 */
export function recoverMemories(workspace: Db, dataDir: string): void {
  const folder = dirname(pathsOf(dataDir).memory('x'));
  mkdirSync(folder, { recursive: true });
  const known = new Set(
    workspace
      .prepare<[], { file: string }>('SELECT file FROM memory')
      .all()
      .map((row) => row.file),
  );
  for (const name of readdirSync(folder)) {
    if (name.startsWith('new-')) rmSync(join(folder, name), { force: true });
    else if (name.endsWith('.db') && known.has(name)) takeBackUnknown(workspace, join(folder, name));
  }
}

function takeBackUnknown(workspace: Db, path: string): void {
  if (!existsSync(path)) return;
  const highest = workspace.prepare<[], { id: number | null }>('SELECT max(id) AS id FROM ledger').get()!.id ?? 0;
  const file = MemoryFile.openForWriting(path);
  try {
    const unknown = file.db
      .prepare<[number], { id: number }>(
        'SELECT DISTINCT ledger_id AS id FROM change WHERE ledger_id > ? ORDER BY ledger_id DESC',
      )
      .all(highest);
    for (const { id } of unknown)
      file.db.transaction(() => {
        undoInMemory(file, id);
        file.db.prepare('DELETE FROM change WHERE ledger_id = ?').run(id);
      })();
  } finally {
    file.close();
  }
}
