/** A memory as it was before an operation that the ledger can still take back. */
import type { KeptDone } from '@fair-copy/words/done.js';
import type { MergeInput } from '@fair-copy/core/memory/merge/merge.js';
import { contentOf } from '@fair-copy/core/memory/unit.js';
import type { Db } from '../store/database.js';
import type { MemoryFile } from '../store/memory-file.js';
import { memoryById } from '../store/memories.js';
import type { StoredUnit } from '../store/stored-unit.js';
import { stateBefore } from '../store/unit-changes.js';

export interface EarlierState {
  /** The operation before which it was so. */
  readonly ledgerId: number;
  readonly at: string;
  readonly title: KeptDone;
  /** The file that the memory had then. */
  readonly stored: string;
  /** Under which numbers that file keeps what was changed since; the newest first. */
  readonly changes: readonly number[];
}

interface Row {
  readonly id: number;
  readonly at: string;
  readonly title: KeptDone;
  readonly closed: string | null;
  readonly change_id: number | null;
  /** The file before the operation, where it gave the memory another; as JSON. */
  readonly exchanged: string | null;
  readonly made: 0 | 1;
}

/** The newest first, back to where the memory was made or the ledger has let go. What was undone does not count. */
export function earlierStates(db: Db, memoryId: number): EarlierState[] {
  const rows = db
    .prepare<[{ id: number }], Row>(
      `SELECT l.id, l.at, l.title, l.closed, t.change_id,
         (SELECT before FROM change WHERE ledger_id = l.id AND entity = 'memory file' AND entity_id = @id) AS exchanged,
         EXISTS (SELECT 1 FROM change WHERE ledger_id = l.id AND entity = 'memory' AND entity_id = @id AND before IS NULL) AS made
       FROM touched t JOIN ledger l ON l.id = t.ledger_id
       WHERE t.kind = 'memory' AND t.resource_id = @id AND l.undone_at IS NULL ORDER BY l.id DESC`,
    )
    .all({ id: memoryId });
  const states: EarlierState[] = [];
  let { file: stored } = memoryById(db, memoryId);
  let changes: number[] = [];
  for (const { id: ledgerId, at, title, closed, change_id: change, exchanged, made } of rows) {
    if (made || closed !== null) break;
    if (exchanged !== null) {
      stored = JSON.parse(exchanged) as string;
      changes = [];
    } else if (change !== null) changes = [...changes, change];
    // A name or a mark says nothing of the units.
    else continue;
    states.push({ ledgerId, at, title, stored, changes });
  }
  return states;
}

/** The units of that state. */
export interface EarlierUnits extends MergeInput {
  idOf(number: number): number;
}

/** @returns of the id of a unit: as it was in that state; null: it was not there */
export const unitIn = (file: MemoryFile, { changes }: EarlierState): ((id: number) => StoredUnit | null) =>
  stateBefore(file, JSON.stringify(changes));

/** Units that are read together. */
const BATCH = 2000;

/** @param file of the state; is read while its units are. Holds four bytes for each unit. */
export function earlierUnits(file: MemoryFile, state: EarlierState): EarlierUnits {
  /** By the unit: whether it was there. */
  const touched = new Map(
    file.db
      .prepare<[string], { id: number; gone: 0 | 1 }>(
        `SELECT unit_id AS id, before IS NULL AS gone, min(ledger_id) FROM change
         WHERE ledger_id IN (SELECT value FROM json_each(?)) GROUP BY unit_id`,
      )
      .all(JSON.stringify(state.changes))
      .map(({ id, gone }) => [id, gone === 0]),
  );
  const now = file.db.prepare<[], number>('SELECT id FROM unit').pluck().all();
  const wereThere = [...touched].flatMap(([id, was]) => (was ? [id] : []));
  const ids = Int32Array.from(new Set([...now.filter((id) => touched.get(id) !== false), ...wereThere])).sort();
  const then = unitIn(file, state);
  return {
    count: ids.length,
    idOf: (number) => ids[number]!,
    *units() {
      for (let from = 0; from < ids.length; from += BATCH) {
        const some = ids.subarray(from, from + BATCH);
        const stored = new Map(file.unitsOf([...some]).map((unit) => [unit.id, unit]));
        for (const id of some) yield contentOf((touched.has(id) ? then(id) : stored.get(id))!);
      }
    },
    unit: (number) => contentOf(then(ids[number]!)!),
  };
}
