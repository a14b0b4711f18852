/** Kits by their rows. */
import type { KitChoice } from '@fair-copy/api/kits.js';
import { ApiError } from '../errors.js';
import type { Db } from './database.js';

export interface KitRow {
  readonly id: number;
  readonly client_id: number;
  readonly name: string;
  /** JSON of what is chosen. */
  readonly body: string;
  readonly created_at: string;
}

export function kitById(db: Db, id: number): KitRow {
  const row = db.prepare<[number], KitRow>('SELECT * FROM kit WHERE id = ?').get(id);
  if (!row) throw new ApiError('not-found', { what: 'kit' });
  return row;
}

export function kitNames(db: Db, clientId: number, except = -1): string[] {
  return db
    .prepare<[number, number], string>('SELECT name FROM kit WHERE client_id = ? AND id <> ?')
    .pluck()
    .all(clientId, except);
}

/** What is chosen, without resources that the client no longer has. Equal choices are equal as JSON. */
export function choiceOf(db: Db, { client_id: clientId, body }: Pick<KitRow, 'client_id' | 'body'>): KitChoice {
  const said = JSON.parse(body) as KitChoice;
  const isThere = (kind: 'memory' | 'termbase', id: number): boolean =>
    db.prepare(`SELECT 1 FROM ${kind} WHERE id = ? AND client_id = ?`).get(id, clientId) !== undefined;
  const memories = said.memories
    .filter(({ id }) => isThere('memory', id))
    .map(({ id, off, only: { client, subject, since } = {} }) => ({
      id,
      off,
      ...((client || subject || since) && {
        only: { ...(client && { client }), ...(subject && { subject }), ...(since && { since }) },
      }),
    }));
  const termbases = said.termbases.filter((id) => isThere('termbase', id));
  /** One that is kept for reference since is no longer written to. */
  const written = (kind: 'memory' | 'termbase', id: number | null, among: readonly number[]): number | null =>
    id !== null && among.includes(id) && !isReference(db, kind, id) ? id : null;
  return {
    source: said.source,
    target: said.target,
    threshold: said.threshold,
    memories,
    termbases,
    writesMemory: written(
      'memory',
      said.writesMemory,
      memories.map(({ id }) => id),
    ),
    writesTermbase: written('termbase', said.writesTermbase, termbases),
  };
}

const isReference = (db: Db, kind: 'memory' | 'termbase', id: number): boolean =>
  db.prepare<[number], number>(`SELECT reference FROM ${kind} WHERE id = ?`).pluck().get(id) === 1;
