/** Tables with one row per term: a column names the language of each row, another one holds the terms of all of them. */
import { because, type Guess } from '../guess.js';
import { isCodes, repeatsAbove, type Column } from './column.js';
import { IDENTIFIER } from '../termbase/categories.js';
import type { Role } from './reading.js';

/** Headers of what stands for a concept also where its cells are words. Common practice. */
const OF_CONCEPT = /^(?:concept|entry|eintrag|konzept|begriff|concepto|conceito|concetto|notion|概念)\b/i;
/** Of the rows, where those of one concept stand together. */
const TOGETHER = 0.3;

/** Where rows name their language, the terms of the row are found, and what says which rows are one concept. */
export function withLongForm(columns: readonly Column[], roles: Guess<Role>[]): void {
  if (!roles.some((role) => role.value.kind === 'language')) return;
  if (columns.some((c, i) => c.says.languages[0] && roles[i]!.value.kind === 'term')) return;
  const possible = columns.filter(({ index, says }) => {
    const { kind } = roles[index]!.value;
    return (
      kind !== 'language' &&
      (kind === 'term' || says.field === 'term' || says.field === IDENTIFIER || kind === 'ignored')
    );
  });
  const terms = possible.filter(
    (c) => (roles[c.index]!.value.kind === 'term' || c.says.field === 'term') && !isOfConcept(c),
  );
  const hasId = roles.some(({ value }) => value.kind === 'id');
  const id = hasId ? undefined : possible.find((c) => !terms.includes(c) && isOfConcept(c));
  if (terms.length === 0) return;
  for (const { index } of terms)
    roles[index] = { value: { kind: 'term of row' }, sureness: 0.92, reason: because('row-names-language') };
  if (id)
    roles[id.index] = {
      value: { kind: 'id' },
      sureness: 0.85,
      reason: because('stands-for-rows', { header: id.header.trim() }),
    };
}

/** Its cells say which rows belong together: codes, the same in rows one after another, or left empty in all but the first. */
function isOfConcept(c: Column): boolean {
  if (c.cells.length === 0) return false;
  const named = OF_CONCEPT.test(c.header.trim()) || c.says.field === IDENTIFIER;
  return (
    repeatsAbove(c) >= TOGETHER ||
    ((named || c.says.field !== 'term') && (isCodes(c) || c.numeric > 0.9)) ||
    (named && c.filled < 0.8)
  );
}
