/** How many units of files on the desk a memory has already: said before they are written. */
import { existsSync } from 'node:fs';
import type { TaskContext } from '../jobs/task.js';
import { openForReading } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';

export interface UnitsThere {
  readonly units: number;
  /** Of these, which say the same as a unit of the memory, or as an earlier one among them. */
  readonly there: number;
}

/** Units that are looked up before it asks whether to stop. */
const PIECE = 5000;

/** @param staged names of the staged memories of the files; what is not staged yet is not counted */
export function unitsThere(
  { staged, memoryId }: { readonly staged: readonly string[]; readonly memoryId: number },
  context: TaskContext,
): UnitsThere {
  const paths = pathsOf(context.dataDir);
  const workspace = openForReading(paths.workspace);
  let stored: string;
  try {
    stored = memoryById(workspace, memoryId).file;
  } finally {
    workspace.close();
  }
  const memory = MemoryFile.openForReading(paths.memory(stored));
  try {
    const has = memory.db.prepare<[number]>('SELECT 1 FROM unit WHERE key = ?');
    const seen = new Set<number>();
    let units = 0;
    let there = 0;
    for (const name of staged) {
      const path = paths.stagedMemory(name);
      if (!existsSync(path)) continue;
      const file = MemoryFile.openForReading(path);
      try {
        for (const key of file.db.prepare<[], number>('SELECT key FROM unit').pluck().iterate()) {
          if (++units % PIECE === 0) context.checkpoint();
          if (seen.has(key) || has.get(key) !== undefined) there++;
          else seen.add(key);
        }
      } finally {
        file.close();
      }
    }
    return { units, there };
  } finally {
    memory.close();
  }
}
