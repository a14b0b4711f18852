/** The tally as one line, and the reading as a few, for a terminal. */
import type { LinePattern } from '@fair-copy/core/document/pattern.js';
import type { Tables } from '@fair-copy/core/intake/tables.js';
import type { Tally } from '@fair-copy/core/intake/outcome.js';
import type { EncodingReading, Reading, Role } from '@fair-copy/core/intake/reading.js';
import { fieldLabel } from '@fair-copy/core/termbase/categories.js';
import { languageName } from '@fair-copy/core/language/tags.js';
import { inWords } from '@fair-copy/core/said.js';
import { intake } from '@fair-copy/words/en/intake.js';
import { lineOf } from './words.js';
import { columnLetter } from '@fair-copy/core/sheet/model.js';

export function tallyLine(tally: Tally): string {
  const n = (value: number): string => value.toLocaleString('en');
  return `${n(tally.rows)} rows = ${n(tally.entries)} entries + ${n(tally.joined)} joined + ${n(tally.heldBack)} held back + ${n(tally.notData)} not data`;
}

export function readingText(reading: Reading): string {
  const lines = [sourceLine(reading)];
  for (const { index, header, role } of reading.columns) {
    const what = roleText(role.value);
    const title = header ? ` “${header}”` : '';
    lines.push(
      `  ${columnLetter(index)}${title}: ${what}, ${Math.round(role.sureness * 100)} % sure: ${inWords(intake.reasons, role.reason)}`,
    );
  }
  if (reading.grouping.value !== 'rows')
    lines.push(`  several rows make one concept: ${inWords(intake.reasons, reading.grouping.reason)}`);
  for (const note of reading.notes) lines.push(`  ${note.severity}: ${lineOf({ ...note, place: {} })}`);
  return lines.join('\n');
}

function roleText(role: Role): string {
  switch (role.kind) {
    case 'term':
      return `${role.type ?? 'term'}s in ${languageName(role.language)} (${role.language})`;
    case 'term of row':
      return 'terms in the language that the row names';
    case 'language':
      return 'the language of the row';
    case 'id':
      return 'the id of the concept';
    case 'field': {
      const of = role.language ? ` (${role.language})` : role.level === 'term' ? ' of the terms' : '';
      return fieldLabel(role.field).toLowerCase() + of;
    }
    case 'answer':
      return role.leaves ? 'marks of what to leave out' : 'answers';
    case 'ignored':
      return 'ignored';
  }
}

const encodingText = ({ value, otherLines }: EncodingReading): string =>
  otherLines ? `${value} and, in other lines, ${otherLines}` : value;

function patternText(pattern: LinePattern): string {
  return 'cuts' in pattern ? intake.aligned(pattern.cuts.length + 1) : `lines cut at “${intake.mark(pattern.between)}”`;
}

function tablesText({ tables }: { readonly tables?: { readonly value: Tables | null } }): string {
  return tables?.value ? `, ${intake.tables(tables.value)} read as one` : '';
}

function headerText({ value, reason }: Reading['headerRow']): string {
  if (reason.code === 'labels-name' || reason.code === 'tables-name') return inWords(intake.reasons, reason);
  return value === null ? 'no header' : `row ${value} is the header`;
}

function sourceLine({ source, headerRow }: Reading): string {
  const header = headerText(headerRow);
  switch (source.kind) {
    case 'workbook':
      return `Workbook, sheet “${source.sheet}”${tablesText(source)}, ${header}`;
    case 'document': {
      const { format, part, marked, pattern } = source;
      const cut = marked?.value
        ? intake.marked[marked.value.kind]
        : pattern.value
          ? patternText(pattern.value)
          : 'not cut';
      return `${format.toUpperCase()}, ${part.value}${part.value === 'tables' ? tablesText(source) : `, ${cut}`}, ${header}`;
    }
    case 'delimited': {
      const { encoding, delimiter, pattern, marked } = source;
      const cut = marked?.value
        ? `Bilingual text, ${intake.marked[marked.value.kind]}`
        : pattern?.value
          ? `Text, ${patternText(pattern.value)}`
          : `Delimited text, separated by ${intake.delimiter(delimiter.value)}`;
      return `${cut}, ${encodingText(encoding)}${tablesText(source)}, ${header}`;
    }
    default:
      return `${source.kind.toUpperCase()}, ${encodingText(source.encoding)}`;
  }
}
