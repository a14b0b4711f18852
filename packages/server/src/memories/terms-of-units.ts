/** From a memory to a termbase and back: short units become concept candidates, concepts become units. */
import { did } from '@fair-copy/words/done.js';
import { conceptOf, draftKeys, type Draft } from '@fair-copy/core/intake/draft.js';
import { shownText, type Unit } from '@fair-copy/core/memory/unit.js';
import { unitOfConcept } from '@fair-copy/core/memory/of-concept.js';
import { NO_FIELDS, type ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { conceptsOf, ConceptWriter } from '../store/concepts.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { freeName } from '../store/names.js';
import { termbaseById } from '../store/termbases.js';
import { recorded } from '../ledger/operation.js';
import { workspaceForWriting } from '../store/workspace.js';
import type { UnitSelection } from '@fair-copy/api/memories.js';
import { memoryById, memoryNames } from '../store/memories.js';
import { selected } from './bulk.js';
import { insertMemory, withNewFile } from './resources.js';

/** Words up to which a text is taken for a term. */
const TERM_WORDS = 4;

/** The terms of a short unit, each text with its language; null where one of its texts is no term. */
export function termsOfUnit(unit: Unit): Draft | null {
  const texts = new Map<Unit['variants'][number]['language'], string[]>();
  for (const variant of unit.variants) {
    const text = shownText(variant);
    if (text === '' || text.split(/\s+/).length > TERM_WORDS || /[.!?…:。！？]$/u.test(text) || text.length > 80)
      return null;
    texts.set(variant.language, [...(texts.get(variant.language) ?? []), text]);
  }
  if (texts.size < 2) return null;
  return {
    fields: NO_FIELDS,
    languages: [...texts].map(([language, all]) => ({
      language,
      fields: NO_FIELDS,
      terms: [...new Set(all)].map((text) => ({ text, fields: NO_FIELDS })),
    })),
  };
}

export interface Harvest extends UnitSelection {
  readonly memoryId: number;
  readonly termbaseId: number;
}

/** Concepts of the short units that the termbase does not have yet, for review there; one entry in the ledger. */
export function harvestConcepts(
  job: Harvest,
  context: TaskContext,
): { readonly changed: number; readonly ledgerId: number } {
  const db = workspaceForWriting(context.dataDir);
  const row = memoryById(db, job.memoryId);
  const termbase = termbaseById(db, job.termbaseId);
  if (termbase.client_id !== row.client_id) throw new ApiError('not-found', { what: 'termbase of this client' });
  const file = MemoryFile.openForReading(pathsOf(context.dataDir).memory(row.file));
  try {
    const ids = selected(file, job, context);
    const there = new Set<string>();
    for (const concept of conceptsOf(db, job.termbaseId)) there.add(keyOf(concept));
    const about = { clientId: row.client_id, termbaseId: job.termbaseId, kind: 'intake', title: did('under-way', {}) };
    return recorded(context, about, ({ entry, now }) => {
      const writer = new ConceptWriter(db, now, true);
      let changed = 0;
      for (let i = 0; i < ids.length; i++) {
        if (i % 500 === 0) context.checkpoint(0.2 + (i / ids.length) * 0.7);
        const unit = file.unit(ids[i]!);
        const draft = unit && termsOfUnit(unit);
        if (!draft) continue;
        const body = conceptOf(draft, { file: row.name, row: unit.place });
        const key = keyOf(body);
        if (there.has(key)) continue;
        there.add(key);
        entry.created('concept', writer.create(job.termbaseId, body));
        changed++;
      }
      if (changed === 0) throw new ApiError('nothing-to-change');
      writer.flush();
      const title = did('concepts-taken', { count: changed, memory: row.name, termbase: termbase.name });
      entry.describe(title, { entries: changed });
      return { changed, ledgerId: entry.id };
    });
  } finally {
    file.close();
  }
}

function keyOf(body: ConceptBody): string {
  return draftKeys(body).sort().join('\u0001');
}

/** A memory with a unit for each concept of at least two languages, a variant for each term. */
export function memoryOfTermbase(
  { termbaseId, name }: { readonly termbaseId: number; readonly name: string },
  context: TaskContext,
): { readonly id: number; readonly units: number } {
  const db = workspaceForWriting(context.dataDir);
  const termbase = termbaseById(db, termbaseId);
  const clean = freeName(name, memoryNames(db, termbase.client_id), 'memory');
  return withNewFile(context.dataDir, (stored, path) => {
    const file = MemoryFile.build(path);
    let units = 0;
    try {
      const originId = file.addOrigin(termbase.name, new Date().toISOString());
      for (const concept of conceptsOf(db, termbaseId)) {
        if (concept.languages.length < 2) continue;
        file.write.add(unitOfConcept(concept), { originId, place: ++units, before: null, after: null });
      }
      if (units === 0) throw new ApiError('nothing-to-write', { name: termbase.name });
      file.finishBuilding();
    } catch (error) {
      file.close();
      throw error;
    }
    const title = did('memory-made', { name: clean, termbase: termbase.name, count: units });
    const about = { clientId: termbase.client_id, termbaseId: null, kind: 'memory', title };
    return recorded(context, about, (writing) => ({
      id: insertMemory(writing, stored, termbase.client_id, { name: clean }),
      units,
    }));
  });
}
