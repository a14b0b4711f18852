/** Memories and termbases alike, as what is bridged and compared. */
import type { ComparedRef, ResourceRef } from '@fair-copy/api/two.js';
import { fits, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { MergeInput } from '@fair-copy/core/memory/merge/merge.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { unitOfConcept, unitsOver } from '@fair-copy/core/memory/of-concept.js';
import { ApiError } from '../errors.js';
import { earlierStates, earlierUnits, type EarlierState } from '../memories/earlier.js';
import { MergeInputs, stateOf } from '../merging/inputs.js';
import { readConcept } from '../store/concepts.js';
import { openForReading, type Db } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { termbaseById } from '../store/termbases.js';

export interface OpenResource extends MergeInput {
  readonly ref: ResourceRef;
  readonly name: string;
  /** Of the unit, or of the concept that it is of, by its number from 0. */
  idOf(number: number): number;
}

/** Whether it is there, and one of the client's. */
export function isOfClient(db: Db, clientId: number, { kind, id }: ResourceRef): boolean {
  return db.prepare(`SELECT 1 FROM ${kind} WHERE id = ? AND client_id = ?`).get(id, clientId) !== undefined;
}

/** Throws `ApiError` ("not-found") where it is not one of the client's. */
export function resourceRow(db: Db, clientId: number, { kind, id }: ResourceRef) {
  const row = kind === 'memory' ? memoryById(db, id) : termbaseById(db, id);
  if (row.client_id !== clientId) throw new ApiError('not-found', { what: kind });
  return row;
}

/** A memory's state before an operation. Throws `ApiError` ("not-found") where it can no longer be seen. */
export function earlierState(db: Db, id: number, before: number): EarlierState {
  const state = earlierStates(db, id).find(({ ledgerId }) => ledgerId === before);
  if (!state) throw new ApiError('not-found', { what: 'earlier state' });
  return state;
}

/** Which state of resources something is true of: another after anything was done to any of them. */
export function stateOfResources(db: Db, refs: readonly ResourceRef[]): string {
  const termbase = db.prepare<[{ id: number }], { entries: number; turns: number; last: number | null }>(
    `SELECT count(*) AS entries, max(t.ledger_id) AS last,
       (SELECT count(*) FROM turn n JOIN touched u ON u.ledger_id = n.ledger_id WHERE u.kind = 'termbase' AND u.resource_id = @id) AS turns
     FROM touched t WHERE t.kind = 'termbase' AND t.resource_id = @id`,
  );
  return JSON.stringify(
    refs.map(({ kind, id }) => (kind === 'memory' ? stateOf(db, [id]) : JSON.stringify(termbase.get({ id })))),
  );
}

/** "2026-11-30 19:14" where the server stands, for names in files. */
function localTime(iso: string): string {
  const time = new Date(iso);
  return new Date(time.getTime() - time.getTimezoneOffset() * 60_000).toISOString().slice(0, 16).replace('T', ' ');
}

/** Two resources at one moment. Call `close`. */
export class TwoResources {
  private constructor(
    readonly both: readonly [OpenResource, OpenResource],
    readonly state: string,
    private readonly db: Db,
    private readonly memories: readonly { close(): void }[],
  ) {}

  /** @param over concepts come by their terms in this language; null: as they are */
  static open(
    dataDir: string,
    clientId: number,
    refs: readonly [ComparedRef, ComparedRef],
    over: LanguageTag | null,
  ): TwoResources {
    const db = openForReading(pathsOf(dataDir).workspace);
    const memories: { close(): void }[] = [];
    try {
      db.exec('BEGIN');
      const open = (ref: ComparedRef): OpenResource => {
        const { name } = resourceRow(db, clientId, ref);
        if (ref.kind === 'termbase') return { ref, name, ...ofTermbase(db, ref.id, over) };
        if (ref.before !== undefined) {
          const state = earlierState(db, ref.id, ref.before);
          const file = MemoryFile.openForReading(pathsOf(dataDir).memory(state.stored));
          memories.push(file);
          file.db.exec('BEGIN');
          return { ref, name: `${name} < ${localTime(state.at)}`, ...earlierUnits(file, state) };
        }
        const inputs = MergeInputs.open(dataDir, [memoryById(db, ref.id)]);
        memories.push(inputs);
        return { ref, name, ...inputs.all[0]! };
      };
      return new TwoResources([open(refs[0]), open(refs[1])], stateOfResources(db, refs), db, memories);
    } catch (error) {
      for (const each of memories) each.close();
      db.close();
      throw error;
    }
  }

  close(): void {
    for (const each of this.memories) each.close();
    this.db.exec('COMMIT');
    this.db.close();
  }
}

/** Over a language, only the concepts that have a term in it and one in another: what has not cannot be paired. */
function ofTermbase(db: Db, id: number, over: LanguageTag | null): MergeInput & Pick<OpenResource, 'idOf'> {
  const ids = db.prepare<[number], number>('SELECT id FROM concept WHERE termbase_id = ? ORDER BY id').pluck().all(id);
  const unitsOf = (concept: number): Unit[] => {
    const { body } = readConcept(db, concept)!;
    return over === null ? [unitOfConcept(body)] : unitsOver(body, (language) => fits(over, language));
  };
  /** By unit: its concept, and which of the concept's units it is. */
  const places: (readonly [concept: number, at: number])[] = [];
  for (const concept of ids) {
    const count = over === null ? 1 : unitsOf(concept).length;
    for (let at = 0; at < count; at++) places.push([concept, at]);
  }
  return {
    count: places.length,
    idOf: (number) => places[number]![0],
    *units() {
      for (const concept of ids) yield* unitsOf(concept);
    },
    unit: (number) => unitsOf(places[number]![0])[places[number]![1]]!,
  };
}
