/** The documents of a kit counted, before they are rehearsed. */
import type { CountedBody, KitPlan } from '@fair-copy/api/rehearsals.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { DocumentCounts } from '@fair-copy/core/rehearsal/counted.js';
import { named } from '@fair-copy/files/named.js';
import { projectDocument } from '@fair-copy/files/project-document.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { pathsOf } from '../store/paths.js';

export async function countDocuments(plan: KitPlan, context: TaskContext): Promise<CountedBody> {
  const source = canonicalTag(plan.source);
  if (!source) throw new ApiError('nothing-to-rehearse');
  const counts = new DocumentCounts(source);
  for (const { sha256, name } of plan.documents) {
    const { segments } = await named(name, () =>
      projectDocument(pathsOf(context.dataDir).original(sha256), name, source),
    );
    counts.add(name, segments);
    context.checkpoint();
  }
  return counts.all;
}
