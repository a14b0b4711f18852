/** Files in the data folder that nobody owns any more: found at the start and once a day, and taken away. */
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from '../store/database.js';
import { DATABASE_ENDS } from '../store/files.js';
import { pathsOf } from '../store/paths.js';
import { keptFiles } from './history.js';

/** A file that was handed over can be fetched for so long. */
export const HANDED_OVER_DAYS = 7;
/** What was taken off the desk can be put back for so long. */
const ASIDE_DAYS = 30;
const DAY = 24 * 60 * 60 * 1000;

export interface Sweep {
  readonly dataDir: string;
  readonly workspace: Db;
  readonly desk: Db;
  /** Files changed in so many last milliseconds are left alone: somebody may be about to own them. 0 at the start. */
  readonly youngest: number;
  /** A folder that gets them instead: after a return to an older copy, files that it does not know may be wanted. */
  readonly aside?: string | null;
}

export interface Remains {
  readonly files: number;
  readonly bytes: number;
}

export function removeRemains(sweep: Sweep): Remains {
  const { dataDir, workspace, desk } = sweep;
  const paths = pathsOf(dataDir);
  const found: string[] = [];
  const originals = ownedOriginals(workspace, desk);
  for (const folder of list(join(dataDir, 'originals')))
    for (const name of list(join(dataDir, 'originals', folder)))
      if (!originals.has(name)) found.push(join(dataDir, 'originals', folder, name));
  const memories = keptFiles(workspace);
  for (const name of list(join(dataDir, 'memories')))
    if (!memories.has(withoutEnd(name))) found.push(join(dataDir, 'memories', name));
  const staged = new Set(desk.prepare<[], number>('SELECT id FROM intake_file').pluck().all());
  const merges = new Set(
    desk.prepare<[], number>('SELECT client_id FROM merge_plan UNION SELECT client_id FROM kept_plan').pluck().all(),
  );
  const kits = new Set(desk.prepare<[], number>('SELECT kit_id FROM rehearsal').pluck().all());
  for (const name of list(join(dataDir, 'staging'))) {
    const merging = /^(\d+)-(?:merge|bridge|compare|terms)\.db(-\w+)?$/.exec(name)?.[1];
    if (merging !== undefined && merges.has(Number(merging))) continue;
    const rehearsed = /^(\d+)-rehearse\.db(-\w+)?$/.exec(name)?.[1];
    if (rehearsed !== undefined && kits.has(Number(rehearsed))) continue;
    const id = /^(\d+)(-units)?\.db(-\w+)?$/.exec(name)?.[1];
    if (id === undefined || !staged.has(Number(id))) found.push(join(dataDir, 'staging', name));
  }
  const jobs = fetchableJobs(desk);
  for (const name of list(join(dataDir, 'outgoing')))
    if (!jobs.has(Number(name))) found.push(paths.outgoing(Number(name)));
  for (const name of list(paths.incoming)) found.push(join(paths.incoming, name));
  return takeAway(found, sweep);
}

function takeAway(found: readonly string[], { dataDir, youngest, aside }: Sweep): Remains {
  let files = 0;
  let bytes = 0;
  for (const path of found) {
    const stat = statSync(path, { throwIfNoEntry: false });
    if (!stat || Date.now() - stat.mtimeMs < youngest) continue;
    files++;
    bytes += stat.size;
    if (aside) {
      const to = join(aside, path.slice(dataDir.length + 1));
      mkdirSync(join(to, '..'), { recursive: true });
      renameSync(path, to);
    } else rmSync(path, { recursive: true, force: true });
  }
  return { files, bytes };
}

const list = (folder: string): string[] => (existsSync(folder) ? readdirSync(folder) : []);

function withoutEnd(name: string): string {
  for (const end of DATABASE_ENDS) if (end && name.endsWith(`.db${end}`)) return name.slice(0, -end.length);
  return name;
}

/** By their SHA-256. */
function ownedOriginals(workspace: Db, desk: Db): Set<string> {
  const owned = new Set<string>();
  const take = (db: Db, sql: string): void => {
    for (const sha of db.prepare<[], string | null>(sql).pluck().iterate()) if (sha !== null) owned.add(sha);
  };
  take(desk, 'SELECT sha256 FROM intake_file UNION SELECT sha256 FROM picture_file UNION SELECT sha256 FROM received');
  take(desk, 'SELECT source_sha256 FROM alignment UNION SELECT target_sha256 FROM alignment');
  take(
    desk,
    `SELECT json_extract(document.value, '$.sha256')
     FROM rehearsal, json_each(rehearsal.body, '$.documents') AS document`,
  );
  take(desk, "SELECT json_extract(reading, '$.rules.sha256') FROM alignment WHERE reading IS NOT NULL");
  take(workspace, 'SELECT sha256 FROM picture');
  take(
    workspace,
    `SELECT json_extract(before, '$.sha256') FROM change WHERE entity = 'picture' AND before IS NOT NULL
     UNION SELECT json_extract(after, '$.sha256') FROM change WHERE entity = 'picture' AND after IS NOT NULL`,
  );
  return owned;
}

/** Jobs whose files can still be fetched. */
function fetchableJobs(desk: Db): Set<number> {
  return new Set(
    desk
      .prepare<[], number>(
        "SELECT id FROM job WHERE state = 'running' OR (state = 'done' AND json_extract(result, '$.path') IS NOT NULL)",
      )
      .pluck()
      .all(),
  );
}

/**
 * Files that were sent to be aligned and are in no alignment after a day; uploads of which nothing is on the desk; files that
 * were handed over, and what was taken off the desk, long ago.
 */
export function forgetOnDesk(desk: Db): void {
  desk
    .prepare(
      `UPDATE job SET result = json_remove(result, '$.path') WHERE ended_at < ? AND json_extract(result, '$.path') IS NOT NULL`,
    )
    .run(new Date(Date.now() - HANDED_OVER_DAYS * DAY).toISOString());
  const long = new Date(Date.now() - ASIDE_DAYS * DAY).toISOString();
  desk.prepare('DELETE FROM row_decision WHERE file_id IN (SELECT id FROM intake_file WHERE removed_at < ?)').run(long);
  for (const table of ['intake_file', 'alignment']) desk.prepare(`DELETE FROM ${table} WHERE removed_at < ?`).run(long);
  desk.prepare('DELETE FROM received WHERE at < ?').run(new Date(Date.now() - DAY).toISOString());
  desk
    .prepare('DELETE FROM upload WHERE id NOT IN (SELECT upload_id FROM intake_file WHERE upload_id IS NOT NULL)')
    .run();
}
