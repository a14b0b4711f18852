/** Units of memories and concepts of termbases, as the pages of plans get them. */
import type { UnitBody } from '@fair-copy/api/memories.js';
import type { ComparedRef } from '@fair-copy/api/two.js';
import { unitOfConcept } from '@fair-copy/core/memory/of-concept.js';
import type { Context } from '../context.js';
import { unitIn } from '../memories/earlier.js';
import { shownUnit } from '../memories/shown.js';
import { readConcept } from '../store/concepts.js';
import { MemoryFile } from '../store/memory-file.js';
import { earlierState } from './resources.js';

/** As they are now, or were in the state that is asked for; those that are gone since are left out. */
export function shownOf(
  { memories, workspace, paths }: Context,
  { kind, id, before }: ComparedRef,
  ids: Int32Array,
): UnitBody[] {
  if (kind === 'memory' && before !== undefined) {
    const state = earlierState(workspace, id, before);
    const file = MemoryFile.openForReading(paths.memory(state.stored));
    try {
      const then = unitIn(file, state);
      return [...ids].flatMap((unit) => {
        const stored = then(unit);
        return stored ? shownUnit(stored, file.originName(stored.originId)) : [];
      });
    } finally {
      file.close();
    }
  }
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
