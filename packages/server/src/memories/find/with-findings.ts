import { basename, dirname } from 'node:path';
import { itemsWithFindings } from '../../findings/read.js';
import { MEMORIES } from '../../findings/subjects.js';
import { openForReading } from '../../store/database.js';
import { pathsOf } from '../../store/paths.js';

/** The units of a memory, called by the path of its file, that have open findings: they stand in the workspace. */
export function unitsWithFindings(path: string): number[] {
  const db = openForReading(pathsOf(dirname(dirname(path))).workspace);
  try {
    const id = db.prepare<[string], number>('SELECT id FROM memory WHERE file = ?').pluck().get(basename(path));
    return id === undefined ? [] : [...itemsWithFindings(db, MEMORIES, id)];
  } finally {
    db.close();
  }
}
