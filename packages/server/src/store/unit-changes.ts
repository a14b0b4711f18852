/**
 * What operations changed in a memory: each unit as it was before, so that the operation can be taken back, and as it was
 * after it, once it was taken back. Where only what is said about a unit changed, only that is kept.
 */
import type { Said, Unit } from '@fair-copy/core/memory/unit.js';
import { type MemoryFile } from './memory-file.js';
import { storedUnit, type StoredUnit } from './stored-unit.js';

type WholeState = Omit<StoredUnit, 'id'>;
type SaidState = Said & { readonly only: 'said' };
/** Null: the unit was not there. */
export type UnitState = WholeState | SaidState | null;

/** Units that are read together. */
const BATCH = 2000;

/** Notes changes of one operation as they are made. */
export class UnitChanges {
  private readonly note;

  constructor(
    private readonly file: MemoryFile,
    private readonly ledgerId: number,
  ) {
    // The first state within an operation is the one that undo goes back to.
    this.note = file.db.prepare('INSERT OR IGNORE INTO change (ledger_id, unit_id, before) VALUES (?, ?, ?)');
  }

  create(id: number): void {
    this.note.run(this.ledgerId, id, null);
  }

  replace(unit: StoredUnit, next: Unit): void {
    this.note.run(this.ledgerId, unit.id, stateText(next.variants === unit.variants ? saidState(unit) : whole(unit)));
    this.file.write.replace(unit, next);
  }

  remove(unit: StoredUnit): void {
    this.note.run(this.ledgerId, unit.id, stateText(whole(unit)));
    this.file.write.remove(unit);
  }
}

const stateText = (state: UnitState): string | null => (state === null ? null : JSON.stringify(state));
const saidState = ({ attributes, props, notes }: Said): SaidState => ({
  only: 'said',
  ...(attributes && { attributes }),
  ...(props && { props }),
  ...(notes && { notes }),
});

function whole({ id: _, ...state }: StoredUnit): WholeState {
  return state;
}

const isSaid = (state: UnitState): state is SaidState => state !== null && 'only' in state;

/** The unit in a state; where that says nothing of its variants, with those it has. */
function inState(unit: StoredUnit, state: WholeState | SaidState): StoredUnit {
  return isSaid(state)
    ? storedUnit(unit.id, unit, unit.variants, state)
    : storedUnit(unit.id, state, state.variants, state);
}

/** A change of a unit, with the unit as it was before it; null: it was not there. */
export interface EarlierUnit {
  readonly ledgerId: number;
  readonly before: StoredUnit | null;
}

/** The newest first. */
export function historyOf(file: MemoryFile, unit: StoredUnit, limit: number): EarlierUnit[] {
  let now: StoredUnit = unit;
  return file.db
    .prepare<[number, number], { ledger_id: number; before: string | null }>(
      'SELECT ledger_id, before FROM change WHERE unit_id = ? ORDER BY ledger_id DESC LIMIT ?',
    )
    .all(unit.id, limit)
    .map(({ ledger_id: ledgerId, before }) => {
      const state = before === null ? null : (JSON.parse(before) as WholeState | SaidState);
      if (state !== null) now = inState(now, state);
      return { ledgerId, before: state && now };
    });
}

/**
 * Units as they were before some operations, one by one.
 * @param since JSON: the numbers of these operations
 * @returns of a unit's id; null: it was not there
 */
export function stateBefore(file: MemoryFile, since: string): (id: number) => StoredUnit | null {
  const changes = file.db
    .prepare<[number, string], string | null>(
      `SELECT before FROM change WHERE unit_id = ? AND ledger_id IN (SELECT value FROM json_each(?)) ORDER BY ledger_id DESC`,
    )
    .pluck();
  return (id) => {
    let unit = file.unit(id);
    for (const before of changes.all(id, since)) {
      const state = before === null ? null : (JSON.parse(before) as WholeState | SaidState);
      if (state === null) unit = null;
      else if (!isSaid(state)) unit = storedUnit(id, state, state.variants, state);
      else if (unit) unit = inState(unit, state);
    }
    return unit;
  };
}

/** Takes back what an operation changed; what was there is kept, so that it can be done again. */
export function undoInMemory(file: MemoryFile, ledgerId: number, checkpoint: Checkpoint = () => {}): number {
  return restore(file, ledgerId, 'before', checkpoint);
}

export function redoInMemory(file: MemoryFile, ledgerId: number, checkpoint: Checkpoint = () => {}): number {
  return restore(file, ledgerId, 'after', checkpoint);
}

/** Told now and then how much is done, 0 to 1; may throw to stop. */
export type Checkpoint = (share: number) => void;

interface ChangeRow {
  readonly unit_id: number;
  readonly state: string | null;
}

function restore(file: MemoryFile, ledgerId: number, side: 'before' | 'after', checkpoint: Checkpoint): number {
  const { db, write } = file;
  const total = db.prepare<[number], number>('SELECT count(*) FROM change WHERE ledger_id = ?').pluck().get(ledgerId)!;
  const batch = db.prepare<[number, number], ChangeRow>(
    `SELECT unit_id, ${side} AS state FROM change WHERE ledger_id = ? AND unit_id > ? ORDER BY unit_id LIMIT ${BATCH}`,
  );
  const keep = db.prepare('UPDATE change SET after = ? WHERE ledger_id = ? AND unit_id = ?');
  let last = -1;
  let count = 0;
  for (;;) {
    const changes = batch.all(ledgerId, last);
    if (changes.length === 0) break;
    checkpoint(count / total);
    const units = new Map(file.unitsOf(changes.map((row) => row.unit_id)).map((unit) => [unit.id, unit]));
    for (const { unit_id: id, state } of changes) {
      const wanted = state === null ? null : (JSON.parse(state) as WholeState | SaidState);
      const now = units.get(id) ?? null;
      if (side === 'before') keep.run(stateText(now && (isSaid(wanted) ? saidState(now) : whole(now))), ledgerId, id);
      if (now && wanted) write.replace(now, inState(now, wanted));
      else if (now) write.remove(now);
      else if (wanted && !isSaid(wanted)) write.add(wanted, wanted, id);
      count++;
    }
    last = changes.at(-1)!.unit_id;
  }
  file.flush();
  return count;
}

/** The numbers of other operations that touched the same units. */
export function changesOfSameUnits(file: MemoryFile, ledgerId: number): number[] {
  return file.db
    .prepare<[number], number>(
      'SELECT DISTINCT d.ledger_id FROM change c JOIN change d ON d.unit_id = c.unit_id AND d.ledger_id <> c.ledger_id WHERE c.ledger_id = ?',
    )
    .pluck()
    .all(ledgerId);
}
