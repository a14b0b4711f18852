/** Entries of an exchange file as rows for Intake: which columns they need, and what each column holds. */
import { languageName } from '../language/tags.js';
import type { ColumnReading } from '../intake/reading.js';
import type { LayoutColumn } from './layout.js';

/** The roles of the columns of a layout; the format states them, so there is no doubt. */
export function statedColumns(columns: readonly LayoutColumn[]): ColumnReading[] {
  return columns.map(({ header, language, part }, index) => ({
    index,
    header,
    role: {
      value: part === 'note' ? { kind: 'note', language } : { kind: 'term', language: language! },
      sureness: 1,
      reason: language ? `the file says ${languageName(language)}` : 'notes on the entries',
    },
  }));
}
