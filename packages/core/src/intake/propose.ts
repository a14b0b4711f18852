/** From the first rows of a file to a proposed reading. */
import { diagnostic, type Diagnostic } from '../diagnostic.js';
import { languageName } from '../language/tags.js';
import { columnLetter, isBlank, type SheetRow } from '../sheet/model.js';
import { separatorsUsed } from './cleaning/synonyms.js';
import { findHeaderRow } from './header.js';
import { columnRoles } from './roles.js';
import type { CleaningStepId, ColumnReading, Guess, Reading, Role, SourceForm } from './reading.js';

/** What a person has decided; the rest is proposed around it. */
export interface Decisions {
  readonly headerRow?: number | null;
  readonly roles?: Readonly<Record<number, Role>>;
  readonly steps?: Partial<Readonly<Record<CleaningStepId, boolean>>>;
  readonly separators?: readonly string[];
  readonly takeHidden?: boolean;
}

export interface Sample {
  readonly source: SourceForm;
  /** The first rows of the file, some thousand at most. */
  readonly rows: readonly SheetRow[];
  readonly hiddenColumns: readonly number[];
  /** Roles that the format itself states (exchange files). */
  readonly stated?: readonly ColumnReading[];
  readonly notes: readonly Diagnostic[];
}

/** How many rows are worth looking at before proposing. */
export const SAMPLE_ROWS = 2000;

/** Switched on from the start: what never changes a meaning. */
const CAREFUL: Readonly<Record<CleaningStepId, boolean>> = {
  unicode: true,
  synonyms: true,
  spaces: true,
  brackets: false,
  punctuation: true,
  duplicates: true,
};

export function proposeReading(sample: Sample, decisions: Decisions = {}): Reading {
  const takeHidden = decisions.takeHidden ?? false;
  const rows = takeHidden ? sample.rows : sample.rows.filter((row) => !row.hidden);
  const headerRow = sample.stated ? statedHeader() : headerOf(rows, decisions);
  const header = headerRow.value === null ? null : (rows.find((row) => row.number === headerRow.value) ?? null);
  const data = rows.filter((row) => row.number > (headerRow.value ?? 0) && !isBlank(row));
  const proposed = sample.stated ?? columnRoles(header, data, sample.hiddenColumns);
  const columns = proposed.map((column) => decided(column, decisions.roles?.[column.index]));
  const separators = decisions.separators ?? (sample.stated ? [] : separatorsUsed(termCells(columns, data)));
  const exchange = sample.stated !== undefined;
  const steps = exchange ? { ...CAREFUL, synonyms: false, punctuation: false, spaces: false } : CAREFUL;
  return {
    source: sample.source,
    headerRow,
    firstRow: (headerRow.value ?? 0) + 1,
    columns,
    steps: { ...steps, ...decisions.steps },
    separators,
    takeHidden,
    notes: [...sample.notes, ...notesOn(columns, data, header !== null, exchange)],
  };
}

function statedHeader(): Guess<number | null> {
  return { value: null, sureness: 1, reason: 'the format names the languages itself' };
}

function headerOf(rows: readonly SheetRow[], decisions: Decisions): Guess<number | null> {
  if (decisions.headerRow === undefined) return findHeaderRow(rows);
  return { value: decisions.headerRow, sureness: 1, reason: 'chosen', set: true };
}

function decided(column: ColumnReading, role: Role | undefined): ColumnReading {
  if (!role) return column;
  return {
    index: column.index,
    header: column.header,
    role: { value: role, sureness: 1, reason: 'chosen', set: true },
  };
}

function termCells(columns: readonly ColumnReading[], data: readonly SheetRow[]): string[][] {
  const terms = columns.filter((column) => column.role.value.kind === 'term');
  return data.map((row) => terms.map((column) => row.cells[column.index] ?? ''));
}

function notesOn(
  columns: readonly ColumnReading[],
  data: readonly SheetRow[],
  header: boolean,
  exchange: boolean,
): Diagnostic[] {
  const notes: Diagnostic[] = [];
  if (data.length === 0) notes.push(diagnostic(header ? 'header-only' : 'no-rows'));
  const languages = new Set(columns.flatMap(({ role }) => (role.value.kind === 'term' ? [role.value.language] : [])));
  if (data.length > 0 && columns.length < 2 && !exchange) notes.push(diagnostic('one-column'));
  else if (data.length > 0 && languages.size < 2) notes.push(diagnostic('one-language'));
  for (const { contradiction, index } of columns) {
    if (!contradiction) continue;
    notes.push(
      diagnostic(
        'language-contradiction',
        {
          column: columnLetter(index),
          header: languageName(contradiction.header),
          content: languageName(contradiction.content),
        },
        { column: index + 1 },
      ),
    );
  }
  return notes;
}
