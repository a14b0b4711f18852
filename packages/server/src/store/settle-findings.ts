import type { Db } from './database.js';
import type { MemoryFile } from './memory-file.js';

/** An operation that changed no more units is gone through by its units, a larger one by the findings. */
const FEW = 2000;

/**
 * Findings of units that operations changed, or that were taken back, wait for the next inspection.
 * Costs what the operations changed; where one of them changed very many units, what was found.
 * @param changes the numbers under which the memory's file keeps what was changed
 */
export function settleUnitFindings(db: Db, file: MemoryFile, memoryId: number, changes: readonly number[]): void {
  const someOf = file.db.prepare<[number, number], number>('SELECT unit_id FROM change WHERE ledger_id = ? LIMIT ?');
  const settle = db.prepare('UPDATE unit_finding SET settled = 1 WHERE memory_id = ? AND unit_id = ? AND settled = 0');
  const units = new Set<number>();
  const large: number[] = [];
  for (const change of changes) {
    const some = someOf.pluck().all(change, FEW + 1);
    if (some.length > FEW) large.push(change);
    else for (const unit of some) units.add(unit);
  }
  for (const unit of units) settle.run(memoryId, unit);
  if (large.length === 0) return;
  const found = db
    .prepare<[number], number>('SELECT DISTINCT unit_id FROM unit_finding WHERE memory_id = ? AND settled = 0')
    .pluck()
    .all(memoryId);
  const changed = file.db.prepare('SELECT 1 FROM change WHERE ledger_id = ? AND unit_id = ?');
  for (const unit of found)
    if (large.some((change) => changed.get(change, unit) !== undefined)) settle.run(memoryId, unit);
}
