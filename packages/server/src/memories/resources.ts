/** Memories as a whole: made, renamed, deleted. */
import { did } from '@fair-copy/words/done.js';
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import type { TaskContext } from '../jobs/task.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { removeDatabase } from '../store/files.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { clientById } from '../store/clients.js';
import { freeName } from '../store/names.js';
import { workspaceForWriting } from '../store/workspace.js';
import { memoryById, memoryNames } from '../store/memories.js';

export function createMemory(
  { clientId, ...said }: MemoryProperties & { readonly clientId: number; readonly name: string },
  context: TaskContext,
): { readonly id: number } {
  const db = workspaceForWriting(context.dataDir);
  clientById(db, clientId);
  const clean = freeName(said.name, memoryNames(db, clientId), 'memory');
  const about = { clientId, termbaseId: null, kind: 'memory', title: did('memory-created', { name: clean }) };
  return withNewFile(context.dataDir, (stored, path) => {
    MemoryFile.build(path).finishBuilding();
    return recorded(context, about, (writing) => ({
      id: insertMemory(writing, stored, clientId, { ...said, name: clean }),
    }));
  });
}

/**
 * Makes a file for a memory that is about to be. It belongs to nobody until the workspace knows of it: if that does not come
 * about, it goes at once, or at the next start.
 * @param work is told its name and its path
 */
export function withNewFile<T>(dataDir: string, work: (stored: string, path: string) => T): T {
  const stored = newMemoryFile(dataDir);
  const path = pathsOf(dataDir).memory(stored);
  try {
    return work(stored, path);
  } catch (error) {
    removeDatabase(path);
    throw error;
  }
}

/** A name that no memory's file has yet. */
export function newMemoryFile(dataDir: string): string {
  const stored = `${Date.now().toString(36)}-${process.pid}-${++made}.db`;
  mkdirSync(dirname(pathsOf(dataDir).memory(stored)), { recursive: true });
  return stored;
}

let made = 0;

export function insertMemory(
  { db, entry, now }: Writing,
  file: string,
  clientId: number,
  { name, subject = '', ofJob = false }: MemoryProperties & { readonly name: string },
): number {
  const id = Number(
    db
      .prepare('INSERT INTO memory (client_id, name, subject, created_at, file, of_job) VALUES (?, ?, ?, ?, ?, ?)')
      .run(clientId, name, subject, now, file, Number(ofJob)).lastInsertRowid,
  );
  entry.created('memory', id);
  return id;
}

export interface MemoryProperties {
  readonly name?: string | undefined;
  readonly subject?: string | undefined;
  /** Whether it is of one job. */
  readonly ofJob?: boolean | undefined;
  /** Whether it is kept to be looked up only. */
  readonly isReference?: boolean | undefined;
}

/** Each that is given, as one operation. */
export function renameMemory(
  { id, name, subject, ofJob, isReference }: MemoryProperties & { readonly id: number },
  context: TaskContext,
): void {
  const db = workspaceForWriting(context.dataDir);
  const before = memoryById(db, id);
  const clean = name === undefined ? before.name : freeName(name, memoryNames(db, before.client_id, id), 'memory');
  const title =
    name !== undefined
      ? did('memory-renamed', { from: before.name, to: clean })
      : subject !== undefined
        ? did('memory-subject', { name: clean })
        : isReference !== undefined
          ? did('reference-set', { name: clean, on: isReference })
          : did('memory-job', { name: clean, on: ofJob ?? before.of_job === 1 });
  recorded(context, { clientId: before.client_id, termbaseId: null, kind: 'memory', title }, ({ entry }) => {
    if (name !== undefined) entry.before('memory name', id, before.name);
    if (subject !== undefined) entry.before('memory subject', id, before.subject);
    if (ofJob !== undefined) entry.before('memory job', id, before.of_job);
    if (isReference !== undefined) entry.before('memory reference', id, before.reference);
    db.prepare('UPDATE memory SET name = ?, subject = ?, of_job = ?, reference = ? WHERE id = ?').run(
      clean,
      subject ?? before.subject,
      Number(ofJob ?? before.of_job),
      Number(isReference ?? before.reference),
      id,
    );
  });
}

/** Its file, its findings and what was let stand stay, until the ledger lets go of the deletion. */
export function deleteMemory({ id }: { readonly id: number }, context: TaskContext): void {
  const db = workspaceForWriting(context.dataDir);
  const { id: _, ...before } = memoryById(db, id);
  const title = did('memory-deleted', { name: before.name });
  recorded(context, { clientId: before.client_id, termbaseId: null, kind: 'memory', title }, ({ entry }) => {
    entry.before('memory', id, before);
    db.prepare('DELETE FROM memory WHERE id = ?').run(id);
  });
}
