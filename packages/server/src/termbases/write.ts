/** Changes of termbases and concepts, each an entry in the ledger. */
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { NO_FIELDS, termsOf, type ConceptBody } from '@fair-copy/core/termbase/concept.js';
import {
  hasTerm,
  withFields,
  withoutTerm,
  withTerm,
  withTermFields,
  withTermText,
} from '@fair-copy/core/termbase/edit.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { ConceptWriter, readConcept } from '../store/concepts.js';
import type { Db } from '../store/database.js';
import { clientById, freeName, termbaseById } from '../store/termbases.js';
import { recorded, workspaceForWriting, type Writing } from '../store/workspace.js';

export function createTermbase(
  { clientId, name }: { readonly clientId: number; readonly name: string },
  { dataDir }: TaskContext,
): { readonly id: number } {
  const db = workspaceForWriting(dataDir);
  clientById(db, clientId);
  const clean = freeName(name, namesIn(db, clientId), 'termbase');
  const about = { clientId, termbaseId: null, kind: 'termbase', title: `Created the termbase “${clean}”` };
  return recorded(dataDir, about, (writing) => ({ id: insertTermbase(writing, clientId, clean) }));
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

export function namesIn(db: Db, clientId: number, except = -1): string[] {
  return db
    .prepare<[number, number], { name: string }>('SELECT name FROM termbase WHERE client_id = ? AND id <> ?')
    .all(clientId, except)
    .map((row) => row.name);
}

export function renameTermbase(
  { id, name }: { readonly id: number; readonly name: string },
  { dataDir }: TaskContext,
): void {
  const db = workspaceForWriting(dataDir);
  const { client_id, name: old, created_at } = termbaseById(db, id);
  const clean = freeName(name, namesIn(db, client_id, id), 'termbase');
  const about = {
    clientId: client_id,
    termbaseId: id,
    kind: 'termbase',
    title: `Renamed the termbase “${old}” to “${clean}”`,
  };
  recorded(dataDir, about, ({ entry }) => {
    entry.before('termbase', id, { client_id, name: old, created_at });
    db.prepare('UPDATE termbase SET name = ? WHERE id = ?').run(clean, id);
  });
}

export function deleteTermbase({ id }: { readonly id: number }, { dataDir }: TaskContext): void {
  const db = workspaceForWriting(dataDir);
  const { client_id, name, created_at } = termbaseById(db, id);
  const about = { clientId: client_id, termbaseId: null, kind: 'termbase', title: `Deleted the termbase “${name}”` };
  recorded(dataDir, about, ({ entry }) => {
    db.prepare(
      `INSERT INTO change (ledger_id, entity, entity_id, before)
       SELECT ?, 'concept', id, json_object('termbaseId', termbase_id, 'body', json(body)) FROM concept WHERE termbase_id = ?`,
    ).run(entry.id, id);
    const stets = db
      .prepare<[number], Record<string, unknown> & { id: number }>('SELECT * FROM stet WHERE termbase_id = ?')
      .all(id);
    for (const { id: stetId, ...state } of stets) entry.before('stet', stetId, state);
    db.prepare('DELETE FROM term WHERE termbase_id = ?').run(id);
    db.prepare('DELETE FROM concept WHERE termbase_id = ?').run(id);
    entry.before('termbase', id, { client_id, name, created_at });
    db.prepare('DELETE FROM termbase WHERE id = ?').run(id);
  });
}

export type ConceptChange =
  | { readonly kind: 'add term'; readonly language: string; readonly text: string }
  | { readonly kind: 'change term'; readonly term: string; readonly text: string }
  | { readonly kind: 'delete term'; readonly term: string }
  /** On a term, or with null on the concept; empty text takes the note away. */
  | { readonly kind: 'note'; readonly term: string | null; readonly text: string };

export function changeConcept(
  { id, change }: { readonly id: number; readonly change: ConceptChange },
  { dataDir }: TaskContext,
): { readonly deleted: boolean } {
  const db = workspaceForWriting(dataDir);
  const before = readConcept(db, id);
  if (!before) throw new ApiError('not-found', { what: 'concept' });
  const { body, title } = changed(before.body, change);
  const { client_id } = termbaseById(db, before.termbaseId);
  const about = { clientId: client_id, termbaseId: before.termbaseId, kind: 'edit', title };
  return recorded(dataDir, about, ({ entry, now }) => {
    entry.before('concept', id, before);
    const writer = new ConceptWriter(db, now);
    settleFindings(db, id);
    // The last term gone, the concept is gone.
    if (body.languages.length === 0) writer.delete(id);
    else writer.replace(id, { termbaseId: before.termbaseId, body });
    return { deleted: body.languages.length === 0 };
  });
}

/** What the last inspection said of this concept may no longer be so. */
export function settleFindings(db: Db, conceptId: number): void {
  db.prepare('UPDATE finding SET settled = 1 WHERE concept_id = ?').run(conceptId);
}

function changed(body: ConceptBody, change: ConceptChange): { readonly body: ConceptBody; readonly title: string } {
  switch (change.kind) {
    case 'add term': {
      const language = canonicalTag(change.language);
      if (!language) throw new ApiError('language-unknown', { what: change.language });
      const text = termText(change.text);
      if (hasTerm(body, language, text)) throw new ApiError('term-there');
      return { body: withTerm(body, language, text), title: `Added the term “${text}”` };
    }
    case 'change term': {
      const old = textOf(body, change.term);
      const text = termText(change.text);
      return { body: withTermText(body, change.term, text)!, title: `Changed the term “${old}” to “${text}”` };
    }
    case 'delete term': {
      const old = textOf(body, change.term);
      return { body: withoutTerm(body, change.term)!, title: `Deleted the term “${old}”` };
    }
    case 'note': {
      const text = change.text.trim();
      const { note: _old, ...rest } = change.term === null ? body.fields : fieldsOf(body, change.term);
      const fields = text ? { ...rest, note: [text] } : rest;
      const next = change.term === null ? withFields(body, fields) : withTermFields(body, change.term, fields)!;
      return {
        body: next,
        title: `${text ? 'Wrote' : 'Deleted'} a note on “${change.term === null ? firstTerm(body) : textOf(body, change.term)}”`,
      };
    }
  }
}

function termText(text: string): string {
  const clean = text.normalize('NFC').replace(/\s+/gu, ' ').trim();
  if (!clean) throw new ApiError('term-empty');
  return clean;
}

function textOf(body: ConceptBody, termId: string): string {
  for (const { term } of termsOf(body)) if (term.id === termId) return term.text;
  throw new ApiError('not-found', { what: 'term' });
}

function fieldsOf(body: ConceptBody, termId: string): ConceptBody['fields'] {
  for (const { term } of termsOf(body)) if (term.id === termId) return term.fields;
  throw new ApiError('not-found', { what: 'term' });
}

export function firstTerm(body: ConceptBody): string {
  return body.languages[0]?.terms[0]?.text ?? '';
}

export function createConcept(
  { termbaseId, language, text }: { readonly termbaseId: number; readonly language: string; readonly text: string },
  { dataDir }: TaskContext,
): { readonly id: number } {
  const db = workspaceForWriting(dataDir);
  const { client_id } = termbaseById(db, termbaseId);
  const tag = canonicalTag(language);
  if (!tag) throw new ApiError('language-unknown', { what: language });
  const clean = termText(text);
  const body = withTerm({ fields: NO_FIELDS, languages: [], origins: [] }, tag, clean);
  return recorded(
    dataDir,
    { clientId: client_id, termbaseId, kind: 'edit', title: `Added the concept “${clean}”` },
    ({ entry, now }) => {
      const id = new ConceptWriter(db, now).create(termbaseId, body);
      entry.created('concept', id);
      return { id };
    },
  );
}

export function deleteConcept({ id }: { readonly id: number }, { dataDir }: TaskContext): void {
  const db = workspaceForWriting(dataDir);
  const before = readConcept(db, id);
  if (!before) throw new ApiError('not-found', { what: 'concept' });
  const { client_id } = termbaseById(db, before.termbaseId);
  const about = {
    clientId: client_id,
    termbaseId: before.termbaseId,
    kind: 'edit',
    title: `Deleted the concept “${firstTerm(before.body)}”`,
  };
  recorded(dataDir, about, ({ entry, now }) => {
    entry.before('concept', id, before);
    settleFindings(db, id);
    new ConceptWriter(db, now).delete(id);
  });
}
