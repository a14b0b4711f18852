/** The tally as one line, and the reading as a few, for a terminal. */
import { describe } from '@fair-copy/core/diagnostic.js';
import type { Tally } from '@fair-copy/core/intake/evaluate.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import { languageName } from '@fair-copy/core/language/tags.js';
import { delimiterName } from '@fair-copy/core/sheet/delimiter.js';
import { columnLetter } from '@fair-copy/core/sheet/model.js';

export function tallyLine(tally: Tally): string {
  const n = (value: number): string => value.toLocaleString('en');
  return `${n(tally.rows)} rows = ${n(tally.entries)} entries + ${n(tally.joined)} joined + ${n(tally.heldBack)} held back + ${n(tally.notData)} not data`;
}

export function readingText(reading: Reading): string {
  const lines = [sourceLine(reading)];
  for (const { index, header, role } of reading.columns) {
    const what =
      role.value.kind === 'term'
        ? `terms in ${languageName(role.value.language)} (${role.value.language})`
        : role.value.kind === 'note'
          ? 'notes'
          : 'ignored';
    const title = header ? ` “${header}”` : '';
    lines.push(`  ${columnLetter(index)}${title}: ${what}, ${Math.round(role.sureness * 100)} % sure: ${role.reason}`);
  }
  for (const note of reading.notes) lines.push(`  ${note.severity}: ${describe({ ...note, place: {} })}`);
  return lines.join('\n');
}

function sourceLine({ source, headerRow }: Reading): string {
  const header = headerRow.value === null ? 'no header' : `row ${headerRow.value} is the header`;
  switch (source.kind) {
    case 'workbook':
      return `Workbook, sheet “${source.sheet}”, ${header}`;
    case 'delimited':
      return `Delimited text, separated by ${delimiterName(source.delimiter.value)}, ${source.encoding.value}, ${header}`;
    default:
      return `${source.kind.toUpperCase()}, ${source.encoding.value}`;
  }
}
