/** The memory that was made beside becomes one of the client's: in a moment, as one operation. */
import type { MergePlanBody } from '@fair-copy/api/merges.js';
import { did } from '@fair-copy/words/done.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { refuseIfReference } from '../ledger/record.js';
import { insertMemory } from '../memories/resources.js';
import { memoryById, memoryNames, type MemoryRow } from '../store/memories.js';
import { freeName } from '../store/names.js';
import { workspaceForWriting } from '../store/workspace.js';
import { rowsOf, stateOf } from './inputs.js';
import type { BuiltMerge } from './merge-tasks.js';
import { basisOf } from './plans.js';

export interface MergeToPublish {
  readonly clientId: number;
  readonly plan: MergePlanBody;
  readonly built: BuiltMerge;
}

export interface PublishedMerge {
  readonly ledgerId: number;
  readonly memoryId: number;
  readonly memory: string;
  readonly units: number;
}

export function publishMerge({ clientId, plan, built }: MergeToPublish, context: TaskContext): PublishedMerge {
  const db = workspaceForWriting(context.dataDir);
  const rows = rowsOf(db, clientId, plan.inputs);
  // Somebody edited one of the memories meanwhile: what was made is not what they would become now.
  if (
    basisOf(
      plan,
      stateOf(
        db,
        rows.map(({ id }) => id),
      ),
    ) !== built.basis
  )
    throw new ApiError('changed-meanwhile', { title: null });
  const target = plan.into === null ? null : memoryById(db, plan.into);
  const name = target?.name ?? freeName(plan.newName, memoryNames(db, clientId), 'memory');
  const gone = rows.filter(({ id }) => plan.deleted.includes(id) && id !== plan.into);
  const title = did('memories-merged', { name, memories: rows.length, count: built.units, deleted: gone.length });
  const about = { clientId, termbaseId: null, memoryId: target?.id ?? null, kind: 'merge', title };
  return recorded(context, about, (writing) => {
    const memoryId = target
      ? exchanged(writing, target, built)
      : insertMemory(writing, built.stored, clientId, { name });
    writing.entry.touch('memory', memoryId);
    for (const { id, ...before } of gone) {
      refuseIfReference(writing.db, 'memory', id);
      writing.entry.before('memory', id, before);
      writing.db.prepare('DELETE FROM memory WHERE id = ?').run(id);
    }
    writing.entry.describe(title, { units: built.units }, { memoryId });
    return { ledgerId: writing.entry.id, memoryId, memory: name, units: built.units };
  });
}

/** The memory gets another file; what it had stays until the ledger lets go of it. */
function exchanged({ db, entry }: Writing, { id, file }: MemoryRow, { stored, stets }: BuiltMerge): number {
  entry.before('memory file', id, file);
  db.prepare('UPDATE memory SET file = ? WHERE id = ?').run(stored, id);
  db.prepare('UPDATE unit_finding SET settled = 1 WHERE memory_id = ?').run(id);
  const read = db.prepare<[number], Record<string, unknown>>('SELECT * FROM unit_stet WHERE id = ?');
  for (const [stet, unit] of stets) {
    const row = read.get(stet);
    if (!row) continue;
    const { id: _, ...before } = row;
    entry.before('unit_stet', stet, before);
    if (unit === null) db.prepare('DELETE FROM unit_stet WHERE id = ?').run(stet);
    else db.prepare('UPDATE unit_stet SET unit_id = ? WHERE id = ?').run(unit, stet);
  }
  return id;
}
