/** Clients by their rows. */
import { ApiError } from '../errors.js';
import type { Db } from './database.js';

export interface ClientRow {
  readonly id: number;
  readonly name: string;
  readonly created_at: string;
}

export function clientById(db: Db, id: number): ClientRow {
  const row = db.prepare<[number], ClientRow>('SELECT * FROM client WHERE id = ?').get(id);
  if (!row) throw new ApiError('not-found', { what: 'client' });
  return row;
}
