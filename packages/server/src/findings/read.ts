/** The findings of the last inspection that are still open: not settled since, and not let stand. */
import type { Db } from '../store/database.js';
import type { Subject } from './subjects.js';

export interface FindingRow {
  readonly id: number;
  /** The termbase or memory. */
  readonly owner: number;
  readonly check_id: string;
  /** The concept or unit. */
  readonly item: number;
  readonly language: string | null;
  /** The id of the term, or which of the variants, from 0; null: the item as a whole. */
  readonly place: string | number | null;
  readonly severity: 'error' | 'warning' | 'info';
  readonly text: string;
  readonly message: string;
  /** Other items, as JSON. */
  readonly related: string;
  /** Where the evidence stands, as JSON. */
  readonly marks: string;
  readonly correction: string | null;
  readonly basis: string;
  readonly is_new: number;
  readonly settled: number;
  /** The words that it rests on. */
  readonly evidence: string;
  /** The same for findings of one inspection that are one matter; null: it is one by itself. */
  readonly matter: number | null;
  readonly author: string;
  /** As YYYYMMDD; empty: not known. */
  readonly day: string;
  readonly origin: string;
}

export const columns = ({ owner, item, place }: Subject): string =>
  `f.id, f.${owner} AS owner, f.check_id, f.${item} AS item, f.language, f.${place} AS place, f.severity, f.text, f.message,
   f.related, f.correction, f.basis, f.is_new, f.settled, f.marks, f.evidence, f.matter, f.author, f.day, f.origin`;

export const open = ({ kind, owner, item, stets, inspections }: Subject, of = '@owner'): string =>
  `f.${owner} = ${of} AND f.inspection = (SELECT max(id) FROM ${inspections} WHERE ${owner} = ${of}) AND f.settled = 0 AND NOT EXISTS (
     SELECT 1 FROM ${stets} s WHERE s.${owner} = f.${owner} AND s.check_id = f.check_id AND s.${item} = f.${item}
       AND s.language IS f.language AND s.basis = f.basis)
   AND NOT EXISTS (
     SELECT 1 FROM stet_rule r WHERE r.client_id = (SELECT client_id FROM ${kind} WHERE id = ${of}) AND r.check_id = f.check_id
       AND r.language IS f.language AND r.evidence = f.evidence)`;

export function openFindings(
  db: Db,
  of: Subject,
  {
    severity = null,
    ...where
  }: {
    readonly owner: number;
    readonly check: string | null;
    readonly severity?: FindingRow['severity'] | null;
    readonly after: number;
    readonly limit: number;
  },
): FindingRow[] {
  return db
    .prepare<[typeof where & { readonly severity: string | null }], FindingRow>(
      `SELECT ${columns(of)} FROM ${of.findings} f
       WHERE ${open(of)} AND (@check IS NULL OR f.check_id = @check)
         AND (@severity IS NULL OR f.severity = @severity) AND f.id > @after ORDER BY f.id LIMIT @limit`,
    )
    .all({ ...where, severity });
}

/** A finding of the last inspection that somebody let stand. */
export interface StetFinding extends FindingRow {
  readonly stet: number;
  readonly reason: string;
  readonly at: string;
}

const standing = ({ owner, item, findings, stets, inspections }: Subject): string =>
  `FROM ${stets} s JOIN ${findings} f ON f.${owner} = s.${owner} AND f.check_id = s.check_id AND f.${item} = s.${item}
     AND f.language IS s.language AND f.basis = s.basis
   WHERE s.${owner} = @owner AND f.inspection = (SELECT max(id) FROM ${inspections} WHERE ${owner} = @owner) AND f.settled = 0`;

/** In the order in which they were let stand. */
export function stetFindings(
  db: Db,
  of: Subject,
  where: { readonly owner: number; readonly after: number; readonly limit: number },
): StetFinding[] {
  return db
    .prepare<[typeof where], StetFinding>(
      `SELECT ${columns(of)}, s.id AS stet, s.reason, s.at ${standing(of)} AND s.id > @after GROUP BY s.id ORDER BY s.id LIMIT @limit`,
    )
    .all(where);
}

export function stetTotal(db: Db, of: Subject, owner: number): number {
  return db
    .prepare<[{ owner: number }], number>(`SELECT count(DISTINCT s.id) ${standing(of)}`)
    .pluck()
    .get({ owner })!;
}

export function openFindingsOf(db: Db, of: Subject, owner: number, item: number): FindingRow[] {
  return db
    .prepare<[{ owner: number; item: number }], FindingRow>(
      `SELECT ${columns(of)} FROM ${of.findings} f WHERE ${open(of)} AND f.${of.item} = @item ORDER BY f.id`,
    )
    .all({ owner, item });
}

/** A query for the concepts or units that have open findings, to stand in another. @param of the parameter that gives the owner */
export const itemsWithFindingsQuery = (subject: Subject, of: string): string =>
  `SELECT f.${subject.item} FROM ${subject.findings} f WHERE ${open(subject, of)}`;

/** Which concepts or units have open findings. */
export function itemsWithFindings(db: Db, of: Subject, owner: number): IterableIterator<number> {
  return db
    .prepare<[{ owner: number }], number>(`SELECT DISTINCT f.${of.item} FROM ${of.findings} f WHERE ${open(of)}`)
    .pluck()
    .iterate({ owner });
}

/** Those of a termbase or memory; others are not its. */
export function findingsById(db: Db, of: Subject, owner: number, ids: readonly number[]): FindingRow[] {
  const one = db.prepare<[number, number], FindingRow>(
    `SELECT ${columns(of)} FROM ${of.findings} f WHERE f.id = ? AND f.${of.owner} = ?`,
  );
  return ids.flatMap((id) => one.get(id, owner) ?? []);
}

/** Open matters by check; how many findings of them can be put right without a thought. */
export function openCounts(
  db: Db,
  of: Subject,
  owner: number,
): { check: string; open: number; safe: number; fresh: number }[] {
  return db
    .prepare<[{ owner: number }], { check: string; open: number; safe: number; fresh: number }>(
      `SELECT f.check_id AS "check", count(DISTINCT coalesce(f.matter, -f.id)) AS open, sum(coalesce(json_extract(f.correction, '$.safe'), 0)) AS safe, sum(f.is_new) AS fresh
       FROM ${of.findings} f WHERE ${open(of)} GROUP BY f.check_id`,
    )
    .all({ owner });
}

/** Matters: what is wrong once, in however many concepts or units. */
export function openTotal(db: Db, of: Subject, owner: number): number {
  return db
    .prepare<[{ owner: number }], { n: number }>(
      `SELECT count(DISTINCT coalesce(f.matter, -f.id)) AS n FROM ${of.findings} f WHERE ${open(of)}`,
    )
    .get({ owner })!.n;
}

export function lastInspection(
  db: Db,
  of: Subject,
  owner: number,
): { readonly at: string; readonly counts: string } | undefined {
  return db
    .prepare<[number], { at: string; counts: string }>(
      `SELECT at, counts FROM ${of.inspections} WHERE ${of.owner} = ? ORDER BY id DESC LIMIT 1`,
    )
    .get(owner);
}

/** Concepts or units with open findings. */
export function openItems(db: Db, of: Subject, owner: number): number {
  return db
    .prepare<[{ owner: number }], number>(`SELECT count(DISTINCT f.${of.item}) FROM ${of.findings} f WHERE ${open(of)}`)
    .pluck()
    .get({ owner })!;
}
