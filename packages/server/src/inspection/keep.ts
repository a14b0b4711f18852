/** Findings kept from one inspection to the next, and let stand. */
import type { Finding } from '@fair-copy/core/checks/check.js';
import { ApiError } from '../errors.js';
import type { Db } from '../store/database.js';
import type { Writing } from '../ledger/operation.js';
import type { FindingRow } from './read.js';
import type { Subject } from './subjects.js';

export interface InspectionCounts {
  readonly new: number;
  readonly standing: number;
  readonly settled: number;
  readonly stet: number;
}

/** More of one check say nothing new; they come when the first are put right. */
const OF_A_CHECK = 50_000;

/** Puts the findings in place of those of the last inspection, but for those that were let stand. In a transaction. */
export function keepFindings(db: Db, of: Subject, owner: number, findings: Iterable<Finding>): InspectionCounts {
  const { findings: table, stets, owner: column, item, place } = of;
  const identities = (from: string): Set<string> =>
    new Set(
      db
        .prepare<[number], Identity>(
          `SELECT check_id, ${item} AS item, language, basis FROM ${from} WHERE ${column} = ?`,
        )
        .all(owner)
        .map(identity),
    );
  const before = identities(table);
  const standing = identities(stets);
  db.prepare(`DELETE FROM ${table} WHERE ${column} = ?`).run(owner);
  const insert = db.prepare(
    `INSERT INTO ${table} (${column}, check_id, ${item}, language, ${place}, severity, text, message, related, correction, basis, is_new)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const counts = { new: 0, standing: 0, settled: 0, stet: 0 };
  const kept = new Map<string, number>();
  const now = new Set<string>();
  for (const f of findings) {
    const key = identity({ check_id: f.check, item: f.concept, language: f.language, basis: f.basis });
    if (standing.has(key)) {
      counts.stet++;
      continue;
    }
    const count = (kept.get(f.check) ?? 0) + 1;
    if (count > OF_A_CHECK) continue;
    kept.set(f.check, count);
    now.add(key);
    const isNew = !before.has(key);
    counts[isNew ? 'new' : 'standing']++;
    insert.run(
      owner,
      f.check,
      f.concept,
      f.language,
      f.term === null || of.kind === 'termbase' ? f.term : Number(f.term),
      f.severity,
      f.text,
      f.message,
      JSON.stringify(f.related),
      f.correction ? JSON.stringify(f.correction) : null,
      f.basis,
      isNew ? 1 : 0,
    );
  }
  for (const key of before) if (!now.has(key) && !standing.has(key)) counts.settled++;
  db.prepare(`INSERT INTO ${of.inspections} (${column}, at, counts) VALUES (?, ?, ?)`).run(
    owner,
    new Date().toISOString(),
    JSON.stringify(counts),
  );
  return counts;
}

interface Identity {
  readonly check_id: string;
  readonly item: number;
  readonly language: string | null;
  readonly basis: string;
}

function identity({ check_id, item, language, basis }: Identity): string {
  return `${check_id}\0${item}\0${language ?? ''}\0${basis}`;
}

/** Lets findings stand with a reason, until the texts they rest on change. */
export function letFindingsStand(
  { db, entry, now }: Writing,
  of: Subject,
  rows: readonly FindingRow[],
  reason: string,
): void {
  const insert = db.prepare(
    `INSERT INTO ${of.stets} (${of.owner}, check_id, ${of.item}, language, basis, reason, at) VALUES (?, ?, ?, ?, ?, ?, ?)`,
  );
  for (const row of rows) {
    const made = insert.run(row.owner, row.check_id, row.item, row.language, row.basis, reason, now);
    entry.created(of.stets, Number(made.lastInsertRowid));
  }
}

/** Throws where nothing is left of what was asked for. */
export function requireFindings(rows: readonly FindingRow[]): FindingRow {
  if (rows.length === 0) throw new ApiError('finding-gone');
  return rows[0]!;
}

export function stetTitle(rows: readonly FindingRow[], reason: string): string {
  const what = rows.length === 1 ? `“${rows[0]!.text}”` : `${rows.length} findings`;
  return `Let stand: ${what}${reason ? ` (${reason})` : ''}`;
}
