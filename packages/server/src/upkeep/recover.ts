/** At the start: what the last run left unfinished is brought to an end, before anybody can ask for anything. */
import { existsSync } from 'node:fs';
import type { ConcludedJob } from '../jobs/jobs.js';
import { endUnconcluded, takeBackUnknown } from '../ledger/journal.js';
import { pathsOf } from '../store/paths.js';
import { keepReserve } from '../store/reserve.js';
import { closeWorkspace, workspaceForWriting } from '../store/workspace.js';
import { DamagedFileError } from '../damage.js';

/**
 * The workspace and its memories agree afterwards. Throws `DamagedFileError` for the workspace; a damaged memory is left as
 * it is, and named where it is asked for.
 * @returns the jobs of the last run whose operations stand in the ledger
 */
export function recover(dataDir: string): readonly ConcludedJob[] {
  try {
    const db = workspaceForWriting(dataDir);
    endUnconcluded(dataDir);
    for (const { file } of db.prepare<[], { file: string }>('SELECT file FROM memory').all()) {
      const path = pathsOf(dataDir).memory(file);
      if (!existsSync(path)) continue;
      try {
        takeBackUnknown(db, path);
      } catch (error) {
        if (!(error instanceof DamagedFileError)) throw error;
      }
    }
    keepReserve(dataDir);
    return db.prepare<[], ConcludedJob>('SELECT * FROM job_done').all();
  } finally {
    closeWorkspace();
  }
}

/** Once the desk has noted what the jobs did. */
export function forgetSettledJobs(dataDir: string): void {
  try {
    workspaceForWriting(dataDir).prepare('DELETE FROM job_done').run();
  } finally {
    closeWorkspace();
  }
}
