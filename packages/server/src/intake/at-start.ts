/** The desk is put in order before anybody can ask for anything. */
import type { UnitsWritten } from '@fair-copy/api/jobs.js';
import type { Context } from '../context.js';
import { concludedResults } from '../jobs/jobs.js';
import type { ConcludedJob } from '../jobs/jobs.js';
import { IntakeFiles } from './files.js';

/** A file whose reading was cut off is read again when it is asked for; what was written is noted. */
export function deskAtStart({ desk }: Context, concluded: readonly ConcludedJob[]): undefined {
  desk.prepare("UPDATE intake_file SET state = 'waiting' WHERE state = 'reading'").run();
  const files = new IntakeFiles(desk);
  for (const { files: all } of concludedResults(concluded, 'write units'))
    for (const { fileId, written } of all) note(files, fileId, written);
  for (const written of concludedResults(concluded, 'write terms')) note(files, written.fileId, written);
}

function note(
  files: IntakeFiles,
  fileId: number | null,
  written: UnitsWritten | Parameters<IntakeFiles['update']>[1]['written'],
): void {
  if (fileId !== null && files.exists(fileId)) files.update(fileId, { written: written ?? null });
}
