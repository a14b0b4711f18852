/** Changes of termbases and concepts, each an entry in the ledger. */
import { did, type KeptDone } from '@fair-copy/words/done.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { splitConcept } from '@fair-copy/core/termbase/bulk.js';
import { unmarked } from '@fair-copy/core/termbase/stem.js';
import { NO_FIELDS, type ConceptBody } from '@fair-copy/core/termbase/concept.js';
import type { Shape } from '@fair-copy/core/intake/shaped.js';
import { withDefinitions, type FieldDefinition } from '@fair-copy/core/termbase/definition.js';
import { withValue } from '@fair-copy/core/termbase/fields.js';
import { withFields, withTerm } from '@fair-copy/core/termbase/edit.js';
import { ApiError } from '../errors.js';
import { changed, firstTerm, termText, type ConceptChange } from './concept-change.js';
import type { TaskContext } from '../jobs/task.js';
import { ConceptWriter, readConcept, type StoredConcept } from '../store/concepts.js';
import { changesOf } from '../ledger/definitions.js';
import type { ShapeSeen } from '../ledger/entities.js';
import { putPicture, type PictureFile } from '../store/pictures.js';
import type { Db } from '../store/database.js';
import { versionOf } from '../store/version.js';
import { clientById } from '../store/clients.js';
import { freeName } from '../store/names.js';
import { termbaseById } from '../store/termbases.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { workspaceForWriting } from '../store/workspace.js';

export function createTermbase(
  { clientId, name }: { readonly clientId: number; readonly name: string },
  context: TaskContext,
): { readonly id: number } {
  const db = workspaceForWriting(context.dataDir);
  clientById(db, clientId);
  const clean = freeName(name, namesIn(db, clientId), 'termbase');
  const about = { clientId, termbaseId: null, kind: 'termbase', title: did('termbase-created', { name: clean }) };
  return recorded(context, about, (writing) => ({ id: insertTermbase(writing, clientId, clean) }));
}

/** Within an operation that is recorded already. */
export function insertTermbase({ db, entry, now }: Writing, clientId: number, name: string): number {
  const id = Number(
    db.prepare('INSERT INTO termbase (client_id, name, created_at) VALUES (?, ?, ?)').run(clientId, name, now)
      .lastInsertRowid,
  );
  entry.created('termbase', id);
  return id;
}

/** Definitions of the fields that came in with concepts, where there are none yet. */
export function seeFields({ db, entry }: Writing, termbaseId: number, used: readonly FieldDefinition[]): void {
  const there = JSON.parse(termbaseById(db, termbaseId).fields) as FieldDefinition[];
  const fields = withDefinitions(there, used);
  if (fields === there) return;
  entry.before('fields seen', termbaseId, changesOf(there, fields));
  db.prepare('UPDATE termbase SET fields = ? WHERE id = ?').run(JSON.stringify(fields), termbaseId);
}

/** The shape of the sheet that was taken in last. */
export function seeShape({ db, entry }: Writing, termbaseId: number, shape: Shape): void {
  const was = termbaseById(db, termbaseId).shape;
  const gave = JSON.stringify(shape);
  if (gave === was) return;
  entry.before('shape seen', termbaseId, { was, gave } satisfies ShapeSeen);
  db.prepare('UPDATE termbase SET shape = ? WHERE id = ?').run(gave, termbaseId);
}

export function namesIn(db: Db, clientId: number, except = -1): string[] {
  return db
    .prepare<[number, number], { name: string }>('SELECT name FROM termbase WHERE client_id = ? AND id <> ?')
    .all(clientId, except)
    .map((row) => row.name);
}

export function renameTermbase(
  { id, name }: { readonly id: number; readonly name: string },
  context: TaskContext,
): void {
  const db = workspaceForWriting(context.dataDir);
  const { client_id, name: old } = termbaseById(db, id);
  const clean = freeName(name, namesIn(db, client_id, id), 'termbase');
  const about = {
    clientId: client_id,
    termbaseId: id,
    kind: 'termbase',
    title: did('termbase-renamed', { from: old, to: clean }),
  };
  recorded(context, about, ({ entry }) => {
    entry.before('termbase name', id, old);
    db.prepare('UPDATE termbase SET name = ? WHERE id = ?').run(clean, id);
  });
}

/** Whether it is kept to be looked up only. */
export function setReference({ id, on }: { readonly id: number; readonly on: boolean }, context: TaskContext): void {
  const db = workspaceForWriting(context.dataDir);
  const { client_id: clientId, name, reference } = termbaseById(db, id);
  const about = { clientId, termbaseId: id, kind: 'termbase', title: did('reference-set', { name, on }) };
  recorded(context, about, ({ entry }) => {
    entry.before('termbase reference', id, reference);
    db.prepare('UPDATE termbase SET reference = ? WHERE id = ?').run(Number(on), id);
  });
}

/** Its concepts and all that belongs to it stay under its number, until the ledger lets go of the deletion. */
export function deleteTermbase({ id }: { readonly id: number }, context: TaskContext): void {
  const db = workspaceForWriting(context.dataDir);
  const { id: _id, ...state } = termbaseById(db, id);
  const title = did('termbase-deleted', { name: state.name });
  recorded(context, { clientId: state.client_id, termbaseId: null, kind: 'termbase', title }, ({ entry }) => {
    entry.before('termbase', id, state);
    db.prepare('DELETE FROM termbase WHERE id = ?').run(id);
  });
}

/** Takes terms out into a concept of their own; gives back its id. */
function split(
  id: number,
  before: StoredConcept,
  termIds: readonly string[],
  context: TaskContext,
): { readonly deleted: boolean; readonly made: number } {
  const parts = splitConcept(before.body, termIds);
  if (!parts) throw new ApiError('split-nothing');
  const { client_id } = termbaseById(workspaceForWriting(context.dataDir), before.termbaseId);
  const title = did('concept-split', { taken: firstTerm(parts.taken), rest: firstTerm(parts.rest) });
  const about = { clientId: client_id, termbaseId: before.termbaseId, kind: 'edit', title };
  return recorded(context, about, ({ db, entry, now }) => {
    const writer = new ConceptWriter(db, now);
    entry.before('concept', id, before);
    settleFindings(db, id);
    writer.replace(id, { ...before, body: parts.rest });
    const made = writer.create(before.termbaseId, parts.taken);
    entry.created('concept', made);
    return { deleted: false, made };
  });
}

export function changeConcept(
  {
    id,
    change,
    version,
  }: { readonly id: number; readonly change: ConceptChange; readonly version?: string | undefined },
  context: TaskContext,
): { readonly deleted: boolean; readonly made?: number } {
  const db = workspaceForWriting(context.dataDir);
  const before = readConcept(db, id);
  if (!before) throw new ApiError('not-found', { what: 'concept' });
  requireSeen(db, id, before, version);
  if (change.kind === 'split') return split(id, before, change.terms, context);
  const { body, title } = changed(before.body, change);
  const { client_id } = termbaseById(db, before.termbaseId);
  const about = { clientId: client_id, termbaseId: before.termbaseId, kind: 'edit', title };
  return recorded(context, about, ({ entry, now }) => {
    entry.before('concept', id, before);
    const writer = new ConceptWriter(db, now);
    settleFindings(db, id);
    // The last term gone, the concept is gone.
    if (body.languages.length === 0) writer.delete(id);
    else writer.replace(id, { termbaseId: before.termbaseId, body });
    return { deleted: body.languages.length === 0 };
  });
}

/** Throws `ApiError` where the concept was changed since the person saw it, with what that was. */
function requireSeen(db: Db, id: number, { body }: StoredConcept, version: string | undefined): void {
  if (version === undefined || version === versionOf(body)) return;
  const title = db
    .prepare<[number], KeptDone>(
      `SELECT l.title FROM change c JOIN ledger l ON l.id = c.ledger_id
       WHERE c.entity = 'concept' AND c.entity_id = ? ORDER BY l.id DESC LIMIT 1`,
    )
    .pluck()
    .get(id);
  throw new ApiError('changed-meanwhile', { title: title ?? null });
}

/** What the last inspection said of this concept may no longer be so. */
export function settleFindings(db: Db, conceptId: number): void {
  db.prepare('UPDATE finding SET settled = 1 WHERE concept_id = ?').run(conceptId);
}

/** The concept as it was before an operation: itself an operation, with its undo. */
export function returnConcept(
  { id, ledgerId }: { readonly id: number; readonly ledgerId: number },
  context: TaskContext,
): void {
  const db = workspaceForWriting(context.dataDir);
  const now = readConcept(db, id);
  if (!now) throw new ApiError('not-found', { what: 'concept' });
  const change = db
    .prepare<[number, number], { before: string | null; title: KeptDone }>(
      `SELECT c.before, l.title FROM change c JOIN ledger l ON l.id = c.ledger_id
       WHERE c.ledger_id = ? AND c.entity = 'concept' AND c.entity_id = ?`,
    )
    .get(ledgerId, id);
  if (!change?.before) throw new ApiError('no-earlier-state');
  const earlier = JSON.parse(change.before) as StoredConcept;
  const { client_id } = termbaseById(db, now.termbaseId);
  const title = did('concept-returned', { text: firstTerm(earlier.body), title: change.title });
  recorded(context, { clientId: client_id, termbaseId: now.termbaseId, kind: 'edit', title }, (writing) => {
    writing.entry.before('concept', id, now);
    settleFindings(db, id);
    new ConceptWriter(db, writing.now).replace(id, { termbaseId: now.termbaseId, body: earlier.body });
  });
}

export function defineFields(
  { id, fields }: { readonly id: number; readonly fields: readonly FieldDefinition[] },
  context: TaskContext,
): void {
  const db = workspaceForWriting(context.dataDir);
  const before = termbaseById(db, id);
  const names = fields.map((field) => `${field.level} ${field.name.trim().toLowerCase()}`);
  if (new Set(names).size < names.length) throw new ApiError('field-twice');
  const title = did('fields-changed', { name: before.name });
  recorded(context, { clientId: before.client_id, termbaseId: id, kind: 'termbase', title }, ({ entry }) => {
    entry.before('termbase fields', id, changesOf(JSON.parse(before.fields) as FieldDefinition[], fields));
    db.prepare('UPDATE termbase SET fields = ? WHERE id = ?').run(JSON.stringify(fields), id);
  });
}

/** A picture that was received, for a concept, under the name that the concept gives it. */
export function addPicture(
  { conceptId, picture }: { readonly conceptId: number; readonly picture: PictureFile },
  context: TaskContext,
): void {
  const db = workspaceForWriting(context.dataDir);
  const before = readConcept(db, conceptId);
  if (!before) throw new ApiError('not-found', { what: 'concept' });
  const { client_id } = termbaseById(db, before.termbaseId);
  const title = did('picture-added', { name: picture.name, text: firstTerm(before.body) });
  recorded(context, { clientId: client_id, termbaseId: before.termbaseId, kind: 'edit', title }, (writing) => {
    writing.entry.before('concept', conceptId, before);
    putPicture(writing, before.termbaseId, picture);
    const body = withFields(before.body, withValue(before.body.fields, 'xGraphic', picture.name));
    new ConceptWriter(db, writing.now).replace(conceptId, { ...before, body });
  });
}

export interface NewTerm {
  readonly language: string;
  readonly text: string;
}

export function createConcept(
  {
    termbaseId,
    others = [],
    ...first
  }: NewTerm & {
    readonly termbaseId: number;
    /** Its terms in other languages. */ readonly others?: readonly NewTerm[];
  },
  context: TaskContext,
): { readonly id: number } {
  const db = workspaceForWriting(context.dataDir);
  const { client_id } = termbaseById(db, termbaseId);
  const clean = unmarked(termText(first.text)).text;
  let body: ConceptBody = { fields: NO_FIELDS, languages: [], origins: [] };
  for (const { language, text } of [first, ...others]) {
    const tag = canonicalTag(language);
    if (!tag) throw new ApiError('language-unknown', { what: language });
    body = withTerm(body, tag, termText(text));
  }
  return recorded(
    context,
    { clientId: client_id, termbaseId, kind: 'edit', title: did('concept-added', { text: clean }) },
    ({ entry, now }) => {
      const id = new ConceptWriter(db, now).create(termbaseId, body);
      entry.created('concept', id);
      return { id };
    },
  );
}

export function deleteConcept(
  { id, version }: { readonly id: number; readonly version?: string | undefined },
  context: TaskContext,
): void {
  const db = workspaceForWriting(context.dataDir);
  const before = readConcept(db, id);
  if (!before) throw new ApiError('not-found', { what: 'concept' });
  requireSeen(db, id, before, version);
  const { client_id } = termbaseById(db, before.termbaseId);
  const about = {
    clientId: client_id,
    termbaseId: before.termbaseId,
    kind: 'edit',
    title: did('concept-deleted', { text: firstTerm(before.body) }),
  };
  recorded(context, about, ({ entry, now }) => {
    entry.before('concept', id, before);
    settleFindings(db, id);
    new ConceptWriter(db, now).delete(id);
  });
}
