import type { ColumnReading } from '@fair-copy/core/intake/reading.js';

/** Row number, the columns, the margin. Ignored columns are narrower. */
export function columnTemplate(columns: readonly ColumnReading[]): string {
  const widths = columns.map((column) => (column.role.value.kind === 'term' ? 'minmax(170px, 3fr)' : column.role.value.kind === 'note' ? 'minmax(130px, 2fr)' : 'minmax(84px, 1fr)'));
  return `52px ${widths.join(' ')} minmax(236px, 300px)`;
}
