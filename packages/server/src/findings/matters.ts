/** Open findings as matters: what is wrong once, with everything that it is wrong in; filtered, sorted, counted. */
import type { Db } from '../store/database.js';
import { columns, open, type FindingRow } from './read.js';
import type { Subject } from './subjects.js';

export interface MatterFilter {
  readonly check: string | null;
  readonly severity: FindingRow['severity'] | null;
  readonly author: string | null;
  readonly origin: string | null;
  /** Written on this day or later, as YYYYMMDD. */
  readonly since: string | null;
  /** Only what can be put right without a thought. */
  readonly safe: boolean;
}

export type MatterOrder = 'place' | 'severity' | 'author' | 'origin' | 'newest';

export interface Matter extends FindingRow {
  /** Findings that it consists of: their ids and their concepts or units, in their order. */
  readonly members: readonly { readonly id: number; readonly item: number }[];
  /** Open findings of the same check that rest on the same words, its own among them. */
  readonly alike: number;
}

const ORDERS: Readonly<Record<MatterOrder, string>> = {
  place: 'first',
  severity: "CASE f.severity WHEN 'error' THEN 0 WHEN 'warning' THEN 1 ELSE 2 END, first",
  author: 'f.author, first',
  origin: 'f.origin, first',
  newest: 'f.day DESC, first',
};

interface Asked extends MatterFilter {
  readonly owner: number;
  readonly order: MatterOrder;
  readonly from: number;
  readonly limit: number;
}

const filtered = (of: Subject): string =>
  `${open(of)} AND (@check IS NULL OR f.check_id = @check) AND (@severity IS NULL OR f.severity = @severity)
   AND (@author IS NULL OR f.author = @author) AND (@origin IS NULL OR f.origin = @origin)
   AND (@since IS NULL OR f.day >= @since) AND (@safe = 0 OR json_extract(f.correction, '$.safe') = 1)`;

interface Words {
  readonly owner: number;
  readonly check: string;
  readonly language: string | null;
  readonly evidence: string;
}

/** What rests on the same words. */
const alikeTo = (of: Subject): string =>
  `${open(of)} AND f.check_id = @check AND f.language IS @language AND f.evidence = @evidence`;

/** A page of matters. O(open findings). */
export function openMatters(db: Db, of: Subject, { order, safe, ...asked }: Asked): Matter[] {
  type Row = FindingRow & { readonly ids: string };
  const where = { ...asked, safe: safe ? 1 : 0 };
  const rows = db
    .prepare<[typeof where], Row>(
      `SELECT ${columns(of)}, g.ids FROM (
         SELECT min(f.id) AS first, json_group_array(json_object('id', f.id, 'item', f.${of.item}) ORDER BY f.id) AS ids
         FROM ${of.findings} f WHERE ${filtered(of)} GROUP BY coalesce(f.matter, -f.id)) g
       JOIN ${of.findings} f ON f.id = g.first ORDER BY ${ORDERS[order]} LIMIT @limit OFFSET @from`,
    )
    .all(where);
  const alike = db.prepare<[Words], number>(`SELECT count(*) FROM ${of.findings} f WHERE ${alikeTo(of)}`).pluck();
  return rows.map(({ ids, ...row }) => ({
    ...row,
    members: JSON.parse(ids) as Matter['members'],
    alike: alike.get({ owner: asked.owner, check: row.check_id, language: row.language, evidence: row.evidence })!,
  }));
}

/** Open findings of the same check and language that rest on the same words as these, these among them. */
export function alikeFindings(db: Db, of: Subject, owner: number, rows: readonly FindingRow[]): FindingRow[] {
  const read = db.prepare<[Words], FindingRow>(`SELECT ${columns(of)} FROM ${of.findings} f WHERE ${alikeTo(of)}`);
  const all = new Map<number, FindingRow>();
  for (const { check_id: check, language, evidence } of rows)
    for (const row of read.all({ owner, check, language, evidence })) all.set(row.id, row);
  return [...all.values()];
}

export interface Share {
  readonly name: string;
  /** Open matters. */
  readonly open: number;
  readonly errors: number;
}

/** Whose texts have the most open findings, and where they came from. Names that are not known are empty. */
export function openBy(db: Db, of: Subject, owner: number, what: 'author' | 'origin', limit: number): Share[] {
  return db
    .prepare<[{ owner: number; limit: number }], Share>(
      `SELECT f.${what} AS name, count(DISTINCT coalesce(f.matter, -f.id)) AS open,
         count(DISTINCT CASE f.severity WHEN 'error' THEN coalesce(f.matter, -f.id) END) AS errors
       FROM ${of.findings} f WHERE ${open(of)} GROUP BY f.${what} ORDER BY open DESC, name LIMIT @limit`,
    )
    .all({ owner, limit });
}
