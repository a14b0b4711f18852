/** Clients and termbases as rows. */
import { shownName } from '@fair-copy/files/file-names.js';
import { ApiError } from '../errors.js';
import type { Db } from './database.js';

export interface ClientRow {
  readonly id: number;
  readonly name: string;
  readonly created_at: string;
}

export interface TermbaseRow {
  readonly id: number;
  readonly client_id: number;
  readonly name: string;
  readonly created_at: string;
  /** JSON of the field definitions. */
  readonly fields: string;
  /** JSON of the shape of the sheet that was taken in last; null where there was none. */
  readonly shape: string | null;
}

export function clientById(db: Db, id: number): ClientRow {
  const row = db.prepare<[number], ClientRow>('SELECT * FROM client WHERE id = ?').get(id);
  if (!row) throw new ApiError('not-found', { what: 'client' });
  return row;
}

export function termbaseById(db: Db, id: number): TermbaseRow {
  const row = db.prepare<[number], TermbaseRow>('SELECT * FROM termbase WHERE id = ?').get(id);
  if (!row) throw new ApiError('not-found', { what: 'termbase' });
  return row;
}

/** A name without spaces around it; throws if nothing is left or it is taken among the given ones. */
export function freeName(name: string, taken: readonly string[], what: string): string {
  const clean = shownName(name.replace(/\s+/gu, ' ').trim());
  if (!clean) throw new ApiError('name-empty');
  if (taken.some((other) => other.toLowerCase() === clean.toLowerCase())) throw new ApiError('name-taken', { what });
  return clean;
}
