/** Units in another order than that of their files. */
import type { MemoryFile } from '../../store/memory-file.js';
import { UnitSet } from '../../store/unit-set.js';
import type { UnitSort } from '@fair-copy/api/memories.js';

/** The ids of the set in order. The order of the whole memory is worked out once and kept. */
export function inOrder(file: MemoryFile, found: UnitSet, sort: UnitSort): Uint32Array {
  if (sort.by === 'file') {
    const ids = Uint32Array.from(found.after(0));
    return sort.descending ? ids.reverse() : ids;
  }
  const order = file.kept(`order ${JSON.stringify(sort)}`, () => wholeOrder(file, sort));
  return order.filter((id) => found.has(id));
}

function wholeOrder(file: MemoryFile, sort: UnitSort): Uint32Array {
  const direction = sort.descending ? 'DESC' : 'ASC';
  if (sort.by === 'text') return byText(file, sort.language ?? null, direction);
  return Uint32Array.from(
    file.db.prepare<[], number>(`SELECT id FROM unit ORDER BY ${sort.by} ${direction}, id`).pluck().iterate(),
  );
}

/** Units without the language stand behind the others. */
function byText(file: MemoryFile, language: string | null, direction: string): Uint32Array {
  const languages = file.languageIds(language).join(', ') || '-1';
  // With `min` SQLite gives the text of the row that has it: the first of the unit.
  const having = file.db
    .prepare<[], number>(
      `SELECT unit_id FROM (SELECT unit_id, text, min(ordinal) FROM segment WHERE language IN (${languages}) GROUP BY unit_id)
       ORDER BY text COLLATE NOCASE ${direction}, unit_id`,
    )
    .pluck()
    .all();
  const rest = file.all().copy().without(UnitSet.of(having, file.highest));
  return Uint32Array.from([...having, ...rest.after(0)]);
}
