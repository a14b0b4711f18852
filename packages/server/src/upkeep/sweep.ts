/** What nobody owns is taken away: at the start, once a day, and when a client was deleted. */
import { statSync } from 'node:fs';
import { CHANGING } from '@fair-copy/api/events.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading, type Db } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import { workspaceForWriting } from '../store/workspace.js';
import { eraseFromDesk } from './erase-client.js';
import { forgetOnDesk, removeRemains, type Remains } from './remains.js';

/** Files of the last hour may be about to be owned. */
const YOUNGEST = 60 * 60 * 1000;
/** Uploads that end at this very moment. */
const MOMENT = 2000;

/** Before anybody can ask for anything. @param aside see `Sweep` */
export function tidyAtStart(dataDir: string, desk: Db, aside: string | null): Remains {
  const workspace = openForReading(pathsOf(dataDir).workspace);
  try {
    eraseFromDesk(workspace, desk);
    forgetOnDesk(desk);
    readAgainWhatIsNotStaged(dataDir, desk);
    return removeRemains({ dataDir, workspace, desk, youngest: 0, aside });
  } finally {
    workspace.close();
  }
}

/**
 * After a return to a backup: rows that were read lie beside, and are read again when they are asked for. Units need not be
 * there: they are staged once more where they are written.
 */
function readAgainWhatIsNotStaged(dataDir: string, desk: Db): void {
  const paths = pathsOf(dataDir);
  const ready = desk
    .prepare<[], number>("SELECT id FROM intake_file WHERE state = 'ready' AND coalesce(reading, 'null') <> 'null'")
    .pluck()
    .all();
  const wait = desk.prepare("UPDATE intake_file SET state = 'waiting' WHERE id = ?");
  for (const id of ready) if (!statSync(paths.staging(id), { throwIfNoEntry: false })) wait.run(id);
}

/** In the writing thread, so that no operation is under way. */
export const sweepRemains = (_: Record<string, never>, context: TaskContext): Remains => sweep(context, YOUNGEST);

/** The same, young files too, once a client was deleted for good. */
export function sweepErased(_: Record<string, never>, context: TaskContext): Remains {
  for (const what of CHANGING) context.changed(what);
  return sweep(context, MOMENT);
}

function sweep({ dataDir }: TaskContext, youngest: number): Remains {
  const desk = openForReading(pathsOf(dataDir).desk);
  try {
    return removeRemains({ dataDir, workspace: workspaceForWriting(dataDir), desk, youngest });
  } finally {
    desk.close();
  }
}
