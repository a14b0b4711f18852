/** Memories as what is merged. */
import type { MergeInput } from '@fair-copy/core/memory/merge/merge.js';
import { contentOf, type Unit } from '@fair-copy/core/memory/unit.js';
import type { Db } from '../store/database.js';
import { memoryById, type MemoryRow } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import type { StoredUnit } from '../store/stored-unit.js';

export interface OpenInput extends MergeInput {
  readonly row: MemoryRow;
  readonly file: MemoryFile;
  /** The id of a unit by its number from 0. */
  idOf(number: number): number;
  /** The origin of a unit that was read, by its number. */
  originOf(number: number): number;
}

/** Memories at one moment: each in a transaction of its own that only reads. Call `close`. */
export class MergeInputs {
  private constructor(readonly all: readonly OpenInput[]) {}

  static open(dataDir: string, rows: readonly MemoryRow[]): MergeInputs {
    const files: MemoryFile[] = [];
    try {
      return new MergeInputs(
        rows.map((row) => {
          const file = MemoryFile.openForReading(pathsOf(dataDir).memory(row.file));
          files.push(file);
          // They are gone through in their order, many at a time; the system keeps what it read as well.
          file.db.pragma('cache_size = -4096');
          file.db.exec('BEGIN');
          return inputOf(row, file);
        }),
      );
    } catch (error) {
      for (const file of files) file.close();
      throw error;
    }
  }

  close(): void {
    for (const { file } of this.all) {
      if (file.db.inTransaction) file.db.exec('COMMIT');
      file.close();
    }
  }
}

function inputOf(row: MemoryRow, file: MemoryFile): OpenInput {
  const [count, highest] = [file.countUnits(), file.highest];
  // Where no unit was ever deleted, the number says the id.
  const ids =
    count === highest
      ? null
      : Int32Array.from(file.db.prepare<[], number>('SELECT id FROM unit ORDER BY id').pluck().all());
  const idOf = (number: number): number => ids?.[number] ?? number + 1;
  const origins = new Int32Array(count);
  const read = (number: number, unit: StoredUnit): Unit => {
    origins[number] = unit.originId;
    return contentOf(unit);
  };
  return {
    row,
    file,
    count,
    idOf,
    originOf: (number) => origins[number]!,
    *units() {
      let number = 0;
      for (const unit of file.units()) yield read(number++, unit);
    },
    unit: (number) => read(number, file.unit(idOf(number))!),
  };
}

/** Which state of memories something is true of: another after anything was done to any of them. */
export function stateOf(db: Db, ids: readonly number[]): string {
  const state = db.prepare<[number], { file: string; entries: number; turns: number; last: number | null }>(
    `SELECT m.file, count(*) AS entries, max(l.id) AS last,
       (SELECT count(*) FROM turn n JOIN touched u ON u.ledger_id = n.ledger_id WHERE u.kind = 'memory' AND u.resource_id = m.id) AS turns
     FROM memory m LEFT JOIN touched t ON t.kind = 'memory' AND t.resource_id = m.id LEFT JOIN ledger l ON l.id = t.ledger_id
     WHERE m.id = ? GROUP BY m.id`,
  );
  return JSON.stringify(ids.map((id) => state.get(id) ?? null));
}

/** Those of the client that are there; a plan may name some that went away since. */
export function rowsOf(db: Db, clientId: number, ids: readonly number[]): MemoryRow[] {
  const mine = new Set(db.prepare<[number], number>('SELECT id FROM memory WHERE client_id = ?').pluck().all(clientId));
  return ids.filter((id) => mine.has(id)).map((id) => memoryById(db, id));
}
