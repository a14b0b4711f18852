/** A plan with the memories that it is about. */
import type { MergePlanBody } from '@fair-copy/api/merges.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import { MergeInputs, rowsOf, stateOf } from './inputs.js';
import { basisOf } from './plans.js';

export interface MergeToDo {
  readonly clientId: number;
  readonly plan: MergePlanBody;
}

/** Opens the memories as they are at this moment. Close `inputs`. */
export function openedInputs({ clientId, plan }: MergeToDo, { dataDir }: TaskContext) {
  const db = openForReading(pathsOf(dataDir).workspace);
  try {
    db.exec('BEGIN');
    const rows = rowsOf(db, clientId, plan.inputs);
    const inputs = MergeInputs.open(dataDir, rows);
    return {
      inputs,
      basis: basisOf(
        plan,
        stateOf(
          db,
          rows.map(({ id }) => id),
        ),
      ),
    };
  } finally {
    if (db.inTransaction) db.exec('COMMIT');
    db.close();
  }
}
