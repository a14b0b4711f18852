/** The merged concepts become those of a termbase: as one operation. */
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { UsedFields } from '@fair-copy/core/termbase/definition.js';
import { did } from '@fair-copy/words/done.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { ConceptWriter, readConcept } from '../store/concepts.js';
import { freeName } from '../store/names.js';
import { pictureNamed, putPicture } from '../store/pictures.js';
import { termbaseById } from '../store/termbases.js';
import { workspaceForWriting } from '../store/workspace.js';
import { insertTermbase, namesIn, seeFields, settleFindings } from '../termbases/write.js';
import type { BuiltTermMerge, MergedConcept, TermMergeToDo } from './count.js';
import { basisOf, termbasesOf } from './plans.js';

export interface PublishedTermMerge {
  readonly ledgerId: number;
  readonly termbaseId: number;
  readonly termbase: string;
  readonly concepts: number;
}

export function publishTermMerge(
  { clientId, plan, built }: TermMergeToDo & { readonly built: BuiltTermMerge },
  context: TaskContext,
): PublishedTermMerge {
  const db = workspaceForWriting(context.dataDir);
  // Somebody edited one of the termbases meanwhile: what was made is not what they would become now.
  if (basisOf(plan, db) !== built.basis) throw new ApiError('changed-meanwhile', { title: null });
  const rows = termbasesOf(db, clientId, plan.inputs);
  const target = plan.into === null ? null : termbaseById(db, plan.into);
  const name = target?.name ?? freeName(plan.newName, namesIn(db, clientId), 'termbase');
  const gone = rows.filter(({ id }) => plan.deleted.includes(id) && id !== plan.into);
  const concepts = built.concepts.length;
  const title = did('termbases-merged', { name, termbases: rows.length, count: concepts, deleted: gone.length });
  const about = { clientId, termbaseId: target?.id ?? null, kind: 'merge', title };
  return recorded(context, about, (writing) => {
    const termbaseId = target?.id ?? insertTermbase(writing, clientId, name);
    writing.entry.touch('termbase', termbaseId);
    write(writing, termbaseId, built.concepts, context);
    for (const { id, ...state } of gone) {
      writing.entry.before('termbase', id, state);
      writing.db.prepare('DELETE FROM termbase WHERE id = ?').run(id);
    }
    writing.entry.describe(title, { concepts }, { termbaseId });
    return { ledgerId: writing.entry.id, termbaseId, termbase: name, concepts };
  });
}

function write(writing: Writing, termbaseId: number, all: readonly MergedConcept[], context: TaskContext): void {
  const { db, entry, now } = writing;
  const writer = new ConceptWriter(db, now, true);
  const used = new UsedFields();
  for (const [i, { body, was, termbases }] of all.entries()) {
    if (i % 200 === 0) context.checkpoint(0.9 + (i / all.length) * 0.1);
    const before = was === null ? null : readConcept(db, was);
    if (before && JSON.stringify(before.body) === JSON.stringify(body)) continue;
    used.see(body);
    takePictures(writing, body, termbases, termbaseId);
    if (!before) {
      entry.created('concept', writer.create(termbaseId, body));
      continue;
    }
    entry.before('concept', was!, before);
    settleFindings(db, was!);
    writer.replace(was!, { termbaseId, body });
  }
  writer.flush();
  seeFields(writing, termbaseId, used.definitions());
}

/** Pictures that the concept names, from the termbase that stands highest; one that is there under the name stays. */
function takePictures(writing: Writing, body: ConceptBody, from: readonly number[], to: number): void {
  for (const name of body.fields.xGraphic ?? []) {
    if (from.includes(to) && pictureNamed(writing.db, to, name)) continue;
    const there = from.map((id) => pictureNamed(writing.db, id, name)).find((picture) => picture);
    if (there && !pictureNamed(writing.db, to, name)) putPicture(writing, to, there);
  }
}
