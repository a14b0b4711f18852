/** Inspecting a termbase, letting findings stand, putting them right. */
import { inspect, type Finding } from '@fair-copy/core/checks/check.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { FieldDefinition } from '@fair-copy/core/termbase/definition.js';
import { withoutTerm, withTermText } from '@fair-copy/core/termbase/edit.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { conceptById, ConceptWriter, conceptsOf, languageCounts, readConcept } from '../store/concepts.js';
import type { Db } from '../store/database.js';
import { picturesOf } from '../store/pictures.js';
import { termbaseById } from '../store/termbases.js';
import { recorded, workspaceForWriting } from '../store/workspace.js';
import { settleFindings } from '../termbases/write.js';
import type { FindingRow } from './read.js';

export interface InspectionCounts {
  readonly new: number;
  readonly standing: number;
  readonly settled: number;
  readonly stet: number;
}

/** Runs all checks and replaces the findings of the last inspection. */
export function inspectTermbase(
  { termbaseId }: { readonly termbaseId: number },
  context: TaskContext,
): InspectionCounts {
  const db = workspaceForWriting(context.dataDir);
  const fields = JSON.parse(termbaseById(db, termbaseId).fields) as FieldDefinition[];
  const pictures = new Set(picturesOf(db, termbaseId).map((picture) => picture.name));
  const languages = languageCounts(db, termbaseId).map((row) => row.language as LanguageTag);
  const total = Math.max(
    1,
    db.prepare<[number], { n: number }>('SELECT count(*) AS n FROM concept WHERE termbase_id = ?').get(termbaseId)!.n,
  );
  const findings = [
    ...inspect(counted(db, termbaseId, total, context), TERMBASE_CHECKS, {
      languages,
      concept: (id) => conceptById(db, id),
      fields,
      hasPicture: (name) => pictures.has(name),
    }),
  ];
  return db.transaction(() => store(db, termbaseId, findings)).immediate();
}

function* counted(
  db: Db,
  termbaseId: number,
  total: number,
  context: TaskContext,
): Generator<ReturnType<typeof conceptsOf> extends Generator<infer C> ? C : never> {
  let seen = 0;
  for (const concept of conceptsOf(db, termbaseId)) {
    if (++seen % 500 === 0) context.checkpoint(seen / total);
    yield concept;
  }
}

function store(db: Db, termbaseId: number, findings: readonly Finding[]): InspectionCounts {
  const before = new Set(
    db.prepare<[number], FindingRow>('SELECT * FROM finding WHERE termbase_id = ?').all(termbaseId).map(identityOfRow),
  );
  const stets = new Set(
    db
      .prepare<[number], { check_id: string; concept_id: number; language: string | null; basis: string }>(
        'SELECT check_id, concept_id, language, basis FROM stet WHERE termbase_id = ?',
      )
      .all(termbaseId)
      .map((row) => identity(row.check_id, row.concept_id, row.language, row.basis)),
  );
  db.prepare('DELETE FROM finding WHERE termbase_id = ?').run(termbaseId);
  const insert = db.prepare(
    `INSERT INTO finding (termbase_id, check_id, concept_id, language, term_id, severity, text, message, related, correction, basis, is_new)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const counts = { new: 0, standing: 0, settled: 0, stet: 0 };
  const now = new Set<string>();
  for (const f of findings) {
    const key = identity(f.check, f.concept, f.language, f.basis);
    if (stets.has(key)) {
      counts.stet++;
      continue;
    }
    now.add(key);
    const isNew = !before.has(key);
    counts[isNew ? 'new' : 'standing']++;
    const correction = f.correction ? JSON.stringify(f.correction) : null;
    insert.run(
      termbaseId,
      f.check,
      f.concept,
      f.language,
      f.term,
      f.severity,
      f.text,
      f.message,
      JSON.stringify(f.related),
      correction,
      f.basis,
      isNew ? 1 : 0,
    );
  }
  counts.settled = [...before].filter((key) => !now.has(key) && !stets.has(key)).length;
  db.prepare('INSERT INTO inspection (termbase_id, at, counts) VALUES (?, ?, ?)').run(
    termbaseId,
    new Date().toISOString(),
    JSON.stringify(counts),
  );
  return counts;
}

function identity(check: string, concept: number, language: string | null, basis: string): string {
  return `${check}\0${concept}\0${language ?? ''}\0${basis}`;
}

function identityOfRow(row: FindingRow): string {
  return identity(row.check_id, row.concept_id, row.language, row.basis);
}

/** Lets findings stand with a reason, until the texts they rest on change. */
export function letStand(
  { ids, reason }: { readonly ids: readonly number[]; readonly reason: string },
  { dataDir }: TaskContext,
): { readonly ledgerId: number } {
  const db = workspaceForWriting(dataDir);
  const rows = findingsById(db, ids);
  const first = rows[0]!;
  const { client_id } = termbaseById(db, first.termbase_id);
  const what = rows.length === 1 ? `“${first.text}”` : `${rows.length} findings`;
  const about = {
    clientId: client_id,
    termbaseId: first.termbase_id,
    kind: 'stet',
    title: `Let stand: ${what}${reason ? ` (${reason})` : ''}`,
  };
  return recorded(dataDir, about, ({ entry, now }) => {
    const insert = db.prepare(
      'INSERT INTO stet (termbase_id, check_id, concept_id, language, basis, reason, at) VALUES (?, ?, ?, ?, ?, ?, ?)',
    );
    for (const row of rows) {
      const id = Number(
        insert.run(row.termbase_id, row.check_id, row.concept_id, row.language, row.basis, reason, now).lastInsertRowid,
      );
      entry.created('stet', id);
    }
    return { ledgerId: entry.id };
  });
}

/** Does what the findings propose. A finding whose text has changed meanwhile is refused. */
export function putRight(
  { ids }: { readonly ids: readonly number[] },
  { dataDir }: TaskContext,
): { readonly ledgerId: number; readonly changed: number } {
  const db = workspaceForWriting(dataDir);
  const rows = findingsById(db, ids).filter((row) => row.correction !== null);
  const first = rows[0];
  if (!first) throw new ApiError('finding-gone');
  const { client_id } = termbaseById(db, first.termbase_id);
  const title = rows.length === 1 ? `Put right: “${first.text}”` : `Put right: ${rows.length} findings`;
  return recorded(
    dataDir,
    { clientId: client_id, termbaseId: first.termbase_id, kind: 'put right', title },
    ({ entry, now }) => {
      const writer = new ConceptWriter(db, now);
      let changed = 0;
      for (const row of rows) {
        const before = readConcept(db, row.concept_id);
        const term = before?.body.languages.flatMap((s) => s.terms).find((t) => t.id === row.term_id);
        // Several findings on one term: the first one put right may have settled the next.
        if (!before || !term || term.text !== row.text) {
          if (rows.length === 1) throw new ApiError('finding-gone');
          continue;
        }
        const correction = JSON.parse(row.correction!) as NonNullable<Finding['correction']>;
        const body =
          correction.kind === 'text'
            ? withTermText(before.body, term.id, correction.text)!
            : withoutTerm(before.body, term.id)!;
        entry.before('concept', row.concept_id, before);
        settleFindings(db, row.concept_id);
        writer.replace(row.concept_id, { termbaseId: before.termbaseId, body });
        changed++;
      }
      return { ledgerId: entry.id, changed };
    },
  );
}

function findingsById(db: Db, ids: readonly number[]): FindingRow[] {
  const one = db.prepare<[number], FindingRow>('SELECT * FROM finding WHERE id = ?');
  const rows = ids.map((id) => one.get(id)).filter((row) => row !== undefined);
  if (rows.length === 0) throw new ApiError('finding-gone');
  return rows;
}
