/** Changes of kits, each an entry in the ledger. */
import type { KitChoice, NewKit } from '@fair-copy/api/kits.js';
import { did } from '@fair-copy/words/done.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { refuseIfReference } from '../ledger/record.js';
import { insertMemory, withNewFile } from '../memories/resources.js';
import { clientById } from '../store/clients.js';
import type { Db } from '../store/database.js';
import { choiceOf, kitById, kitNames } from '../store/kits.js';
import { memoryNames } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { freeName } from '../store/names.js';
import { workspaceForWriting } from '../store/workspace.js';
import { insertTermbase, namesIn } from '../termbases/write.js';

/** A match is worth looking at from here on (common practice). */
const NOTHING: Omit<KitChoice, 'source' | 'target'> = {
  threshold: 70,
  memories: [],
  termbases: [],
  writesMemory: null,
  writesTermbase: null,
};

/** By hand, or after a pattern; with the memory and the termbase that it writes to, if they are wished: one operation. */
export function createKit(
  { clientId, name, source, target, like, withLasting }: NewKit,
  context: TaskContext,
): { readonly id: number } {
  const db = workspaceForWriting(context.dataDir);
  clientById(db, clientId);
  const clean = freeName(name, kitNames(db, clientId), 'kit');
  const choice = { ...NOTHING, ...patternFor(db, clientId, like), source, target };
  const about = { clientId, termbaseId: null, kind: 'kit', title: did('kit-created', { name: clean }) };
  if (!withLasting) return recorded(context, about, (writing) => insertKit(writing, clientId, clean, choice));
  const named = {
    memory: freeName(clean, memoryNames(db, clientId), 'memory'),
    termbase: freeName(clean, namesIn(db, clientId), 'termbase'),
  };
  return withNewFile(context.dataDir, (stored, path) => {
    MemoryFile.build(path).finishBuilding();
    return recorded(context, about, (writing) => {
      const memory = insertMemory(writing, stored, clientId, { name: named.memory });
      const termbase = insertTermbase(writing, clientId, named.termbase);
      return insertKit(writing, clientId, clean, {
        ...choice,
        memories: [{ id: memory, off: 0 }, ...choice.memories],
        termbases: [termbase, ...choice.termbases],
        writesMemory: memory,
        writesTermbase: termbase,
      });
    });
  });
}

/** What a new kit takes over: of the same client everything, of another what is not about its resources. */
function patternFor(db: Db, clientId: number, like: number | null): Partial<KitChoice> {
  if (like === null) return {};
  const row = kitById(db, like);
  const choice = choiceOf(db, row);
  return row.client_id === clientId ? choice : { threshold: choice.threshold };
}

function insertKit(
  { db, entry, now }: Writing,
  clientId: number,
  name: string,
  choice: KitChoice,
): { readonly id: number } {
  const id = Number(
    db
      .prepare('INSERT INTO kit (client_id, name, body, created_at) VALUES (?, ?, ?, ?)')
      .run(clientId, name, JSON.stringify(choice), now).lastInsertRowid,
  );
  entry.created('kit', id);
  return { id };
}

export function renameKit({ id, name }: { readonly id: number; readonly name: string }, context: TaskContext): void {
  const db = workspaceForWriting(context.dataDir);
  const { client_id: clientId, name: old } = kitById(db, id);
  const clean = freeName(name, kitNames(db, clientId, id), 'kit');
  const about = { clientId, termbaseId: null, kind: 'kit', title: did('kit-renamed', { from: old, to: clean }) };
  recorded(context, about, ({ entry }) => {
    entry.before('kit name', id, old);
    db.prepare('UPDATE kit SET name = ? WHERE id = ?').run(clean, id);
  });
}

/**
 * What the kit is made of. Nothing is noted where it is as it was. Throws `ApiError` ("reference-only") for a resource that
 * is to be written to and is kept to be looked up only.
 */
export function chooseForKit(
  { id, choice }: { readonly id: number; readonly choice: KitChoice },
  context: TaskContext,
): void {
  const db = workspaceForWriting(context.dataDir);
  const row = kitById(db, id);
  const { client_id: clientId, name, body } = row;
  if (choice.writesMemory !== null) refuseIfReference(db, 'memory', choice.writesMemory);
  if (choice.writesTermbase !== null) refuseIfReference(db, 'termbase', choice.writesTermbase);
  const now = JSON.stringify(choiceOf(db, { client_id: clientId, body: JSON.stringify(choice) }));
  if (now === JSON.stringify(choiceOf(db, row))) return;
  const about = { clientId, termbaseId: null, kind: 'kit', title: did('kit-changed', { name }) };
  recorded(context, about, ({ entry }) => {
    entry.before('kit body', id, body);
    db.prepare('UPDATE kit SET body = ? WHERE id = ?').run(now, id);
  });
}

/** What it is made of stays. */
export function deleteKit({ id }: { readonly id: number }, context: TaskContext): void {
  const db = workspaceForWriting(context.dataDir);
  const { id: _, ...before } = kitById(db, id);
  const about = {
    clientId: before.client_id,
    termbaseId: null,
    kind: 'kit',
    title: did('kit-deleted', { name: before.name }),
  };
  recorded(context, about, ({ entry }) => {
    entry.before('kit', id, before);
    db.prepare('DELETE FROM kit WHERE id = ?').run(id);
  });
}
