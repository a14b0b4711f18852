/** Inspecting a memory, letting findings stand, putting them right. */
import { inspect, OF_MEMORIES, type Finding } from '@fair-copy/core/checks/check.js';
import { MEMORY_CHECKS } from '@fair-copy/core/checks/memory-checks.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { conceptOfUnit } from '@fair-copy/core/memory/as-concept.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import type { Concept } from '@fair-copy/core/termbase/concept.js';
import { CODE, NO_CODES, withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { memoryById } from '../memories/store.js';
import { changedNow, inMemory } from '../memories/edit.js';
import { MemoryFile, type StoredUnit } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { recorded } from '../ledger/operation.js';
import { workspaceForWriting } from '../store/workspace.js';
import { keepFindings, letFindingsStand, requireFindings, stetTitle, type InspectionCounts } from './keep.js';
import { findingsById } from './read.js';
import { MEMORIES } from './subjects.js';

/** A language that so many of the units have is missed in the others. */
const NEARLY_ALL = 0.9;

/** Runs all checks and replaces the findings of the last inspection. */
export function inspectMemory({ memoryId }: { readonly memoryId: number }, context: TaskContext): InspectionCounts {
  const db = workspaceForWriting(context.dataDir);
  const row = memoryById(db, memoryId);
  const file = MemoryFile.openForReading(pathsOf(context.dataDir).memory(row.file));
  try {
    const total = Math.max(1, file.count);
    const languages = file.languages().filter(({ units }) => units >= total * NEARLY_ALL);
    const units = function* (): Generator<Concept> {
      let seen = 0;
      for (const unit of file.units()) {
        if (++seen % 500 === 0) context.checkpoint((seen / total) * 0.8);
        yield conceptOfUnit(unit.id, unit);
      }
      context.checkpoint(0.8);
    };
    const findings = function* (): Generator<Finding> {
      const facts = {
        languages: languages.map(({ language }): LanguageTag => language),
        concept: (id: number) => {
          const unit = file.unit(id);
          return unit ? conceptOfUnit(id, unit) : undefined;
        },
        fields: [],
        words: OF_MEMORIES,
      };
      let count = 0;
      for (const finding of inspect(units(), MEMORY_CHECKS, facts)) {
        if (++count % 500 === 0) context.checkpoint();
        yield readable(isCorrectable(finding, file) ? finding : withoutCorrection(finding));
      }
    };
    return db.transaction(() => keepFindings(db, MEMORIES, memoryId, findings())).immediate();
  } finally {
    file.close();
  }
}

/** What holds codes, and the last two texts of a unit, only a person puts right. */
function isCorrectable({ correction, concept, term }: Finding, file: MemoryFile): boolean {
  if (!correction || term === null) return true;
  const { variants } = file.unit(concept)!;
  return correction.kind === 'text' ? variants[Number(term)]!.codes.length === 0 : variants.length > 2;
}

/** For people: codes leave nothing in texts. */
function readable(finding: Finding): Finding {
  const { text, message } = finding;
  return text.includes(CODE) || message.includes(CODE)
    ? { ...finding, text: withoutCodes(text), message: withoutCodes(message) }
    : finding;
}

function withoutCorrection({ correction: _, ...finding }: Finding): Finding {
  return finding;
}

export function letUnitsStand(
  {
    owner: memoryId,
    ids,
    reason,
  }: { readonly owner: number; readonly ids: readonly number[]; readonly reason: string },
  context: TaskContext,
): { readonly ledgerId: number } {
  const db = workspaceForWriting(context.dataDir);
  const rows = findingsById(db, MEMORIES, memoryId, ids);
  const { owner } = requireFindings(rows);
  const { client_id: clientId } = memoryById(db, owner);
  const about = { clientId, termbaseId: null, kind: 'stet', title: stetTitle(rows, reason) };
  return recorded(context, about, (writing) => {
    writing.entry.touch('memory', owner);
    letFindingsStand(writing, MEMORIES, rows, reason);
    return { ledgerId: writing.entry.id };
  });
}

/** Does what the findings propose. A finding whose text has changed meanwhile is refused. */
export function putUnitsRight(
  { owner, ids }: { readonly owner: number; readonly ids: readonly number[] },
  context: TaskContext,
): Promise<{ readonly ledgerId: number; readonly changed: number }> {
  const db = workspaceForWriting(context.dataDir);
  const rows = findingsById(db, MEMORIES, owner, ids).filter((row) => row.correction !== null);
  const first = requireFindings(rows);
  const row = memoryById(db, first.owner);
  const title = rows.length === 1 ? `Put right: “${first.text}”` : `Put right: ${rows.length} findings`;
  const about = { clientId: row.client_id, termbaseId: null, kind: 'put right', title };
  return inMemory(context, row, about, (file, entry, changes) => {
    let changed = 0;
    for (const finding of rows) {
      const unit = file.unit(finding.item);
      const next = unit && putRight(unit, finding.place as number, finding.text, finding.correction!);
      // Several findings on one text: the first one put right may have settled the next.
      if (!next) {
        if (rows.length === 1) throw new ApiError('finding-gone');
        continue;
      }
      changes.replace(unit, changedNow(unit, next));
      changed++;
    }
    if (changed === 0) throw new ApiError('finding-gone');
    return { ledgerId: entry.id, changed };
  });
}

/** Null: the text is another one by now, or holds codes, which a correction knows nothing of. */
function putRight(unit: StoredUnit, place: number, text: string, correction: string): Unit | null {
  const variant = unit.variants[place];
  if (!variant || variant.text !== text) return null;
  const what = JSON.parse(correction) as NonNullable<Finding['correction']>;
  if (what.kind === 'text') {
    const next = { ...variant, text: what.text, codes: NO_CODES };
    return { ...unit, variants: unit.variants.with(place, next) };
  }
  // A unit keeps at least two texts.
  if (unit.variants.length < 3) return null;
  return { ...unit, variants: unit.variants.toSpliced(place, 1) };
}
