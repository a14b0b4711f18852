/** Units in another order than that of their files. */
import type { MemoryFile } from '../../store/memory-file.js';
import type { UnitSet } from '../../store/unit-set.js';
import type { UnitSort } from '../schemas.js';

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
  return Uint32Array.from(
    file.db
      .prepare<[], number>(orderSql(file, sort, direction))
      .pluck()
      .iterate(),
  );
}

function orderSql(file: MemoryFile, { by, language }: UnitSort, direction: string): string {
  if (by !== 'text') return `SELECT id FROM unit ORDER BY ${by === 'file' ? 'id' : by} ${direction}, id`;
  const languages = file.languageIds(language ?? null).join(', ') || '-1';
  // Units without the language stand before the others, as SQLite has it with what is not there.
  return `SELECT u.id FROM unit AS u LEFT JOIN segment AS s
     ON s.unit_id = u.id AND s.language IN (${languages})
       AND NOT EXISTS (SELECT 1 FROM segment AS e WHERE e.unit_id = u.id AND e.ordinal < s.ordinal AND e.language IN (${languages}))
     ORDER BY s.text COLLATE NOCASE ${direction}, u.id`;
}
