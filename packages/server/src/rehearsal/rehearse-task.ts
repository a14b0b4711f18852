/** A kit tried on documents, in a thread beside: figures for the page, the galley and what reports need in a file of its own. */
import type { KeptSegment, KitPlan, RehearsalOutcome } from '@fair-copy/api/rehearsals.js';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { UsualWords } from '@fair-copy/core/language/usual-words.js';
import { doubtsOf } from '@fair-copy/core/rehearsal/doubts.js';
import { bandOf, contributions, figuresOf } from '@fair-copy/core/rehearsal/figures.js';
import { isAmong } from '@fair-copy/core/memory/said-of.js';
import { KitRehearsal } from '@fair-copy/core/rehearsal/kit-rehearsal.js';
import type { NumberedUnit } from '@fair-copy/core/rehearsal/kit-memory.js';
import { misfitsOf } from '@fair-copy/core/rehearsal/misfits.js';
import { unitsThatMatch } from '@fair-copy/core/rehearsal/packing.js';
import { keptTried, type Tried } from '@fair-copy/core/rehearsal/tried.js';
import { documentSegment, type DocumentSegment } from '@fair-copy/core/rehearsal/segment.js';
import type { Concept } from '@fair-copy/core/termbase/concept.js';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import { codePlaces, plainPlace, withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { SoughtThread } from '@fair-copy/files/sought-thread.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { conceptsOf } from '../store/concepts.js';
import { openForReading, type Db } from '../store/database.js';
import { languageCounts } from '../store/language-counts.js';
import { memoryById } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import type { StoredUnit } from '../store/stored-unit.js';
import { stagedFile } from '../store/outcome-file.js';
import { pathsOf } from '../store/paths.js';
import { termbaseById } from '../store/termbases.js';
import { documentsOf } from './documents.js';

export interface KitToRehearse {
  readonly kitId: number;
  readonly plan: KitPlan;
}

/** The share of the time after which the documents are read. */
const READ = 0.1;
const TABLES = `CREATE TABLE segment (ordinal INTEGER PRIMARY KEY, band TEXT NOT NULL, score REAL NOT NULL, words INTEGER NOT NULL,
    document TEXT NOT NULL, text TEXT NOT NULL, has_terms INTEGER NOT NULL, has_doubts INTEGER NOT NULL, body TEXT NOT NULL) STRICT;
  CREATE TABLE about (name TEXT PRIMARY KEY, body TEXT NOT NULL) STRICT`;

/** Units of a memory from which a thread beside is worth starting. */
const LONG = 20_000;
const BATCH = 500;

/** A concept with the termbase that has it. */
interface Owned {
  readonly termbaseId: number;
  readonly concept: Concept;
}

export async function rehearseKit({ kitId, plan }: KitToRehearse, context: TaskContext): Promise<RehearsalOutcome> {
  const [source, target] = [canonicalTag(plan.source), canonicalTag(plan.target)];
  if (!source || !target || plan.documents.length === 0) throw new ApiError('nothing-to-rehearse');
  const { segments, leftOut } = await segmentsOf(plan, source, context);
  // All of what came in zips was left out: the first of it says why.
  if (segments.length === 0) throw leftOut[0] ? DataError.of(leftOut[0].why) : new ApiError('nothing-to-rehearse');
  const db = openForReading(pathsOf(context.dataDir).workspace);
  try {
    const owned = plan.termbases.flatMap((termbaseId) =>
      [...conceptsOf(db, termbaseId)].map((concept): Owned => ({ termbaseId, concept })),
    );
    const kit = new KitRehearsal({
      segments,
      source,
      target,
      threshold: plan.threshold,
      concepts: owned.map(({ concept }) => concept),
      dictionaryFor,
      noTerms: new Set(plan.noTerms),
    });
    await passMemories(db, plan, kit, context);
    const spoken = plan.termbases.map((id) => ({
      name: termbaseById(db, id).name,
      languages: languageCounts(db, id).map(({ language }) => language as LanguageTag),
    }));
    // A memory of which no unit was asked for says nothing of its languages.
    const passed = kit.memories.filter(({ fitting }, i) => fitting !== null || !plan.memories[i]!.only);
    const tried: Tried = {
      source,
      target,
      card: plan.rates,
      memories: kit.memories,
      segments,
      rehearsed: kit.rehearsed(),
      found: kit.termsFound(),
      missing: kit.missing(),
      misfits: misfitsOf({ source, target }, passed, spoken, segments),
      conceptId: (concept) => owned[concept]!.concept.fields[IDENTIFIER]?.[0] ?? String(owned[concept]!.concept.id),
      usable: (concept) => kit.terms.usable(concept),
    };
    keep(pathsOf(context.dataDir).rehearsal(kitId), tried, plan, kit, owned);
    return { ...outcomeOf(tried, plan), leftOut };
  } finally {
    db.close();
  }
}

async function segmentsOf(
  plan: KitPlan,
  source: LanguageTag,
  context: TaskContext,
): Promise<{ readonly segments: DocumentSegment[]; readonly leftOut: RehearsalOutcome['leftOut'] }> {
  const segments: DocumentSegment[] = [];
  const usual = new UsualWords();
  const documents = documentsOf(plan, source, context, (share) => context.checkpoint(READ * share));
  for (;;) {
    const { done, value } = await documents.next();
    if (done) return { segments, leftOut: value };
    for (const text of value.segments) segments.push(documentSegment(value.name, text, source, usual));
  }
}

async function passMemories(db: Db, { memories, threshold }: KitPlan, kit: KitRehearsal, context: TaskContext) {
  let thread: SoughtThread | null = null;
  try {
    for (const [i, { id, off, only }] of memories.entries()) {
      const row = memoryById(db, id);
      const memory = kit.memory(row.name, off);
      const file = MemoryFile.openForReading(pathsOf(context.dataDir).memory(row.file));
      file.db.exec('BEGIN');
      try {
        if (file.countUnits() > LONG) thread ??= new SoughtThread(kit.texts, threshold);
        const passed = (share: number): void =>
          context.checkpoint(READ + ((0.95 - READ) * (i + share)) / memories.length);
        await kit.pass(memory, inBatches(file.units(passed), only), thread?.meet);
      } finally {
        file.db.exec('COMMIT');
        file.close();
      }
    }
  } finally {
    thread?.close();
  }
}

/** @param only units of whom this holds */
function* inBatches(units: Iterable<StoredUnit>, only: KitPlan['memories'][number]['only']): Generator<NumberedUnit[]> {
  let batch: NumberedUnit[] = [];
  for (const unit of units) {
    if (only && !isAmong(unit, only)) continue;
    batch.push({ unit, number: unit.id });
    if (batch.length < BATCH) continue;
    yield batch;
    batch = [];
  }
  yield batch;
}

/** The galley, and the tables of the report. */
function keep(path: string, tried: Tried, plan: KitPlan, kit: KitRehearsal, owned: readonly Owned[]): void {
  const { segments, rehearsed, found } = tried;
  const terms = new Map<number, KeptSegment['terms'][number][]>();
  for (const { segment, start, end, term, concept, isForbidden } of found) {
    const { termbaseId, concept: own } = owned[concept]!;
    const at = (place: number): number => plainPlace(segments[segment]!.text, place);
    const one = {
      start: at(start),
      end: at(end),
      term,
      concept: own.id,
      termbaseId,
      usable: [...tried.usable(concept)],
      isForbidden,
    };
    const there = terms.get(segment);
    if (there) there.push(one);
    else terms.set(segment, [one]);
  }
  stagedFile(path, TABLES, (db) => {
    const insert = db.prepare('INSERT INTO segment VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)');
    for (const [i, { document, text, words, language, isApart }] of segments.entries()) {
      const { class: kind, score, matches } = rehearsed[i]!;
      const band = bandOf(kind, score);
      const body: KeptSegment = {
        ordinal: i,
        document,
        text: withoutCodes(text),
        codes: codePlaces(text),
        class: kind,
        band,
        score,
        words,
        language,
        isApart,
        doubts: doubtsOf(matches, (target) => kit.terms.forbiddenIn(target).length > 0),
        matches: matches.map((match) => ({
          memoryId: plan.memories[match.memory]!.id,
          memory: tried.memories[match.memory]!.name,
          unit: match.number,
          source: withoutCodes(match.source),
          target: withoutCodes(match.target),
          score: match.score,
          inContext: match.inContext,
          forbidden: kit.terms.forbiddenIn(match.target).map(({ term }) => term),
        })),
        terms: terms.get(i) ?? [],
      };
      const flags = [body.terms.length > 0, body.doubts.length > 0].map(Number);
      insert.run(i, band, score, words, document, body.text, ...flags, JSON.stringify(body));
    }
    db.exec('CREATE INDEX segment_band ON segment (band, ordinal)');
    const note = db.prepare('INSERT INTO about (name, body) VALUES (?, ?)');
    note.run('tried', JSON.stringify(keptTried(tried)));
    note.run('plan', JSON.stringify(plan));
    note.run('units', JSON.stringify(unitsThatMatch(kit.memories, rehearsed).map((units) => [...units])));
  });
}

function outcomeOf(tried: Tried, plan: KitPlan): Omit<RehearsalOutcome, 'leftOut'> {
  const { source, target, segments, rehearsed, card, memories, found, missing } = tried;
  const documents = [...new Set(segments.map(({ document }) => document))];
  const others = new Map<string, { document: string; language: string; segments: number }>();
  for (const { document, language } of segments) {
    if (language === null) continue;
    const key = `${document}\0${language}`;
    const there = others.get(key);
    if (there) there.segments++;
    else others.set(key, { document, language, segments: 1 });
  }
  return {
    at: new Date().toISOString(),
    source,
    target,
    rates: card,
    all: figuresOf(segments, rehearsed, card),
    documents: documents.map((name) => ({
      name,
      figures: figuresOf(segments, rehearsed, card, ({ document }) => document === name),
    })),
    memories: contributions(segments, rehearsed, card, memories.length).map(({ alone, added }, m) => ({
      id: plan.memories[m]!.id,
      name: memories[m]!.name,
      serving: memories[m]!.size,
      alone,
      added,
    })),
    terms: {
      found: found.length,
      concepts: new Set(found.map(({ concept }) => concept)).size,
      forbidden: found.filter(({ isForbidden }) => isForbidden).length,
      untranslated: new Set(found.filter(({ isMissing }) => isMissing).map(({ concept }) => concept)).size,
    },
    missing: missing.map(({ text, times, counterpart, contexts }) => ({ text, times, counterpart, contexts })),
    others: [...others.values()],
  };
}
