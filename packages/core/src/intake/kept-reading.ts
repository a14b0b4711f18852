/** A reading as it can be kept in a file: all that was chosen or found, so that another file is read in the same way. */
import type { Decisions } from './propose.js';
import type { Reading, SourceForm } from './reading.js';

/** Where what is kept says what it is. */
export const KEPT_READING = 'reading';

export interface KeptReading {
  readonly fairCopy: typeof KEPT_READING;
  /** The file that it was made for. */
  readonly file: string;
  /** How the rows are got out of the file: as `SourceChoices`. */
  readonly choices: Readonly<Record<string, unknown>>;
  readonly decisions: Decisions;
}

/** @param as what the file was taken for */
export function keptReading(file: string, reading: Reading, as: 'terms' | 'units'): KeptReading {
  const { headerRow, columns, grouping, join, steps, separators, sheetSubject, takeHidden, takeDoubtful } = reading;
  return {
    fairCopy: KEPT_READING,
    file,
    choices: { ...choicesOf(reading.source), as },
    decisions: {
      // What names the columns itself has no row for it.
      ...(headerRow.reason.code !== 'labels-name' &&
        headerRow.reason.code !== 'tables-name' && { headerRow: headerRow.value }),
      roles: Object.fromEntries(columns.map(({ index, role }) => [index, role.value])),
      steps,
      separators,
      takeHidden,
      ...(takeDoubtful && { takeDoubtful }),
      grouping: grouping.value,
      join,
      ...(sheetSubject && { sheetSubject: sheetSubject.taken }),
    },
  };
}

function choicesOf(source: SourceForm): Record<string, unknown> {
  switch (source.kind) {
    case 'delimited': {
      const { encoding, delimiter, quote, escape, pattern, marked, tables } = source;
      return {
        encoding: encoding.otherLines ?? encoding.value,
        ...(pattern?.value
          ? { pattern: pattern.value }
          : marked?.value
            ? { marked: marked.value }
            : { delimiter: delimiter.value, quote: escape ? '\\"' : quote }),
        ...tablesOf(tables),
      };
    }
    case 'workbook':
      // Of several sheets this one is meant; the only one may be called otherwise in the next file.
      return { ...(source.sheets.length > 1 && { sheet: source.sheet }), ...tablesOf(source.tables) };
    case 'document': {
      const { part, pattern, marked, encoding, tables } = source;
      return {
        part: part.value,
        ...(marked?.value ? { marked: marked.value } : { pattern: pattern.value }),
        ...(encoding && { encoding: encoding.otherLines ?? encoding.value }),
        ...tablesOf(tables),
      };
    }
    default:
      return {};
  }
}

function tablesOf(tables: { readonly value: unknown } | undefined): { readonly tables?: 'one' | 'several' } {
  return tables ? { tables: tables.value === null ? 'one' : 'several' } : {};
}
