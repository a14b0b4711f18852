/** The documents of a kit counted, before they are rehearsed. */
import type { CountedBody, KitPlan } from '@fair-copy/api/rehearsals.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { DocumentCounts } from '@fair-copy/core/rehearsal/counted.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { documentsOf } from './documents.js';

export async function countDocuments(plan: KitPlan, context: TaskContext): Promise<CountedBody> {
  const source = canonicalTag(plan.source);
  if (!source) throw new ApiError('nothing-to-rehearse');
  const counts = new DocumentCounts(source);
  for await (const { name, segments } of documentsOf(plan, source, context, () => context.checkpoint()))
    counts.add(name, segments);
  return counts.all;
}
