/** A termbase as the checks look at it. */
import type { InspectionProfile } from '@fair-copy/api/inspection.js';
import { TermsInMemories } from '@fair-copy/core/checks/across/memories.js';
import { besideTermbase } from '@fair-copy/core/checks/across/termbases.js';
import { WordsWithoutTerm } from '@fair-copy/core/checks/across/words-without-term.js';
import { inspect, type Finding } from '@fair-copy/core/checks/check.js';
import { PictureFinder } from '@fair-copy/core/intake/pictures.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { CONCEPTS } from '@fair-copy/core/checks/looked-at.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Concept, ConceptId } from '@fair-copy/core/termbase/concept.js';
import { STANDARD_LISTS, withDefinitions, type FieldDefinition } from '@fair-copy/core/termbase/definition.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import type { Found } from '../findings/evidence.js';
import type { TaskContext } from '../jobs/task.js';
import { conceptById, conceptsOf } from '../store/concepts.js';
import { languageCounts } from '../store/language-counts.js';
import type { Db } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { picturesOf } from '../store/pictures.js';
import { termbaseById } from '../store/termbases.js';

/** The share of the time that the termbase by itself takes, where memories are looked through as well. */
const ALONE = 0.1;

/** All findings of all checks, one after the other. Reports progress. */
export function* findingsInTermbase(
  db: Db,
  termbaseId: number,
  profile: InspectionProfile,
  context: TaskContext,
): Generator<Found> {
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
      if (++seen % 500 === 0) context.checkpoint((seen / total) * (profile.besideMemories.length > 0 ? ALONE : 1));
      yield concept;
    }
  };
  const languages = languageCounts(db, termbaseId).map((row) => row.language as LanguageTag);
  const isOn = ({ id }: { readonly id: string }): boolean => !profile.withoutOfTermbases.includes(id);
  const findings = inspect(concepts(), TERMBASE_CHECKS.filter(isOn), {
    of: CONCEPTS,
    languages,
    item: (id) => conceptById(db, id as ConceptId),
    fields,
    hasPicture: (name) => pictures.has(name),
    pictureLike: (name) => finder.find(name),
  });
  const all = function* (): Generator<Finding> {
    yield* findings;
    for (const finding of findingsBeside(db, { termbaseId, languages }, profile, context))
      if (isOn({ id: finding.check })) yield finding;
  };
  for (const finding of all()) {
    const origin = (): string => conceptById(db, finding.item as ConceptId)?.origins[0]?.file ?? '';
    yield { finding, detailed: () => ({ ...finding, from: { author: '', day: '', origin: origin() } }) };
  }
}

/** What the client's memories and other termbases say of it, those that the profile names. */
function* findingsBeside(
  db: Db,
  { termbaseId, languages }: { readonly termbaseId: number; readonly languages: readonly LanguageTag[] },
  { besideMemories, besideTermbases }: InspectionProfile,
  context: TaskContext,
): Generator<Finding> {
  const others = besideTermbases.filter((id) => id !== termbaseId);
  if (besideMemories.length + others.length === 0) return;
  const concepts = [...conceptsOf(db, termbaseId)];
  const from = languages[0];
  if (besideMemories.length > 0) {
    const used = new TermsInMemories(concepts, dictionaryFor);
    const without = from === undefined ? null : new WordsWithoutTerm(from, used.terms);
    const see = (unit: Unit): void => {
      used.see(unit);
      without?.see(unit);
    };
    for (const [i, id] of besideMemories.entries()) seeMemory(db, id, see, i, besideMemories.length, context);
    yield* used.findings();
    if (without) yield* without.findings();
  }
  if (from !== undefined) for (const id of others) yield* besideTermbase(concepts, conceptsOf(db, id), from);
}

function seeMemory(
  db: Db,
  id: number,
  see: (unit: Unit) => void,
  number: number,
  memories: number,
  context: TaskContext,
): void {
  const file = MemoryFile.openForReading(pathsOf(context.dataDir).memory(memoryById(db, id).file));
  try {
    const passed = (share: number): void => context.checkpoint(ALONE + ((1 - ALONE) * (number + share)) / memories);
    for (const unit of file.units(passed)) see(unit);
  } finally {
    file.close();
  }
}
