/** Entries of an exchange file as rows for Intake: which columns they need, and what each column holds. */
import { because } from '../guess.js';
import type { ColumnReading, Role } from './reading.js';
import { IDENTIFIER } from '../termbase/categories.js';
import type { LayoutColumn } from '../formats/layout.js';

/** The roles of the columns of a layout; the format states them, so there is no doubt. */
export function statedColumns(columns: readonly LayoutColumn[]): ColumnReading[] {
  return columns.map((column, index) => ({
    index,
    header: column.header,
    role: {
      value: roleOf(column),
      sureness: 1,
      reason: column.language
        ? because('file-says-language', { language: column.language })
        : because('file-says-field', { field: column.field! }),
    },
  }));
}

function roleOf({ language, field, level }: LayoutColumn): Role {
  if (field === null) return { kind: 'term', language: language! };
  if (field === IDENTIFIER && level === 'concept') return { kind: 'id' };
  return { kind: 'field', field, level, language };
}
