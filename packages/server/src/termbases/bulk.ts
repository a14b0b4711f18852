/** One change for many concepts at once: shown first, then done as one entry in the ledger. */
import { did, type KeptDone } from '@fair-copy/words/done.js';
import { applyBulk, mergedConcepts, type BulkChange } from '@fair-copy/core/termbase/bulk.js';
import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { fieldLabel, valueLabel } from '@fair-copy/core/termbase/categories.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { UsedFields } from '@fair-copy/core/termbase/definition.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { ConceptWriter, readConcept, type StoredConcept } from '../store/concepts.js';
import { openForReading, type Db } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import { pictureNamed, putPicture } from '../store/pictures.js';
import { termbaseById } from '../store/termbases.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { workspaceForWriting } from '../store/workspace.js';
import { addWordFunction, conceptsInList, type ListFilter } from './list.js';
import type { BulkBody, BulkPreviewBody, SelectionBody } from '@fair-copy/api/termbases.js';
import { firstTerm } from './concept-change.js';
import { seeFields, settleFindings } from './write.js';

export interface Bulk extends BulkBody {
  readonly termbaseId: number;
}

const EXAMPLES = 12;
/** More than this is no merging of duplicates. */
const MERGE_LIMIT = 200;

/** What a change would do, without doing it. */
export function previewBulk(job: Bulk, context: TaskContext): BulkPreviewBody {
  const db = openForReading(pathsOf(context.dataDir).workspace);
  try {
    addWordFunction(db);
    const ids = conceptsSelected(db, job.termbaseId, job.selection);
    const examples: BulkPreviewBody['examples'] = [];
    if (job.change.kind === 'merge') {
      const bodies = bodiesOf(db, ids, job);
      const after = mergedConcepts(bodies.map(({ body }) => body));
      const before = bodies.map(({ body }) => summary(body)).join('  +  ');
      return {
        selected: ids.length,
        changed: ids.length,
        examples: [{ concept: ids[0]!, before, after: summary(after) }],
      };
    }
    let changed = 0;
    for (const [i, id] of ids.entries()) {
      if (i % 500 === 0) context.checkpoint(i / ids.length);
      const stored = readConcept(db, id);
      if (stored?.termbaseId !== job.termbaseId) continue;
      const { body } = stored;
      const after = changedBody(body, job);
      if (after === body) continue;
      changed++;
      if (examples.length < EXAMPLES)
        examples.push({ concept: id, before: summary(body), after: after ? summary(after) : '' });
    }
    return { selected: ids.length, changed, examples };
  } finally {
    db.close();
  }
}

export function doBulk(job: Bulk, context: TaskContext): { readonly changed: number; readonly ledgerId: number } {
  const db = workspaceForWriting(context.dataDir);
  addWordFunction(db);
  const ids = conceptsSelected(db, job.termbaseId, job.selection);
  const termbase = termbaseById(db, job.termbaseId);
  const about = { clientId: termbase.client_id, termbaseId: job.termbaseId, kind: 'bulk', title: did('under-way', {}) };
  return recorded(context, about, (writing) => {
    const changed = job.change.kind === 'merge' ? merge(writing, ids, job) : each(writing, ids, job, context);
    if (changed === 0) throw new ApiError('nothing-to-change');
    writing.entry.describe(titleOf(db, job, changed), { concepts: changed });
    return { changed, ledgerId: writing.entry.id };
  });
}

function each(writing: Writing, ids: readonly number[], job: Bulk, context: TaskContext): number {
  const { db, entry, now } = writing;
  const writer = new ConceptWriter(db, now);
  const used = new UsedFields();
  const target = job.change.kind === 'move' ? targetOf(db, job, job.change.termbaseId) : job.termbaseId;
  entry.touch('termbase', target);
  let changed = 0;
  for (const [i, id] of ids.entries()) {
    if (i % 200 === 0) context.checkpoint((i / ids.length) * 0.95);
    const before = readConcept(db, id);
    if (!before || before.termbaseId !== job.termbaseId) continue;
    const after = changedBody(before.body, job);
    if (after === before.body && target === job.termbaseId) continue;
    changed++;
    entry.before('concept', id, before);
    settleFindings(db, id);
    if (after === null) writer.delete(id);
    else {
      if (target !== job.termbaseId) takePictures(writing, after, job.termbaseId, target);
      used.see(after);
      writer.replace(id, { termbaseId: target, body: after });
    }
  }
  seeFields(writing, target, used.definitions());
  return changed;
}

/** Into the one that was there first. */
function merge(writing: Writing, ids: readonly number[], job: Bulk): number {
  const { db, entry, now } = writing;
  const writer = new ConceptWriter(db, now);
  const all = bodiesOf(db, ids, job);
  for (const { id, ...stored } of all) {
    entry.before('concept', id, stored);
    settleFindings(db, id);
  }
  for (const { id } of all.slice(1)) writer.delete(id);
  const first = all[0]!;
  writer.replace(first.id, { termbaseId: job.termbaseId, body: mergedConcepts(all.map(({ body }) => body)) });
  return all.length;
}

function bodiesOf(db: Db, ids: readonly number[], job: Bulk): ({ readonly id: number } & StoredConcept)[] {
  if (ids.length < 2) throw new ApiError('merge-one');
  if (ids.length > MERGE_LIMIT) throw new ApiError('merge-many', { limit: String(MERGE_LIMIT) });
  const bodies = ids.flatMap((id) => {
    const stored = readConcept(db, id);
    return stored && stored.termbaseId === job.termbaseId ? [{ id, ...stored }] : [];
  });
  if (bodies.length < 2) throw new ApiError('merge-one');
  return bodies;
}

function takePictures(writing: Writing, body: ConceptBody, from: number, to: number): void {
  for (const name of body.fields.xGraphic ?? []) {
    const there = pictureNamed(writing.db, from, name);
    if (there) putPicture(writing, to, there);
  }
}

/** Concepts of one client never go to another's termbase. */
function targetOf(db: Db, job: Bulk, id: number): number {
  const target = termbaseById(db, id);
  if (target.client_id !== termbaseById(db, job.termbaseId).client_id)
    throw new ApiError('not-found', { what: 'termbase of this client' });
  if (id === job.termbaseId) throw new ApiError('nothing-to-change');
  return id;
}

/** The very same body if nothing changes; null: it goes. */
function changedBody(body: ConceptBody, { change }: Bulk): ConceptBody | null {
  switch (change.kind) {
    case 'delete':
      return null;
    case 'move':
      return { ...body };
    case 'merge':
      return body;
    default:
      return applyBulk(body, canonical(change));
  }
}

function canonical(change: Extract<BulkBody['change'], { kind: 'set field' | 'change language' }>): BulkChange {
  if (change.kind === 'change language')
    return { kind: 'change language', from: language(change.from), to: language(change.to) };
  return { ...change, language: change.language === null ? null : language(change.language) };
}

function language(said: string): LanguageTag {
  const tag = canonicalTag(said);
  if (!tag) throw new ApiError('language-unknown', { what: said });
  return tag;
}

/** The concepts that were marked, or that a list has. */
export function conceptsSelected(db: Db, termbaseId: number, selection: SelectionBody): number[] {
  if ('concepts' in selection) return [...new Set(selection.concepts)].sort((a, b) => a - b);
  return conceptsInList(db, queryOf(termbaseId, selection.list));
}

export function queryOf(
  termbaseId: number,
  { language: tag, q, mode, order, ...filter }: Extract<SelectionBody, { list: unknown }>['list'],
): Parameters<typeof conceptsInList>[1] {
  return { termbaseId, language: tag, text: q, mode, order, filter: filter as ListFilter };
}

function titleOf(db: Db, { change, termbaseId }: Bulk, count: number): KeptDone {
  switch (change.kind) {
    case 'set field':
      return did('concepts-field-set', { count, field: change.field, value: change.value ?? '' });
    case 'change language':
      return did('concepts-language', { count, from: language(change.from), to: language(change.to) });
    case 'move': {
      const [from, to] = [termbaseId, change.termbaseId].map((id) => termbaseById(db, id).name) as [string, string];
      return did('concepts-moved', { count, from, to });
    }
    case 'merge':
      return did('concepts-merged', { count });
    case 'delete':
      return did('concepts-deleted', { count });
  }
}

/** A concept in a line: "de: Schleuse [preferred] · en: lock · subject: canals". */
function summary(body: ConceptBody): string {
  const said = (fields: ConceptBody['fields']): string[] =>
    Object.entries(fields)
      .filter(([name]) => !name.includes(':'))
      .map(
        ([name, values]) => `${fieldLabel(name).toLowerCase()}: ${values.map((v) => valueLabel(name, v)).join(', ')}`,
      );
  const languages = body.languages.map(
    ({ language: tag, fields, terms }) =>
      `${tag}: ${terms.map((term) => [term.text, ...said(term.fields).map((s) => `[${s}]`)].join(' ')).join('; ')}${said(
        fields,
      )
        .map((s) => ` [${s}]`)
        .join('')}`,
  );
  return [...languages, ...said(body.fields)].join(' · ').slice(0, 600) || firstTerm(body);
}
