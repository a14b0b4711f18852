/**
 * Everything in one zip, also while the server runs and somebody works: all files as they were at one moment. The moment is
 * one between two operations: for as long as it takes to begin reading every file, nothing is written.
 */
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import Database from 'better-sqlite3';
import { VERSION } from '@fair-copy/core/version.js';
import { writeBigZip, type BigZipMember } from '@fair-copy/files/zip-write.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading, type Db } from '../store/database.js';
import { removeDatabase } from '../store/files.js';
import { pathsOf } from '../store/paths.js';

export interface Manifest {
  readonly format: 'fair-copy backup';
  readonly form: 1;
  readonly version: string;
  readonly at: string;
  readonly files: readonly { readonly name: string; readonly size: number; readonly sha256: string }[];
  /** Files that are in no backup because they cannot be read. */
  readonly damaged: readonly string[];
}

export interface BackupControls {
  /** Told now and then; may throw to stop. */
  checkpoint(share?: number): void;
}

interface Snapshot {
  readonly name: string;
  readonly db: Db;
}

/** Milliseconds to wait for an operation that is under way. */
const PATIENCE = 10 * 60_000;
/** Milliseconds to wait for one that is announced to begin: longer, and whoever announced it is gone. */
const UNSETTLED = 30_000;

/**
 * @param to the zip; there as a whole, or not at all
 * @returns what is in it
 */
export async function backUp(dataDir: string, to: string, controls: BackupControls): Promise<Manifest> {
  const paths = pathsOf(dataDir);
  if (!existsSync(paths.workspace)) throw new Error(`${dataDir} holds no data of Fair Copy.`);
  const parts = `${to}.parts`;
  rmSync(parts, { recursive: true, force: true });
  mkdirSync(parts, { recursive: true });
  const { snapshots, damaged } = await takeSnapshots(dataDir, controls);
  try {
    const files: { name: string; path: string; size: number; sha256: string }[] = [];
    let done = 0;
    for (const { name, db } of snapshots) {
      controls.checkpoint((done++ / snapshots.length) * 0.4);
      const path = join(parts, name.replaceAll('/', '-'));
      await db.backup(path);
      removeDatabase(`${path}-wal`);
      removeDatabase(`${path}-shm`);
      files.push({ name, path, ...(await digestOf(path)) });
    }
    const originals = originalsIn(dataDir);
    for (const [i, { name, path }] of originals.entries()) {
      if (i % 20 === 0) controls.checkpoint(0.4 + (i / originals.length) * 0.1);
      files.push({ name, path, ...(await digestOf(path)) });
    }
    const manifest: Manifest = {
      format: 'fair-copy backup',
      form: 1,
      version: VERSION,
      at: new Date().toISOString(),
      files: files.map(({ name, size, sha256 }) => ({ name, size, sha256 })),
      damaged,
    };
    const total = files.reduce((sum, { size }) => sum + size, 0) || 1;
    let written = 0;
    const members: BigZipMember[] = files.map(({ name, path, size }) => ({
      name,
      path,
      begin: () => {
        controls.checkpoint(0.5 + (written / total) * 0.5);
        written += size;
      },
    }));
    await writeBigZip(to, [{ name: 'manifest.json', text: JSON.stringify(manifest, null, 1) }, ...members]);
    return manifest;
  } finally {
    for (const { db } of snapshots) {
      if (db.inTransaction) db.exec('COMMIT');
      db.close();
    }
    rmSync(parts, { recursive: true, force: true });
  }
}

/** For the pages: a file to be fetched. */
export async function backUpTo(
  { path, fileName }: { readonly path: string; readonly fileName: string },
  context: TaskContext,
): Promise<{
  readonly path: string;
  readonly fileName: string;
  readonly files: number;
  readonly damaged: readonly string[];
}> {
  const { files, damaged } = await backUp(context.dataDir, path, context);
  return { path, fileName, files: files.length, damaged };
}

/** Connections that all read as of the same moment: one at which no operation is between its announcement and its end. */
async function takeSnapshots(dataDir: string, controls: BackupControls): Promise<Snapshots> {
  // Every operation holds the workspace for writing from its beginning to its end.
  const gate = new Database(pathsOf(dataDir).workspace);
  gate.pragma(`busy_timeout = ${PATIENCE}`);
  try {
    for (const end = Date.now() + UNSETTLED; ; await wait(20)) {
      controls.checkpoint();
      gate.exec('BEGIN IMMEDIATE');
      try {
        if (gate.prepare('SELECT 1 FROM journal').get() === undefined) return opened(dataDir, memoryFiles(gate));
      } finally {
        gate.exec('ROLLBACK');
      }
      if (Date.now() > end)
        throw new Error('An operation was cut off. Start Fair Copy once, so that it is put right, then back up.');
    }
  } finally {
    gate.close();
  }
}

interface Snapshots {
  readonly snapshots: readonly Snapshot[];
  readonly damaged: readonly string[];
}

function opened(dataDir: string, memories: readonly string[]): Snapshots {
  const paths = pathsOf(dataDir);
  const snapshots: Snapshot[] = [];
  const damaged: string[] = [];
  const files = [
    ['workspace.db', paths.workspace],
    ['desk.db', paths.desk],
    ...memories.map((file) => [`memories/${file}`, paths.memory(file)]),
  ] as const;
  for (const [name, path] of files) {
    let db: Db | null = null;
    try {
      db = openForReading(path!);
      db.exec('BEGIN');
      db.prepare('SELECT count(*) FROM sqlite_schema').get();
      snapshots.push({ name: name!, db });
    } catch {
      db?.close();
      damaged.push(name!);
    }
  }
  return { snapshots, damaged };
}

/** Those that are there, and those of deleted memories that can come back. */
function memoryFiles(db: Db): string[] {
  return db
    .prepare<[], string>(
      `SELECT file FROM memory UNION
       SELECT json_extract(before, '$.file') FROM change WHERE entity = 'memory' AND before IS NOT NULL UNION
       SELECT json_extract(after, '$.file') FROM change WHERE entity = 'memory' AND after IS NOT NULL`,
    )
    .pluck()
    .all();
}

function originalsIn(dataDir: string): { readonly name: string; readonly path: string }[] {
  const root = join(dataDir, 'originals');
  if (!existsSync(root)) return [];
  return readdirSync(root).flatMap((folder) =>
    readdirSync(join(root, folder)).map((name) => ({
      name: `originals/${folder}/${name}`,
      path: join(root, folder, name),
    })),
  );
}

async function digestOf(path: string): Promise<{ size: number; sha256: string }> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return { size: statSync(path).size, sha256: hash.digest('hex') };
}
