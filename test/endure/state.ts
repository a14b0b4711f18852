/** Everything that a data folder holds, as one value to compare: what people would miss, and what they would not. */
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';

type Rows = readonly unknown[];

export interface State {
  readonly workspace: Readonly<Record<string, Rows>>;
  /** By the memories' ids. */
  readonly memories: Readonly<Record<string, Readonly<Record<string, Rows>>>>;
}

const WORKSPACE = {
  client: 'SELECT id, name FROM client ORDER BY id',
  termbase: 'SELECT id, client_id, name, fields, shape FROM termbase ORDER BY id',
  memory: 'SELECT id, client_id, name, subject FROM memory ORDER BY id',
  concept: 'SELECT id, termbase_id, body FROM concept WHERE termbase_id IN (SELECT id FROM termbase) ORDER BY id',
  term: `SELECT termbase_id, language, folded, concept_id, ordinal, text FROM term
    WHERE termbase_id IN (SELECT id FROM termbase) ORDER BY 1, 2, 3, 4, 5`,
  facet: 'SELECT * FROM facet WHERE termbase_id IN (SELECT id FROM termbase) ORDER BY 1, 2, 3, 4',
  picture: 'SELECT termbase_id, name, sha256 FROM picture WHERE termbase_id IN (SELECT id FROM termbase) ORDER BY 1, 2',
  stet: 'SELECT id, termbase_id, check_id, concept_id, reason FROM stet WHERE termbase_id IN (SELECT id FROM termbase) ORDER BY id',
  unit_stet:
    'SELECT id, memory_id, check_id, unit_id, reason FROM unit_stet WHERE memory_id IN (SELECT id FROM memory) ORDER BY id',
  ledger: 'SELECT id, client_id, kind, title, undone_at IS NOT NULL AS undone FROM ledger ORDER BY id',
  journal: 'SELECT * FROM journal',
};

const MEMORY = {
  unit: 'SELECT id, said, key FROM unit ORDER BY id',
  segment: `SELECT s.unit_id, s.ordinal, l.tag, s.text, s.more FROM segment s JOIN language l ON l.id = s.language
    ORDER BY 1, 2`,
  language: 'SELECT tag, segments, units FROM language WHERE segments > 0 ORDER BY tag',
};

/** Dates of changes are those of the clock: they tell nothing of what was done. */
const undated = (row: unknown): unknown =>
  JSON.parse(
    JSON.stringify(row)
      .replace(/\\"changedate\\":\\"\w+\\"/g, '')
      .replace(/"changed":"\w*"/g, ''),
  );

export function stateOf(dataDir: string): State {
  const workspace = readAll(join(dataDir, 'workspace.db'), WORKSPACE);
  const db = new Database(join(dataDir, 'workspace.db'), { readonly: true });
  const files = db.prepare<[], { id: number; file: string }>('SELECT id, file FROM memory').all();
  db.close();
  const memories: Record<string, Record<string, Rows>> = {};
  for (const { id, file } of files) memories[id] = readAll(join(dataDir, 'memories', file), MEMORY);
  return { workspace, memories };
}

function readAll(path: string, queries: Readonly<Record<string, string>>): Record<string, Rows> {
  const db = new Database(path, { readonly: true });
  try {
    return Object.fromEntries(Object.entries(queries).map(([name, sql]) => [name, db.prepare(sql).all().map(undated)]));
  } finally {
    db.close();
  }
}

/** What is wrong with the files themselves, and files that nobody owns; none: all is well. */
export function faultsOf(dataDir: string): string[] {
  const faults: string[] = [];
  const check = (path: string): void => {
    const db = new Database(path, { readonly: true });
    const said = db.pragma('integrity_check', { simple: true });
    if (said !== 'ok') faults.push(`${path}: ${String(said)}`);
    db.close();
  };
  check(join(dataDir, 'workspace.db'));
  if (existsSync(join(dataDir, 'desk.db'))) check(join(dataDir, 'desk.db'));
  const db = new Database(join(dataDir, 'workspace.db'), { readonly: true });
  const miscounted = db
    .prepare<[], number>(
      `WITH counted AS (SELECT termbase_id, language, count(*), count(DISTINCT concept_id) FROM term GROUP BY 1, 2)
       SELECT count(*) FROM (SELECT * FROM (SELECT * FROM counted EXCEPT SELECT * FROM language_count)
         UNION ALL SELECT * FROM (SELECT * FROM language_count EXCEPT SELECT * FROM counted))`,
    )
    .pluck()
    .get()!;
  if (miscounted > 0) faults.push(`workspace.db: ${miscounted} languages are counted wrong`);
  const owned = new Set(db.prepare<[], string>('SELECT file FROM memory').pluck().all());
  for (const side of ['before', 'after'])
    for (const file of db
      .prepare<[], string>(
        `SELECT json_extract(${side}, '$.file') FROM change WHERE entity = 'memory' AND ${side} IS NOT NULL`,
      )
      .pluck()
      .all())
      owned.add(file);
  for (const side of ['before', 'after'])
    for (const file of db
      .prepare<[], string>(
        `SELECT json_extract(${side}, '$') FROM change WHERE entity = 'memory file' AND ${side} IS NOT NULL`,
      )
      .pluck()
      .all())
      owned.add(file);
  const pending = db.prepare<[], number>('SELECT count(*) FROM journal').pluck().get()!;
  if (pending > 0) faults.push(`${pending} operations are announced and not settled`);
  db.close();
  for (const name of list(join(dataDir, 'memories'))) {
    const file = name.replace(/-(wal|shm|journal)$/, '');
    if (!owned.has(file)) faults.push(`nobody owns memories/${name}`);
    else if (file === name) {
      check(join(dataDir, 'memories', name));
      faults.push(...countsOf(join(dataDir, 'memories', name)));
    }
  }
  for (const name of list(join(dataDir, 'staging')))
    if (name.endsWith('.part')) faults.push(`nobody owns staging/${name}`);
  for (const name of list(join(dataDir, 'incoming'))) faults.push(`nobody owns incoming/${name}`);
  return faults;
}

/** The counts of languages that a memory keeps, against its segments. */
function countsOf(path: string): string[] {
  const db = new Database(path, { readonly: true });
  try {
    const wrong = db
      .prepare<[], { tag: string }>(
        `SELECT tag FROM language l WHERE segments <> (SELECT count(*) FROM segment WHERE language = l.id)
          OR units <> (SELECT count(DISTINCT unit_id) FROM segment WHERE language = l.id)`,
      )
      .all();
    return wrong.map(({ tag }) => `${path}: the counts of ${tag} are wrong`);
  } finally {
    db.close();
  }
}

const list = (folder: string): string[] =>
  existsSync(folder) && statSync(folder).isDirectory() ? readdirSync(folder) : [];
