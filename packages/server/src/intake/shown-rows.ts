/** Rows of a file on the desk as the pages get them. */
import type { IntakeRowBody, OutcomeKindBody, RowPageBody, StepPreviewBody } from '@fair-copy/api/intake.js';
import { cleanCell, previewStep } from '@fair-copy/core/intake/cleaning/steps.js';
import { answerColumns, answered, withCells } from '@fair-copy/core/intake/corrected-row.js';
import { cleaningContext, languageIn } from '@fair-copy/core/intake/rows-to-draft.js';
import type { CellStepId, ColumnReading, Reading, Role } from '@fair-copy/core/intake/reading.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { restoredCell } from '@fair-copy/core/sheet/delimited-write.js';
import { fieldLabel, valueLabel } from '@fair-copy/core/termbase/categories.js';
import type { Fields } from '@fair-copy/core/termbase/concept.js';
import type { StagedRow, Staging } from '../store/staging.js';
import type { IntakeFile } from './files.js';

/** The decisions on rows, by their numbers. */
type Decisions = ReadonlyMap<number, NonNullable<IntakeRowBody['decision']>>;

/** @param from the number of the first row, or with a kind of the first of that part; from 1 */
export function shownRows(
  file: IntakeFile,
  staging: Staging,
  decisions: Decisions,
  { from, limit, kind }: { readonly from: number; readonly limit: number; readonly kind?: OutcomeKindBody },
): RowPageBody {
  const positions = kind ? staging.positions(kind, from, limit) : null;
  const rows = positions ? positions.flatMap((position) => staging.page(position, 1)) : staging.page(from, limit);
  const outcomes = file.outcome ? staging.outcomesAt(rows.map((row) => row.position)) : new Map();
  return {
    // Out of the same file as the rows: they are of one moment.
    total: !kind ? staging.count : staging.hasOutcomes ? staging.countOf(kind) : null,
    rows: rows.map((row) =>
      shownRow(file.reading!, row, outcomes.get(row.position) ?? null, decisions.get(row.number) ?? null),
    ),
  };
}

/** What a cleaning step does to some of the cells that it touches. */
export function stepExamples(file: IntakeFile, staging: Staging, step: CellStepId): StepPreviewBody {
  const reading = file.reading!;
  const numbers = file.outcome?.steps[step].rows.slice(0, 12) ?? [];
  return {
    examples: numbers.flatMap((number) => {
      const row = staging.rowByNumber(number);
      return termColumns(reading).flatMap(({ index: column, role }) => {
        const cell = row?.cells[column];
        const language = termLanguage(role.value, row, reading);
        const preview = cell ? previewStep(step, cell, reading.steps, cleaningContext(reading, language)) : null;
        return preview ? [{ row: number, column, before: preview.before, after: preview.after.map(pieceText) }] : [];
      });
    }),
  };
}

function shownRow(
  reading: Reading,
  row: StagedRow,
  outcome: IntakeRowBody['outcome'],
  decision: IntakeRowBody['decision'],
): IntakeRowBody {
  const typed = decision?.cells ? withCells(row, decision.cells) : row;
  const { answer } = answerColumns(reading);
  // An answer stands where the missing term was.
  const corrected = answer === null ? typed : answered(typed, answer, reading);
  const isData = outcome === null ? row.number >= reading.firstRow : outcome.kind !== 'not data';
  return {
    position: row.position,
    number: row.number,
    line: row.line ?? null,
    cells: [...corrected.cells],
    hidden: row.hidden ?? false,
    recoded: row.recoded ?? null,
    cleaned: isData ? termColumns(reading).flatMap((column) => cleanedCell(reading, column, corrected)) : [],
    outcome,
    decision,
  };
}

function cleanedCell(
  reading: Reading,
  column: ColumnReading,
  row: { readonly cells: readonly string[] },
): IntakeRowBody['cleaned'] {
  const cell = row.cells[column.index] ?? '';
  if (cell === '') return [];
  const restored = reading.source.kind === 'delimited' ? restoredCell(cell) : cell;
  const language = termLanguage(column.role.value, row, reading);
  const { pieces, ofConcept, touched } = cleanCell(restored, reading.steps, cleaningContext(reading, language));
  if (touched.length === 0 && restored === cell) return [];
  return [
    {
      column: column.index,
      pieces: pieces.map((p) => ({ text: p.text, fields: plainFields(p.fields) })),
      ofConcept: plainFields(ofConcept),
      touched: [...touched],
    },
  ];
}

function plainFields(fields: Fields): Record<string, string[]> {
  return Object.fromEntries(Object.entries(fields).map(([name, values]) => [name, [...values]]));
}

function termColumns(reading: Reading): ColumnReading[] {
  return reading.columns.filter(({ role }) => role.value.kind === 'term' || role.value.kind === 'term of row');
}

/** The language of a cell of terms: of its column, or the one that the row names. */
function termLanguage(
  role: Role,
  row: { readonly cells: readonly string[] } | null,
  reading: Reading,
): LanguageTag | null {
  if (role.kind === 'term') return role.language;
  const column = reading.columns.find((c) => c.role.value.kind === 'language');
  return column && row ? languageIn(row.cells[column.index] ?? '') : null;
}

function pieceText(piece: { readonly text: string; readonly fields: Fields }): string {
  const said = Object.entries(piece.fields).flatMap(([field, values]) =>
    values.map((value) => `${fieldLabel(field).toLowerCase()}: ${valueLabel(field, value)}`),
  );
  return said.length ? `${piece.text}  [${said.join('; ')}]` : piece.text;
}
