/** The findings of the last inspection that are still open: not settled since, and not let stand. */
import type { Db } from '../store/database.js';

export interface FindingRow {
  readonly id: number;
  readonly termbase_id: number;
  readonly check_id: string;
  readonly concept_id: number;
  readonly language: string | null;
  readonly term_id: string | null;
  readonly severity: 'error' | 'warning' | 'info';
  readonly text: string;
  readonly message: string;
  readonly related: string;
  readonly correction: string | null;
  readonly basis: string;
  readonly is_new: number;
  readonly settled: number;
}

const OPEN = `f.termbase_id = @termbaseId AND f.settled = 0 AND NOT EXISTS (
  SELECT 1 FROM stet s WHERE s.termbase_id = f.termbase_id AND s.check_id = f.check_id AND s.concept_id = f.concept_id
    AND s.language IS f.language AND s.basis = f.basis)`;

export function openFindings(
  db: Db,
  where: { readonly termbaseId: number; readonly check: string | null; readonly after: number; readonly limit: number },
): FindingRow[] {
  return db
    .prepare<[typeof where], FindingRow>(
      `SELECT f.* FROM finding f WHERE ${OPEN} AND (@check IS NULL OR f.check_id = @check) AND f.id > @after ORDER BY f.id LIMIT @limit`,
    )
    .all(where);
}

export function openFindingsOfConcept(db: Db, termbaseId: number, conceptId: number): FindingRow[] {
  return db
    .prepare<[{ termbaseId: number; conceptId: number }], FindingRow>(
      `SELECT f.* FROM finding f WHERE ${OPEN} AND f.concept_id = @conceptId ORDER BY f.id`,
    )
    .all({ termbaseId, conceptId });
}

/** Open findings by check; how many of them can be put right without a thought. */
export function openCounts(db: Db, termbaseId: number): { check: string; open: number; safe: number; fresh: number }[] {
  return db
    .prepare<[{ termbaseId: number }], { check: string; open: number; safe: number; fresh: number }>(
      `SELECT f.check_id AS "check", count(*) AS open, sum(coalesce(json_extract(f.correction, '$.safe'), 0)) AS safe, sum(f.is_new) AS fresh
       FROM finding f WHERE ${OPEN} GROUP BY f.check_id`,
    )
    .all({ termbaseId });
}

export function openTotal(db: Db, termbaseId: number): number {
  return db
    .prepare<[{ termbaseId: number }], { n: number }>(`SELECT count(*) AS n FROM finding f WHERE ${OPEN}`)
    .get({ termbaseId })!.n;
}

export function lastInspection(
  db: Db,
  termbaseId: number,
): { readonly at: string; readonly counts: string } | undefined {
  return db
    .prepare<[number], { at: string; counts: string }>(
      'SELECT at, counts FROM inspection WHERE termbase_id = ? ORDER BY id DESC LIMIT 1',
    )
    .get(termbaseId);
}
