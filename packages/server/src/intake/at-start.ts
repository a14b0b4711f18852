/** The desk is put in order before anybody can ask for anything. */
import type { Context } from '../context.js';
import { concludedResults } from '../jobs/jobs.js';
import type { ConcludedJob } from '../jobs/jobs.js';
import { IntakeFiles } from './files.js';

/** A file whose reading was cut off is read again when it is asked for; what was written is noted. */
export function deskAtStart({ desk }: Context, concluded: readonly ConcludedJob[]): undefined {
  desk.prepare("UPDATE intake_file SET state = 'waiting' WHERE state = 'reading'").run();
  const files = new IntakeFiles(desk);
  for (const { files: all } of concludedResults(concluded, 'write units'))
    for (const { fileId, written } of all) if (fileId !== null) files.noteWritten(fileId, written);
  for (const written of concludedResults(concluded, 'write terms')) files.noteWritten(written.fileId, written);
}
