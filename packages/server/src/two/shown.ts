/** Units of memories and concepts of termbases, as the pages of plans get them. */
import type { UnitBody } from '@fair-copy/api/memories.js';
import type { ResourceRef } from '@fair-copy/api/two.js';
import { unitOfConcept } from '@fair-copy/core/memory/of-concept.js';
import type { Context } from '../context.js';
import { shownUnit } from '../memories/shown.js';
import { readConcept } from '../store/concepts.js';

/** As they are now; those that are gone since are left out. */
export function shownOf({ memories, workspace }: Context, { kind, id }: ResourceRef, ids: Int32Array): UnitBody[] {
  if (kind === 'memory') {
    const file = memories.file(id);
    return file.unitsOf([...ids]).map((unit) => shownUnit(unit, file.originName(unit.originId)));
  }
  return [...ids].flatMap((concept) => {
    const stored = readConcept(workspace, concept);
    if (!stored) return [];
    const [origin] = stored.body.origins;
    return shownUnit({ id: concept, place: origin?.row ?? 0, ...unitOfConcept(stored.body) }, origin?.file ?? '');
  });
}
