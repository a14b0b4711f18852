/**
 * What an operation did to the fields that a termbase records, definition by definition: undoing one operation leaves alone
 * what another has defined since.
 */
import type { FieldDefinition } from '@fair-copy/core/termbase/definition.js';
import type { Db } from '../store/database.js';

/** One definition: as it was before the operation, and as the operation gave it. Null: not there. */
export interface DefinitionChange {
  readonly was: FieldDefinition | null;
  readonly gave: FieldDefinition | null;
}

const keyOf = ({ level, name }: FieldDefinition): string => `${level} ${name}`;
const same = (a: FieldDefinition | null, b: FieldDefinition | null): boolean => JSON.stringify(a) === JSON.stringify(b);

export function changesOf(
  before: readonly FieldDefinition[],
  after: readonly FieldDefinition[],
): readonly DefinitionChange[] {
  const was = new Map(before.map((field) => [keyOf(field), field]));
  const gave = new Map(after.map((field) => [keyOf(field), field]));
  return [...new Set([...was.keys(), ...gave.keys()])]
    .map((key): DefinitionChange => ({ was: was.get(key) ?? null, gave: gave.get(key) ?? null }))
    .filter((change) => !same(change.was, change.gave));
}

/** The way back is the way there with both sides exchanged. */
export function reversed(changes: readonly DefinitionChange[]): readonly DefinitionChange[] {
  return changes.map(({ was, gave }) => ({ was: gave, gave: was }));
}

/** Takes back what is still as the operation gave it. */
export function restoreDefinitions(
  db: Db,
  termbaseId: number,
  changes: readonly DefinitionChange[],
  whileUsed: boolean,
): void {
  const row = db.prepare<[number], { fields: string }>('SELECT fields FROM termbase WHERE id = ?').get(termbaseId);
  if (!row) return;
  let fields = JSON.parse(row.fields) as FieldDefinition[];
  for (const { was, gave } of changes) {
    const key = keyOf((was ?? gave)!);
    const at = fields.findIndex((field) => keyOf(field) === key);
    if (!same(fields[at] ?? null, gave)) continue;
    if (was === null) {
      if (whileUsed && isUsed(db, termbaseId, gave!.name)) continue;
      fields = fields.toSpliced(at, 1);
    } else fields = at < 0 ? [...fields, was] : fields.with(at, was);
  }
  db.prepare('UPDATE termbase SET fields = ? WHERE id = ?').run(JSON.stringify(fields), termbaseId);
}

/** Looks through the concepts where none of them uses it. */
function isUsed(db: Db, termbaseId: number, field: string): boolean {
  return (
    db
      .prepare('SELECT 1 FROM concept WHERE termbase_id = ? AND instr(body, ?) > 0 LIMIT 1')
      .get(termbaseId, `${JSON.stringify(field)}:[`) !== undefined
  );
}
