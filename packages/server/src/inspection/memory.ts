/** A memory as the checks look at it. */
import { inspect, type Finding } from '@fair-copy/core/checks/check.js';
import { UNITS, type UnitInMemory } from '@fair-copy/core/checks/looked-at.js';
import { MEMORY_CHECKS } from '@fair-copy/core/checks/memory-checks.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { CODE, withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import type { TaskContext } from '../jobs/task.js';
import type { Db } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';

/** A language that so many of the units have is missed in the others. */
const NEARLY_ALL = 0.9;
/** The share of the time after which all units were seen; the rest goes to what needs the whole. */
const SEEN = 0.8;

/** All findings of all checks, one after the other. Reports progress. */
export function* findingsInMemory(db: Db, memoryId: number, context: TaskContext): Generator<Finding> {
  const file = MemoryFile.openForReading(pathsOf(context.dataDir).memory(memoryById(db, memoryId).file));
  file.db.exec('BEGIN');
  try {
    const total = Math.max(1, file.count);
    const languages = file.languages().filter(({ units }) => units >= total * NEARLY_ALL);
    const units = function* (): Generator<UnitInMemory> {
      let seen = 0;
      for (const unit of file.units()) {
        if (++seen % 500 === 0) context.checkpoint((seen / total) * SEEN);
        yield unit;
      }
      context.checkpoint(SEEN);
    };
    const facts = {
      of: UNITS,
      languages: languages.map(({ language }): LanguageTag => language),
      item: (id: number) => file.unit(id) ?? undefined,
    };
    let count = 0;
    for (const finding of inspect(units(), MEMORY_CHECKS, facts)) {
      if (++count % 500 === 0) context.checkpoint();
      yield readable(isCorrectable(finding, file) ? finding : withoutCorrection(finding));
    }
  } finally {
    file.db.exec('COMMIT');
    file.close();
  }
}

/** What holds codes, and the last two texts of a unit, only a person puts right. */
function isCorrectable({ correction, item, place }: Finding, file: MemoryFile): boolean {
  if (!correction || place === null) return true;
  const { variants } = file.unit(item)!;
  return correction.kind === 'text' ? variants[Number(place)]!.codes.length === 0 : variants.length > 2;
}

/** For people: codes leave nothing in texts. */
function readable(finding: Finding): Finding {
  const said = JSON.stringify(finding.said);
  if (!finding.text.includes(CODE) && !said.includes(CODE)) return finding;
  return { ...finding, text: withoutCodes(finding.text), said: JSON.parse(withoutCodes(said)) as Finding['said'] };
}

function withoutCorrection({ correction: _, ...finding }: Finding): Finding {
  return finding;
}
