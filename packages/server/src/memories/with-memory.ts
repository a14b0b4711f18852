import { openForReading } from '../store/database.js';
import { memoryById, type MemoryRow } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';

/** A memory's file open for reading while the work is done, also where that takes its time. */
export function withMemory<T>(memoryId: number, dataDir: string, work: (file: MemoryFile, row: MemoryRow) => T): T {
  const db = openForReading(pathsOf(dataDir).workspace);
  const row = (() => {
    try {
      return memoryById(db, memoryId);
    } finally {
      db.close();
    }
  })();
  const file = MemoryFile.openForReading(pathsOf(dataDir).memory(row.file));
  const close = (): void => file.close();
  try {
    const result = work(file, row);
    if (result instanceof Promise) return result.finally(close) as T;
    close();
    return result;
  } catch (error) {
    close();
    throw error;
  }
}
