import type { Db } from './database.js';
import type { MemoryFile } from './memory-file.js';

/**
 * Findings of units that an operation changed, or that was taken back, wait for the next inspection.
 * @param change the number under which the memory's file keeps what was changed
 */
export function settleUnitFindings(db: Db, file: MemoryFile, memoryId: number, change: number): void {
  const units = db
    .prepare<[number], number>('SELECT DISTINCT unit_id FROM unit_finding WHERE memory_id = ? AND settled = 0')
    .pluck()
    .all(memoryId);
  const changed = file.db.prepare('SELECT 1 FROM change WHERE ledger_id = ? AND unit_id = ?');
  const settle = db.prepare('UPDATE unit_finding SET settled = 1 WHERE memory_id = ? AND unit_id = ?');
  for (const unit of units) if (changed.get(change, unit) !== undefined) settle.run(memoryId, unit);
}
