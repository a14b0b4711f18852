/** What a person makes of findings: let them stand, or put them right. Each an entry in the ledger. */
import { did } from '@fair-copy/words/done.js';
import type { Correction } from '@fair-copy/core/checks/check.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { withOtherValue, withoutTerm, withTermText } from '@fair-copy/core/termbase/edit.js';
import { CODE, retyped, withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { ApiError } from '../errors.js';
import { alikeFindings } from '../findings/matters.js';
import { findingsById, type FindingRow } from '../findings/read.js';
import { clientOf, ruleKey, rulesOf } from '../findings/rules.js';
import { subjectOf, type Subject } from '../findings/subjects.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded, type Writing } from '../ledger/operation.js';
import type { NewEntry } from '../ledger/record.js';
import { changedNow, inMemory } from '../memories/edit.js';
import { ConceptWriter, readConcept } from '../store/concepts.js';
import type { Db } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import type { StoredUnit } from '../store/stored-unit.js';
import { workspaceForWriting } from '../store/workspace.js';
import { settleFindings } from '../termbases/write.js';

export interface Judged {
  readonly kind: Subject['kind'];
  /** The termbase or memory. */
  readonly owner: number;
  readonly ids: readonly number[];
}

export interface ToLetStand extends Judged {
  readonly reason: string;
  /** These alone, all that rest on the same words, or those words for this client for good. */
  readonly scope: 'these' | 'alike' | 'rule';
}

/** Lets findings stand with a reason: until the texts they rest on change, or, as a rule, until it is called back. */
export function letStand(
  { kind, owner, ids, reason, scope }: ToLetStand,
  context: TaskContext,
): { readonly ledgerId: number } {
  const db = workspaceForWriting(context.dataDir);
  const of = subjectOf(kind);
  const named = required(findingsById(db, of, owner, ids));
  const rows = scope === 'alike' ? alikeFindings(db, of, owner, named) : named;
  const title =
    scope === 'rule'
      ? did('stet-rule', { text: named[0]!.evidence, count: named.length, reason })
      : did('findings-stet', { count: rows.length, text: rows[0]!.text, reason });
  const about = aboutFindings(db, kind, owner, 'stet', title);
  return recorded(context, about, (writing) => {
    writing.entry.touch(kind, owner);
    if (scope === 'rule') writeRules(writing, clientOf(db, kind, owner), rows, reason);
    else writeStets(writing, of, rows, reason);
    return { ledgerId: writing.entry.id };
  });
}

/** What was let stand is open again where it still is so. @param ids of what was let stand */
export function callBack({ kind, owner, ids }: Judged, context: TaskContext): { readonly ledgerId: number } {
  const db = workspaceForWriting(context.dataDir);
  const of = subjectOf(kind);
  const one = db.prepare<[number, number], { id: number; reason: string } & Record<string, unknown>>(
    `SELECT id, ${of.owner}, check_id, ${of.item}, language, basis, reason, at FROM ${of.stets} WHERE id = ? AND ${of.owner} = ?`,
  );
  const rows = ids.flatMap((id) => one.get(id, owner) ?? []);
  return takenBack(context, { kind, owner }, of.stets, rows);
}

/** The rules of the client are called back: what they let stand is open again where it still is so. */
export function callRulesBack({ kind, owner, ids }: Judged, context: TaskContext): { readonly ledgerId: number } {
  const db = workspaceForWriting(context.dataDir);
  const rules = rulesOf(db, clientOf(db, kind, owner)).filter(({ id }) => ids.includes(id));
  return takenBack(context, { kind, owner }, 'stet_rule', rules);
}

/** Takes rows away that let findings stand; each can be brought back. Throws where there are none. */
function takenBack(
  context: TaskContext,
  { kind, owner }: Omit<Judged, 'ids'>,
  table: Subject['stets'] | 'stet_rule',
  rows: readonly { readonly id: number; readonly reason: string }[],
): { readonly ledgerId: number } {
  if (rows.length === 0) throw new ApiError('finding-gone');
  const db = workspaceForWriting(context.dataDir);
  const title = did('stets-called-back', { count: rows.length, reason: rows[0]!.reason });
  return recorded(context, aboutFindings(db, kind, owner, 'stet', title), ({ entry }) => {
    entry.touch(kind, owner);
    const remove = db.prepare(`DELETE FROM ${table} WHERE id = ?`);
    for (const { id, ...state } of rows) {
      entry.before(table, id, state);
      remove.run(id);
    }
    return { ledgerId: entry.id };
  });
}

function writeRules({ db, entry, now }: Writing, clientId: number, rows: readonly FindingRow[], reason: string): void {
  const there = new Set(rulesOf(db, clientId).map((rule) => ruleKey(rule.check_id, rule.language, rule.evidence)));
  const insert = db.prepare(
    'INSERT INTO stet_rule (client_id, check_id, language, evidence, reason, at) VALUES (?, ?, ?, ?, ?, ?)',
  );
  for (const { check_id: check, language, evidence } of rows) {
    const key = ruleKey(check, language, evidence);
    // Findings of before an update do not say what they rest on.
    if (there.has(key) || evidence === '') continue;
    there.add(key);
    const made = insert.run(clientId, check, language, evidence, reason, now);
    entry.created('stet_rule', Number(made.lastInsertRowid));
  }
}

export function writeStets(
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

/** Does what the findings propose. A finding whose text has changed meanwhile is refused. */
export async function putRight(
  { kind, owner, ids }: Judged,
  context: TaskContext,
): Promise<{ readonly ledgerId: number; readonly changed: number }> {
  const db = workspaceForWriting(context.dataDir);
  const rows = required(findingsById(db, subjectOf(kind), owner, ids).filter((row) => row.correction !== null));
  const title = did('findings-put-right', { count: rows.length, text: rows[0]!.text });
  const about = aboutFindings(db, kind, owner, 'put right', title);
  if (kind === 'termbase')
    return recorded(context, about, (writing) => {
      const writer = new ConceptWriter(db, writing.now);
      const changed = oneByOne(rows, (row) =>
        replaceConcept(writing, writer, row.item, (body) => conceptPutRight(body, row)),
      );
      return { ledgerId: writing.entry.id, changed };
    });
  return inMemory(context, memoryById(db, owner), about, (file, entry, changes) => {
    const changed = oneByOne(rows, (row) => {
      const unit = file.unit(row.item);
      const next = unit && unitPutRight(unit, row);
      if (next) changes.replace(unit, changedNow(unit, next));
      return Boolean(next);
    });
    return { ledgerId: entry.id, changed };
  });
}

/** Several findings on one text: the first one put right may have settled the next. @returns how many were done */
function oneByOne(rows: readonly FindingRow[], done: (row: FindingRow) => boolean): number {
  const changed = rows.filter(done).length;
  if (changed === 0) throw new ApiError('finding-gone');
  return changed;
}

/** Changes a concept; what was found in it is settled. @returns whether there is another of it now */
export function replaceConcept(
  { db, entry }: Writing,
  writer: ConceptWriter,
  id: number,
  change: (body: ConceptBody) => ConceptBody | null,
): boolean {
  const before = readConcept(db, id);
  const body = before && change(before.body);
  if (!body) return false;
  entry.before('concept', id, before);
  settleFindings(db, id);
  writer.replace(id, { termbaseId: before.termbaseId, body });
  return true;
}

/** Null: it is no longer what the finding says. */
function conceptPutRight(body: ConceptBody, row: FindingRow): ConceptBody | null {
  const correction = JSON.parse(row.correction!) as Correction;
  const termId = row.place as string | null;
  if (correction.kind === 'value') {
    const { field, value, instead } = correction;
    return withOtherValue(body, { termId, language: row.language }, field, value, instead);
  }
  const term = body.languages.flatMap((s) => s.terms).find((t) => t.id === termId);
  if (!term || term.text !== row.text) return null;
  return correction.kind === 'text' ? withTermText(body, term.id, correction.text) : withoutTerm(body, term.id);
}

/** Null: the text is another one by now, or the correction would lose one of its codes. */
function unitPutRight(unit: StoredUnit, { place, text, correction }: FindingRow): Unit | null {
  const at = place as number;
  const variant = unit.variants[at];
  if (!variant || withoutCodes(variant.text) !== withoutCodes(text)) return null;
  const what = JSON.parse(correction!) as Correction;
  if (what.kind === 'text') {
    if (what.text.split(CODE).length - 1 !== variant.codes.length) return null;
    const next = { ...variant, ...retyped(variant, what.text) };
    return { ...unit, variants: unit.variants.with(at, next) };
  }
  if (what.kind === 'value') return null;
  // A unit keeps at least two texts.
  if (unit.variants.length < 3) return null;
  return { ...unit, variants: unit.variants.toSpliced(at, 1) };
}

/** What the ledger says of an operation on findings. */
export function aboutFindings(
  db: Db,
  kind: Subject['kind'],
  owner: number,
  as: string,
  title: NewEntry['title'],
): NewEntry {
  return { clientId: clientOf(db, kind, owner), termbaseId: kind === 'termbase' ? owner : null, kind: as, title };
}

/** Throws where nothing is left of what was asked for. */
function required(rows: readonly FindingRow[]): readonly FindingRow[] {
  if (rows.length === 0) throw new ApiError('finding-gone');
  return rows;
}
