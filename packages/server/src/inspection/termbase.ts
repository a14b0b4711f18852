/** A termbase as the checks look at it. */
import { inspect } from '@fair-copy/core/checks/check.js';
import { PictureFinder } from '@fair-copy/core/intake/pictures.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { CONCEPTS } from '@fair-copy/core/checks/looked-at.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Concept, ConceptId } from '@fair-copy/core/termbase/concept.js';
import { STANDARD_LISTS, withDefinitions, type FieldDefinition } from '@fair-copy/core/termbase/definition.js';
import type { Found } from '../findings/evidence.js';
import type { TaskContext } from '../jobs/task.js';
import { conceptById, conceptsOf } from '../store/concepts.js';
import { languageCounts } from '../store/language-counts.js';
import type { Db } from '../store/database.js';
import { picturesOf } from '../store/pictures.js';
import { termbaseById } from '../store/termbases.js';

/** All findings of all checks, one after the other. Reports progress. */
export function* findingsInTermbase(db: Db, termbaseId: number, context: TaskContext): Generator<Found> {
  const own = JSON.parse(termbaseById(db, termbaseId).fields) as FieldDefinition[];
  const fields = withDefinitions(own, STANDARD_LISTS);
  const names = picturesOf(db, termbaseId).map((picture) => picture.name);
  const pictures = new Set(names);
  const finder = new PictureFinder(names);
  const total = db
    .prepare<[number], number>('SELECT count(*) FROM concept WHERE termbase_id = ?')
    .pluck()
    .get(termbaseId)!;
  const concepts = function* (): Generator<Concept> {
    let seen = 0;
    for (const concept of conceptsOf(db, termbaseId)) {
      if (++seen % 500 === 0) context.checkpoint(seen / total);
      yield concept;
    }
  };
  const findings = inspect(concepts(), TERMBASE_CHECKS, {
    of: CONCEPTS,
    languages: languageCounts(db, termbaseId).map((row) => row.language as LanguageTag),
    item: (id) => conceptById(db, id as ConceptId),
    fields,
    hasPicture: (name) => pictures.has(name),
    pictureLike: (name) => finder.find(name),
  });
  for (const finding of findings) {
    const origin = (): string => conceptById(db, finding.item as ConceptId)?.origins[0]?.file ?? '';
    yield { finding, detailed: () => ({ ...finding, from: { author: '', day: '', origin: origin() } }) };
  }
}
