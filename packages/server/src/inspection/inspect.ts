/**
 * An inspection, worked out beside: people go on working meanwhile. What it finds lies in a file of its own until the
 * writing thread takes it over.
 */
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import type { InspectionProfile } from '@fair-copy/api/inspection.js';
import type { Finding } from '@fair-copy/core/checks/check.js';
import { hashOfTexts } from '@fair-copy/core/text/hash.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading, type Db } from '../store/database.js';
import { removeDatabase } from '../store/files.js';
import { pathsOf } from '../store/paths.js';
import { evidenceOf, type Found } from '../findings/evidence.js';
import { clientOf, ruleKey, rulesOf } from '../findings/rules.js';
import { subjectOf, type Subject } from '../findings/subjects.js';
import { findingsInUnits, unitsOfMemory } from './memory.js';
import { findingsInTermbase } from './termbase.js';

export interface InspectionCounts {
  readonly new: number;
  readonly standing: number;
  readonly settled: number;
  readonly stet: number;
}

/** What was looked at: operations that came later, and what was undone or done again later, are not in it. */
export interface Moment {
  readonly ledger: number;
  readonly turn: number;
}

export interface Inspected {
  /** The file that holds the findings. */
  readonly path: string;
  readonly findings: number;
  readonly counts: InspectionCounts;
  readonly moment: Moment;
}

/** More of one check say nothing new; they come when the first are put right. */
const OF_A_CHECK = 50_000;

export interface ToInspect {
  readonly kind: Subject['kind'];
  readonly id: number;
  readonly jobId: number;
  /** What the client's inspections look for; for memories. */
  readonly profile: InspectionProfile;
}

/** Runs all checks over a termbase or memory as it is at this moment. */
export function inspect({ kind, id, jobId, profile }: ToInspect, context: TaskContext): Inspected {
  const { dataDir } = context;
  const db = openForReading(pathsOf(dataDir).workspace);
  const path = pathsOf(dataDir).stagedFindings(jobId);
  removeDatabase(path);
  mkdirSync(dirname(path), { recursive: true });
  const staged = new Database(path);
  let isDone = false;
  try {
    staged.exec(`PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF; CREATE TABLE finding (
      id INTEGER PRIMARY KEY, check_id TEXT, item INTEGER, language TEXT, place ANY, severity TEXT, text TEXT, message TEXT,
      related TEXT, correction TEXT, basis TEXT, is_new INTEGER, marks TEXT, evidence TEXT, matter INTEGER, author TEXT, day TEXT,
      origin TEXT) STRICT; BEGIN`);
    // One look at all of it. The units of a memory lie in a file of their own: the workspace is let go before they are
    // looked at, since what is written while a look lasts piles up beside the database.
    db.exec('BEGIN');
    const moment = momentOf(db);
    const known = { ...identities(db, subjectOf(kind), id), rules: rulesAbout(db, kind, id) };
    if (kind === 'memory') db.exec('COMMIT');
    const findings =
      kind === 'memory'
        ? findingsInUnits(db, unitsOfMemory(db, id, profile, context), context)
        : findingsInTermbase(db, id, profile, context);
    const counts = keep(staged, findings, known);
    staged.exec('COMMIT');
    isDone = true;
    return { path, ...counts, moment };
  } finally {
    if (db.inTransaction) db.exec('COMMIT');
    db.close();
    staged.close();
    if (!isDone) removeDatabase(path);
  }
}

function momentOf(db: Db): Moment {
  const newest = (table: 'ledger' | 'turn'): number =>
    db.prepare<[], number | null>(`SELECT max(rowid) FROM ${table}`).pluck().get() ?? 0;
  return { ledger: newest('ledger'), turn: newest('turn') };
}

interface Known {
  /** Found by the last inspection, with the matter that it was part of there. */
  readonly before: ReadonlyMap<Identity, number | null>;
  /** Let stand. */
  readonly standing: ReadonlySet<Identity>;
  /** What the client says is right, by `ruleKey`. */
  readonly rules: ReadonlySet<string>;
}

function keep(
  staged: Database.Database,
  found: Iterable<Found>,
  { before, standing, rules }: Known,
): Pick<Inspected, 'findings' | 'counts'> {
  const insert = staged.prepare(
    `INSERT INTO finding (check_id, item, language, place, severity, text, message, related, correction, basis, is_new, marks,
       evidence, matter, author, day, origin)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const counted = new MatterCounts();
  const kept = new Map<string, number>();
  const now = new Set<Identity>();
  const matters = new Map<number, number>();
  let findings = 0;
  for (const { finding, detailed } of found) {
    const { check, item, language, basis } = finding;
    const isFull = (kept.get(check) ?? 0) >= OF_A_CHECK;
    if (isFull && standing.size === 0) continue;
    const key = identity({ check_id: check, item, language, basis });
    if (isFull && !standing.has(key)) continue;
    const f = detailed();
    const evidence = evidenceOf(f);
    const said = JSON.stringify(f.said);
    // What is let stand is kept as well: it is listed, and open again when it is called back.
    const isStet = standing.has(key) || rules.has(ruleKey(f.check, f.language, evidence));
    if (!isStet) kept.set(check, (kept.get(check) ?? 0) + 1);
    now.add(key);
    const isNew = !isStet && !before.has(key);
    const matter = f.related.length > 0 ? matterOf(matters, f, said) : null;
    counted.see(matter === null ? key : -matter, isStet ? 'stet' : isNew ? 'new' : 'standing');
    findings++;
    insert.run(
      f.check,
      f.item,
      f.language,
      f.place,
      f.severity,
      f.text,
      said,
      JSON.stringify(f.related),
      f.correction ? JSON.stringify(f.correction) : null,
      f.basis,
      isNew ? 1 : 0,
      JSON.stringify(f.marks ?? []),
      evidence,
      matter,
      f.from.author,
      f.from.day,
      f.from.origin,
    );
  }
  const settled = new Set<number>();
  for (const [key, matter] of before)
    if (!now.has(key) && !standing.has(key)) settled.add(matter === null ? key : -matter);
  return { findings, counts: { ...counted.all(), settled: settled.size } };
}

type State = 'new' | 'standing' | 'stet';

/** What is wrong once is counted once: as open if any of it is, and as new if all that is open is. */
class MatterCounts {
  /** By identity, or by the number of the matter with a minus. */
  private readonly states = new Map<number, State>();

  see(matter: number, state: State): void {
    const there = this.states.get(matter);
    if (there === undefined || there === 'stet' || (there === 'new' && state === 'standing'))
      this.states.set(matter, state);
  }

  all(): Record<State, number> {
    const counts = { new: 0, standing: 0, stet: 0 };
    for (const state of this.states.values()) counts[state]++;
    return counts;
  }
}

/** Findings of a check that rest on each other and say the same are one matter. @returns its number */
function matterOf(matters: Map<number, number>, { check, item, related }: Finding, said: string): number {
  // The first of those that rest on each other is named by all of them, however many they are.
  const key = hashOfTexts([check, String(Math.min(item, ...related)), said]);
  let number = matters.get(key);
  if (number === undefined) matters.set(key, (number = matters.size + 1));
  return number;
}

function rulesAbout(db: Db, kind: Subject['kind'], owner: number): ReadonlySet<string> {
  const rules = rulesOf(db, clientOf(db, kind, owner));
  return new Set(rules.map(({ check_id: check, language, evidence }) => ruleKey(check, language, evidence)));
}

function identities(db: Db, of: Subject, owner: number): Omit<Known, 'rules'> {
  const from = (table: string, matter: string, more = ''): Map<Identity, number | null> => {
    const found = new Map<Identity, number | null>();
    const rows = db
      .prepare<[{ owner: number }], Identified & { readonly matter: number | null }>(
        `SELECT check_id, ${of.item} AS item, language, basis, ${matter} AS matter FROM ${table} WHERE ${of.owner} = @owner ${more}`,
      )
      .iterate({ owner });
    for (const row of rows) found.set(identity(row), row.matter);
    return found;
  };
  const current = `AND inspection = (SELECT max(id) FROM ${of.inspections} WHERE ${of.owner} = @owner)`;
  return { before: from(of.findings, 'matter', current), standing: new Set(from(of.stets, 'NULL').keys()) };
}

interface Identified {
  readonly check_id: string;
  readonly item: number;
  readonly language: string | null;
  readonly basis: string;
}

/** By which a finding is known again: a number of 53 bits, since there are hundreds of thousands with long texts. */
type Identity = number;

function identity({ check_id, item, language, basis }: Identified): Identity {
  return hashOfTexts([check_id, String(item), language ?? '', basis]);
}
