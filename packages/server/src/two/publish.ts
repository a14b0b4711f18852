/** What was bridged becomes a resource of the client's: in a moment, as one operation. */
import { bridgedConcept } from '@fair-copy/core/memory/bridge/bridged-concept.js';
import { UsedFields } from '@fair-copy/core/termbase/definition.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { did } from '@fair-copy/words/done.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { insertMemory } from '../memories/resources.js';
import { ConceptWriter, readConcept } from '../store/concepts.js';
import { memoryNames } from '../store/memories.js';
import { freeName } from '../store/names.js';
import { workspaceForWriting } from '../store/workspace.js';
import { insertTermbase, namesIn, seeFields } from '../termbases/write.js';
import type { BridgeToDo, BuiltBridge, ConceptPair } from './bridge-tasks.js';
import { bridgeBasis } from './plans.js';
import { resourceRow, stateOfResources } from './resources.js';

export interface PublishedBridge {
  readonly ledgerId: number;
  readonly memoryId?: number;
  readonly termbaseId?: number;
  readonly name: string;
  readonly units: number;
}

export function publishBridge(
  { clientId, plan, built }: BridgeToDo & { readonly built: BuiltBridge },
  context: TaskContext,
): PublishedBridge {
  const db = workspaceForWriting(context.dataDir);
  // Somebody edited one of them meanwhile: what was made is not what they would come to now.
  if (bridgeBasis(plan, stateOfResources(db, [plan.a, plan.b])) !== built.basis)
    throw new ApiError('changed-meanwhile', { title: null });
  const { made } = built;
  const units = 'stored' in made ? made.units : made.concepts.length;
  if (units === 0) throw new ApiError('nothing-to-write', { name: plan.newName });
  const [a, b] = [plan.a, plan.b].map((ref) => resourceRow(db, clientId, ref).name);
  const name =
    'stored' in made
      ? freeName(plan.newName, memoryNames(db, clientId), 'memory')
      : freeName(plan.newName, namesIn(db, clientId), 'termbase');
  const title = did('bridged', { name, a: a!, b: b!, count: units });
  return recorded(context, { clientId, termbaseId: null, kind: 'bridge', title }, (writing) => {
    if ('stored' in made) {
      const memoryId = insertMemory(writing, made.stored, clientId, { name });
      writing.entry.describe(title, { units }, { memoryId });
      return { ledgerId: writing.entry.id, memoryId, name, units };
    }
    const termbaseId = insertTermbase(writing, clientId, name);
    writeConcepts(writing, termbaseId, made.concepts, plan.over, context);
    writing.entry.describe(title, { entries: units }, { termbaseId });
    return { ledgerId: writing.entry.id, termbaseId, name, units };
  });
}

function writeConcepts(
  writing: Writing,
  termbaseId: number,
  pairs: readonly ConceptPair[],
  over: string,
  context: TaskContext,
): void {
  const writer = new ConceptWriter(writing.db, writing.now, true);
  const used = new UsedFields();
  for (const [i, pair] of pairs.entries()) {
    if (i % 500 === 0) context.checkpoint(0.9 + (i / pairs.length) * 0.1);
    const [a, b] = [readConcept(writing.db, pair.a)!.body, readConcept(writing.db, pair.b)!.body];
    const body = bridgedConcept(a, b, over as LanguageTag, { how: pair.how, pivot: pair.over });
    used.see(body);
    writing.entry.created('concept', writer.create(termbaseId, body));
  }
  writer.flush();
  seeFields(writing, termbaseId, used.definitions());
}
