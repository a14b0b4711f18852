/** Termbases by their rows. */
import { ApiError } from '../errors.js';
import type { Db } from './database.js';

export interface TermbaseRow {
  readonly id: number;
  readonly client_id: number;
  readonly name: string;
  readonly created_at: string;
  /** JSON of the field definitions. */
  readonly fields: string;
  /** JSON of the shape of the sheet that was taken in last; null where there was none. */
  readonly shape: string | null;
  /** 1: kept to be looked up only, 0: not. */
  readonly reference: number;
}

export function termbaseById(db: Db, id: number): TermbaseRow {
  const row = db.prepare<[number], TermbaseRow>('SELECT * FROM termbase WHERE id = ?').get(id);
  if (!row) throw new ApiError('not-found', { what: 'termbase' });
  return row;
}

/** All termbases of a client. */
export function termbaseIdsOf(db: Db, clientId: number): number[] {
  return db.prepare<[number], number>('SELECT id FROM termbase WHERE client_id = ? ORDER BY id').pluck().all(clientId);
}
