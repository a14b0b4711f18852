/** A memory as the checks look at it. */
import { inspect, type Finding } from '@fair-copy/core/checks/check.js';
import { UNITS, type UnitInMemory } from '@fair-copy/core/checks/looked-at.js';
import { expectedLanguages, unitChecks, type ChosenChecks } from '@fair-copy/core/checks/units/choice.js';
import type { UnitFacts } from '@fair-copy/core/checks/units/pair.js';
import { KnownTerms } from '@fair-copy/core/termbase/known-terms.js';
import type { InspectionProfile } from '@fair-copy/api/inspection.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import { canonicalTag, fits, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { isBridged } from '@fair-copy/core/memory/bridge/plan.js';
import { authorOf, changedAt, type Variant } from '@fair-copy/core/memory/unit.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { wordListFor } from '@fair-copy/files/word-lists.js';
import { CODE, plainPlace, withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import type { Found, From } from '../findings/evidence.js';
import type { TaskContext } from '../jobs/task.js';
import type { Db } from '../store/database.js';
import { conceptsOf } from '../store/concepts.js';
import { memoryById } from '../store/memories.js';
import { termbaseIdsOf } from '../store/termbases.js';
import { MemoryFile } from '../store/memory-file.js';
import type { StoredUnit } from '../store/stored-unit.js';
import { pathsOf } from '../store/paths.js';

/** The share of the time after which all units were seen; the rest goes to what needs the whole. */
const SEEN = 0.8;

/** Units that are looked at: those of a memory, or those that are staged for one. */
export interface UnitsToInspect {
  readonly path: string;
  readonly clientId: number;
  readonly profile: InspectionProfile;
}

export function unitsOfMemory(
  db: Db,
  memoryId: number,
  profile: InspectionProfile,
  { dataDir }: TaskContext,
): UnitsToInspect {
  const { file, client_id: clientId } = memoryById(db, memoryId);
  return { path: pathsOf(dataDir).memory(file), clientId, profile };
}

/** All findings of all checks, one after the other. Reports progress. */
export function* findingsInUnits(
  db: Db,
  { path, clientId, profile }: UnitsToInspect,
  context: TaskContext,
): Generator<Found> {
  const file = MemoryFile.openForReading(path);
  file.db.exec('BEGIN');
  try {
    const readAgain = rememberingLast((id: number) => file.unit(id));
    const counts = new Map(file.languages().map(({ language, units }) => [language, units]));
    const units = function* (): Generator<UnitInMemory> {
      for (const unit of file.units((share) => context.checkpoint(share * SEEN)))
        if (profile.bridged || !isBridged(unit)) yield unit;
      context.checkpoint(SEEN);
    };
    const source = sourceOf(file);
    const tags = expectedLanguages(counts, file.countUnits());
    const facts: UnitFacts = {
      of: UNITS,
      // The source comes first, however many units lack it.
      languages: [...tags].sort((a, b) => Number(isIn(source, b)) - Number(isIn(source, a))),
      ...(source && { source }),
      item: (id: number) => readAgain(id) ?? undefined,
    };
    let count = 0;
    for (const finding of inspect(units(), unitChecks(chosen(db, clientId, profile)), facts)) {
      if (++count % 500 === 0) context.checkpoint();
      yield {
        finding,
        detailed: () => ({
          ...detailed(finding, readAgain(finding.item)),
          from: fromOf(file, readAgain(finding.item)),
        }),
      };
    }
  } finally {
    file.db.exec('COMMIT');
    file.close();
  }
}

/** What finds something reads the unit again, and so does what shows it. */
function rememberingLast<T>(read: (id: number) => T): (id: number) => T {
  let last: { readonly id: number; readonly item: T } | null = null;
  return (id) => (last?.id === id ? last : (last = { id, item: read(id) })).item;
}

function fromOf(file: MemoryFile, unit: StoredUnit | null): From {
  if (!unit) return { author: '', day: '', origin: '' };
  const { originId } = unit;
  const origin = file.kept(`origin ${originId}`, () => file.originName(originId));
  return { author: authorOf(unit), day: changedAt(unit).slice(0, 8), origin };
}

/** What would lose a code, and the last two texts of a unit, only a person puts right. */
function isCorrectable({ correction, place }: Finding, { variants }: StoredUnit): boolean {
  if (!correction || place === null) return true;
  return correction.kind === 'text'
    ? correction.text.split(CODE).length - 1 === variants[Number(place)]!.codes.length
    : variants.length > 2;
}

/** What the client's profile asks for, with the terms of its termbases. */
function chosen(db: Db, clientId: number, { without, patterns, termbases }: InspectionProfile): ChosenChecks {
  const concepts = termbases.flatMap((id) => [...conceptsOf(db, id)]);
  return {
    without,
    patterns,
    ...(concepts.length > 0 && { terms: new KnownTerms(concepts, dictionaryFor) }),
    ...(!without.includes('spelling') && {
      // What the client calls its things is spelled right, whichever termbase the inspection is about.
      spelling: {
        listFor: wordListFor,
        concepts: termbaseIdsOf(db, clientId).flatMap((id) => [...conceptsOf(db, id)]),
      },
    }),
  };
}

const isIn = (source: LanguageTag | null, language: LanguageTag): boolean => source !== null && fits(source, language);

/** The language that the memory's file says it was translated from, where it has texts in it. */
function sourceOf(file: MemoryFile): LanguageTag | null {
  const header = JSON.parse(file.about('header') ?? '{}') as Partial<TmxHeader>;
  const declared = canonicalTag(header.attributes?.srclang ?? '');
  return declared && file.languages().some(({ language }) => fits(declared, language)) ? declared : null;
}

/** @param unit null: it is gone */
function detailed(finding: Finding, unit: StoredUnit | null): Finding {
  return readable(!unit || isCorrectable(finding, unit) ? finding : withoutCorrection(finding), unit?.variants ?? []);
}

/** For people: codes leave nothing in texts, and marks stand where the evidence is without them. */
function readable(finding: Finding, variants: readonly Variant[]): Finding {
  const said = JSON.stringify(finding.said);
  const { marks = [] } = finding;
  const hasCodes = variants.some(({ codes }) => codes.length > 0);
  if (!hasCodes && !finding.text.includes(CODE) && !said.includes(CODE)) return finding;
  return {
    ...finding,
    text: withoutCodes(finding.text),
    said: JSON.parse(withoutCodes(said)) as Finding['said'],
    marks: marks.map(({ place, from, to }) => {
      const text = variants[Number(place)]?.text ?? '';
      return { place, from: plainPlace(text, from), to: plainPlace(text, to) };
    }),
  };
}

function withoutCorrection({ correction: _, ...finding }: Finding): Finding {
  return finding;
}
