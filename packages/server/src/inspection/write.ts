/** Inspecting a termbase, letting findings stand, putting them right. */
import { inspect, OF_TERMBASES, type Finding } from '@fair-copy/core/checks/check.js';
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
import { recorded } from '../ledger/operation.js';
import { workspaceForWriting } from '../store/workspace.js';
import { settleFindings } from '../termbases/write.js';
import { keepFindings, letFindingsStand, requireFindings, stetTitle, type InspectionCounts } from './keep.js';
import { findingsById } from './read.js';
import { TERMBASES } from './subjects.js';

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
      words: OF_TERMBASES,
    }),
  ];
  return db.transaction(() => keepFindings(db, TERMBASES, termbaseId, findings)).immediate();
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

/** Lets findings stand with a reason, until the texts they rest on change. */
export function letStand(
  { owner, ids, reason }: { readonly owner: number; readonly ids: readonly number[]; readonly reason: string },
  context: TaskContext,
): { readonly ledgerId: number } {
  const db = workspaceForWriting(context.dataDir);
  const rows = findingsById(db, TERMBASES, owner, ids);
  const { owner: termbaseId } = requireFindings(rows);
  const { client_id: clientId } = termbaseById(db, termbaseId);
  return recorded(context, { clientId, termbaseId, kind: 'stet', title: stetTitle(rows, reason) }, (writing) => {
    letFindingsStand(writing, TERMBASES, rows, reason);
    return { ledgerId: writing.entry.id };
  });
}

/** Does what the findings propose. A finding whose text has changed meanwhile is refused. */
export function putRight(
  { owner, ids }: { readonly owner: number; readonly ids: readonly number[] },
  context: TaskContext,
): { readonly ledgerId: number; readonly changed: number } {
  const db = workspaceForWriting(context.dataDir);
  const rows = findingsById(db, TERMBASES, owner, ids).filter((row) => row.correction !== null);
  const first = requireFindings(rows);
  const { client_id } = termbaseById(db, first.owner);
  const title = rows.length === 1 ? `Put right: “${first.text}”` : `Put right: ${rows.length} findings`;
  return recorded(
    context,
    { clientId: client_id, termbaseId: first.owner, kind: 'put right', title },
    ({ entry, now }) => {
      const writer = new ConceptWriter(db, now);
      let changed = 0;
      for (const row of rows) {
        const before = readConcept(db, row.item);
        const term = before?.body.languages.flatMap((s) => s.terms).find((t) => t.id === row.place);
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
        entry.before('concept', row.item, before);
        settleFindings(db, row.item);
        writer.replace(row.item, { termbaseId: before.termbaseId, body });
        changed++;
      }
      return { ledgerId: entry.id, changed };
    },
  );
}
