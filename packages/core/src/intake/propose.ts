/** From the first rows of a file to a proposed reading. */
import { because, type Guess } from '../guess.js';
import { diagnostic, type Diagnostic } from '../diagnostic.js';
import { areClose } from '../language/close.js';
import { languagesAmong } from '../language/identify.js';
import { primaryLanguage, type LanguageTag } from '../language/tags.js';
import { columnLetter, isBlank, type SheetRow } from '../sheet/model.js';
import { hasArticle } from './cleaning/articles.js';
import { bracketHabits } from './cleaning/brackets.js';
import { withoutGrammar } from './cleaning/grammar.js';
import { separatorsUsed } from './cleaning/synonyms.js';
import { findHeaderRow, readHeaderCell, secondHeaderRow } from './header.js';
import { fieldRole } from './column-role.js';
import { columnRoles } from './roles.js';
import { languageIn } from './rows-to-draft.js';
import { hasGroups } from '../document/pattern.js';
import { columnNames } from '../document/marked/pattern.js';
import {
  exchangedWith,
  CLEANING_STEPS,
  type CleaningStepId,
  type ColumnReading,
  type Grouping,
  type JoinRule,
  type Reading,
  type Role,
  type SourceForm,
} from './reading.js';

/** What a person has decided; the rest is proposed around it. */
export interface Decisions {
  readonly headerRow?: number | null;
  readonly roles?: Readonly<Record<number, Role>>;
  readonly steps?: Partial<Readonly<Record<CleaningStepId, boolean>>>;
  readonly separators?: readonly string[];
  readonly takeHidden?: boolean;
  readonly takeDoubtful?: boolean;
  readonly grouping?: Grouping;
  readonly join?: JoinRule;
  /** The name of the sheet is the subject of its concepts. */
  readonly sheetSubject?: boolean;
}

export interface Sample {
  readonly source: SourceForm;
  /** The first rows of the file, some thousand at most. */
  readonly rows: readonly SheetRow[];
  readonly hiddenColumns: readonly number[];
  /** Roles that the format itself states (exchange files). */
  readonly stated?: readonly ColumnReading[];
  /** A column behind the others with the names of pictures that lie in the rows. */
  readonly pictureColumn?: number;
  readonly notes: readonly Diagnostic[];
}

/** How many rows are worth looking at before proposing. */
export const SAMPLE_ROWS = 2000;

/** Switched on from the start: what never changes a meaning. */
const CAREFUL: Readonly<Record<CleaningStepId, boolean>> = {
  encoding: true,
  entities: true,
  unicode: true,
  synonyms: true,
  spaces: true,
  see: true,
  grammar: true,
  abbreviations: true,
  variants: false,
  brackets: false,
  articles: false,
  capitals: false,
  punctuation: true,
  swapped: true,
  duplicates: true,
};
/** In exchange files every term stands for itself: only broken letters are put right. */
const EXCHANGE = Object.fromEntries(
  CLEANING_STEPS.map((id) => [id, id === 'encoding' || id === 'unicode' || id === 'duplicates']),
) as Record<CleaningStepId, boolean>;
/** A step that touches this share of the cells of a column is a habit of who typed it. */
const HABIT = 0.15;

export function proposeReading(sample: Sample, decisions: Decisions = {}): Reading {
  const takeHidden = decisions.takeHidden ?? false;
  const rows = takeHidden ? sample.rows : sample.rows.filter((row) => !row.hidden);
  const names = namesOf(sample.source);
  const headerRow = sample.stated
    ? statedHeader()
    : names && decisions.headerRow === undefined
      ? { value: null, sureness: 1, reason: because(names.by) }
      : headerOf(rows, decisions);
  const header = headerRow.value === null ? null : (rows.find((row) => row.number === headerRow.value) ?? null);
  const below = header ? rows.find((row) => row.number > header.number && !isBlank(row)) : undefined;
  const second = header && secondHeaderRow(header, below);
  const named = header && second ? { ...header, cells: second } : (header ?? names);
  const firstRow = (second ? below!.number : (headerRow.value ?? 0)) + 1;
  const data = rows.filter((row) => row.number >= firstRow && !isBlank(row));
  const proposed = sample.stated ?? withPictures(columnRoles(named, data, sample.hiddenColumns), sample.pictureColumn);
  const columns = withDefinitionOf(sample.source, proposed, named !== null).map((column) =>
    decided(column, decisions.roles?.[column.index]),
  );
  const separators =
    decisions.separators ??
    (sample.stated ? [] : isMarked(sample.source) ? [';'] : separatorsUsed(termCells(columns, data)));
  const exchange = sample.stated !== undefined && !isMarked(sample.source);
  const { squareIsSubject, ...usual } = exchange ? {} : habits(columns, data, sample.source);
  const steps = exchange ? EXCHANGE : { ...CAREFUL, ...usual };
  const terms = columns.flatMap(({ role }) => (role.value.kind === 'term' ? [role.value.language] : []));
  return {
    source: sample.source,
    headerRow,
    firstRow,
    columns,
    grouping: decisions.grouping
      ? { value: decisions.grouping, sureness: 1, reason: because('chosen'), set: true }
      : proposedGrouping(columns, data),
    join: decisions.join ?? {
      languages: terms.slice(0, 1),
      id: columns.some((column) => column.role.value.kind === 'id'),
      subject: columns.some(({ role }) => role.value.kind === 'field' && role.value.field === 'subjectField'),
    },
    languagesOfRows: languagesInRows(columns, data),
    steps: { ...steps, ...decisions.steps },
    separators,
    ...(squareIsSubject && { squareIsSubject }),
    ...sheetSubject(sample.source, columns, decisions),
    ...(areSetOff(sample.source, data) && { setOff: true }),
    takeHidden,
    ...(decisions.takeDoubtful && { takeDoubtful: true }),
    notes: [...sample.notes, ...notesOn(columns, data, header !== null, exchange)],
  };
}

/** What the labels in a text, or several tables together, say of the columns, as a header would; null: nothing. */
function namesOf(source: SourceForm): (SheetRow & { readonly by: 'labels-name' | 'tables-name' }) | null {
  const marked = 'marked' in source ? source.marked?.value : null;
  const tables = 'tables' in source ? source.tables?.value : null;
  const cells = marked ? columnNames(marked) : (tables?.names ?? []);
  return cells.some(Boolean) ? { number: 0, cells, by: marked ? 'labels-name' : 'tables-name' } : null;
}

/** "a; b": nearly all cells but the first of a row begin with a space. */
function areSetOff(source: SourceForm, data: readonly SheetRow[]): boolean {
  if (source.kind !== 'delimited') return false;
  const some = data.slice(0, 500);
  const share = (cells: readonly string[]): number => {
    const filled = cells.filter((cell) => cell.trim() !== '');
    return filled.filter((cell) => cell.startsWith(' ')).length / Math.max(1, filled.length);
  };
  const [first, others] = [some.map((row) => row.cells[0] ?? ''), some.flatMap((row) => row.cells.slice(1))];
  return share(others) > 0.8 && share(first) < 0.2;
}

/** What sheets are called that say nothing of their content. */
const NO_SUBJECT =
  /^(?:sheet|tabelle|feuil(?:le)?|hoja|foglio|blad|list|arkusz|лист|シート|工作表|glossary|glossar|glossaire|glosario|terms?|termbase|terminolog\w*|data|daten|export|import|main|all|alle|old|alt|new|neu|query|questions?|fragen)?[\s_.()-]*\d*$/iu;

/** Several sheets, each named like a subject, and no column that says it: the name is offered. */
function sheetSubject(
  source: SourceForm,
  columns: readonly ColumnReading[],
  decisions: Decisions,
): { readonly sheetSubject?: Reading['sheetSubject'] & object } {
  if (source.kind !== 'workbook') return {};
  const names = source.sheets.filter((sheet) => !sheet.hidden).map((sheet) => sheet.name.trim());
  const name = source.sheet.trim();
  const isNamed = (one: string): boolean =>
    !NO_SUBJECT.test(one) && readHeaderCell(one).languages.length === 0 && readHeaderCell(one).field === null;
  const says = columns.some(({ role }) => role.value.kind === 'field' && role.value.field === 'subjectField');
  if (says || !isNamed(name) || names.filter(isNamed).length < 2) return {};
  return { sheetSubject: { name, taken: decisions.sheetSubject ?? false } };
}

/** Lines of a dictionary keep grammar, subjects and notes in brackets: those are taken out from the start. */
function isMarked(source: SourceForm): boolean {
  return source.kind === 'delimited' && hasGroups(source.pattern?.value);
}

/** Steps that change how a term is written are switched on where a column shows the habit throughout. */
function habits(
  columns: readonly ColumnReading[],
  data: readonly SheetRow[],
  source: SourceForm,
): Partial<Record<CleaningStepId, boolean>> & { readonly squareIsSubject?: boolean } {
  const found: { brackets?: boolean; variants?: boolean; articles?: boolean; squareIsSubject?: boolean } = isMarked(
    source,
  )
    ? { brackets: true, variants: true }
    : {};
  for (const { index, role } of columns) {
    if (role.value.kind !== 'term') continue;
    const { language } = role.value;
    const cells = data.slice(0, 500).flatMap((row) => (row.cells[index]?.trim() ? [row.cells[index]] : []));
    const share = cells.filter((cell) => hasArticle(cell, language)).length / Math.max(1, cells.length);
    if (cells.length >= 5 && share > HABIT) found.articles = true;
    const { noted, squareIsSubject } = bracketHabits(cells.map(withoutGrammar));
    if (noted) found.brackets = true;
    if (squareIsSubject) found.squareIsSubject = true;
  }
  return found;
}

/** The languages that rows name in their language column. */
function languagesInRows(columns: readonly ColumnReading[], data: readonly SheetRow[]): LanguageTag[] {
  const column = columns.find(({ role }) => role.value.kind === 'language');
  if (!column || !columns.some(({ role }) => role.value.kind === 'term of row')) return [];
  const found = new Set<LanguageTag>();
  for (const row of data) {
    const tag = languageIn(row.cells[column.index] ?? '');
    if (tag) found.add(tag);
  }
  return [...found];
}

/** Whether several rows make one concept: by repeated ids, or by cells that are left empty under the first row. */
export function proposedGrouping(columns: readonly ColumnReading[], data: readonly SheetRow[]): Guess<Grouping> {
  const ids = columns.find(({ role }) => role.value.kind === 'id');
  const byRow: Guess<Grouping> = { value: 'rows', sureness: 0.9, reason: because('rows-apart') };
  if (data.length < 2) return byRow;
  if (ids) {
    const cells = data.map((row) => (row.cells[ids.index] ?? '').trim());
    const repeated = cells.filter((cell, i) => cell !== '' && cell === cells[i - 1]).length;
    if (repeated > 0)
      return { value: 'id', sureness: 0.95, reason: because('ids-repeat', { count: repeated, rows: data.length }) };
    const empty = cells.filter((cell) => cell === '').length;
    const leading = columns.find(({ role }) => role.value.kind !== 'ignored');
    if (empty > 0 && cells[0] !== '' && leading === ids && empty < data.length * 0.9 && empty > data.length * 0.05)
      return { value: 'blank', sureness: 0.85, reason: because('ids-empty', { count: empty, rows: data.length }) };
    return { value: 'id', sureness: 0.8, reason: because('column-of-ids') };
  }
  // A concept's own column (number, subject, definition) in front, filled in the first row of each concept only.
  const leading = columns.find(({ role }) => role.value.kind !== 'ignored');
  if (leading?.role.value.kind === 'field' && leading.role.value.level === 'concept') {
    const empty = data.filter((row) => (row.cells[leading.index] ?? '').trim() === '').length;
    if ((data[0]!.cells[leading.index] ?? '').trim() !== '' && empty > data.length * 0.15 && empty < data.length * 0.9)
      return {
        value: 'blank',
        sureness: 0.75,
        reason: because('first-column-empty', {
          count: empty,
          rows: data.length,
          letter: columnLetter(leading.index),
        }),
      };
  }
  return byRow;
}

/** "term – term: definition": what comes third defines the concept. */
function withDefinitionOf(
  source: SourceForm,
  columns: readonly ColumnReading[],
  header: boolean,
): readonly ColumnReading[] {
  const pattern = source.kind === 'document' && source.part.value === 'paragraphs' ? source.pattern.value : null;
  if (!pattern || !('then' in pattern) || pattern.then === null || header) return columns;
  const reason = because('behind-terms');
  return columns.map((column) =>
    column.index === 2 ? { ...column, role: { value: fieldRole('definition', null), sureness: 0.8, reason } } : column,
  );
}

/** The column of embedded pictures is no cell of the sheet, so there is nothing to guess. */
function withPictures(columns: ColumnReading[], index: number | undefined): ColumnReading[] {
  if (index === undefined) return columns;
  const reason = because('pictures-on-sheet');
  const own: ColumnReading = { index, header: '', role: { value: fieldRole('xGraphic', null), sureness: 1, reason } };
  const before = columns.filter((column) => column.index < index);
  for (let i = before.length; i < index; i++)
    before.push({
      index: i,
      header: '',
      role: { value: { kind: 'ignored' }, sureness: 1, reason: because('column-empty') },
    });
  return [...before, own];
}

function statedHeader(): Guess<number | null> {
  return { value: null, sureness: 1, reason: because('format-says') };
}

function headerOf(rows: readonly SheetRow[], decisions: Decisions): Guess<number | null> {
  if (decisions.headerRow === undefined) return findHeaderRow(rows);
  return { value: decisions.headerRow, sureness: 1, reason: because('chosen'), set: true };
}

function decided(column: ColumnReading, role: Role | undefined): ColumnReading {
  if (!role) return column;
  return {
    index: column.index,
    header: column.header,
    role: { value: role, sureness: 1, reason: because('chosen'), set: true },
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
  if (columns.some(({ role }) => role.value.kind === 'term of row')) return notes;
  if (data.length > 0 && columns.length < 2 && !exchange) notes.push(diagnostic('one-column'));
  else if (data.length > 0 && languages.size < 2) notes.push(diagnostic('one-language'));
  for (const { contradiction, index } of columns) {
    if (!contradiction) continue;
    const other = exchangedWith(columns, index);
    // Of two columns that say the contrary of each other it is said once.
    if (other !== null && other < index) continue;
    const { header: headerLanguage, content: textLanguage } = contradiction;
    const said = { column: columnLetter(index), headerLanguage, textLanguage };
    const place = { column: index + 1 };
    notes.push(
      other === null
        ? diagnostic('language-contradiction', said, place)
        : diagnostic('languages-exchanged', { ...said, other: columnLetter(other) }, place),
    );
  }
  notes.push(...mixedColumns(columns, data));
  return notes;
}

/** The share of the rows that can be told, and how many at least, from which on another language is said. */
const MIXED_SHARE = 0.2;
const MIXED_ROWS = 8;

/** Columns in which some rows read as the language of another column. */
function mixedColumns(columns: readonly ColumnReading[], data: readonly SheetRow[]): Diagnostic[] {
  const terms = columns.flatMap((column) =>
    column.role.value.kind === 'term' && !column.contradiction
      ? [{ index: column.index, language: primaryLanguage(column.role.value.language) }]
      : [],
  );
  const languages = [...new Set(terms.map((term) => term.language))];
  if (languages.length < 2 || languages.length > 6) return [];
  return terms.flatMap(({ index, language }) => {
    const others = languages.filter((other) => other === language || !areClose(other, language));
    if (others.length < 2) return [];
    const texts = data.map((row) => row.cells[index] ?? '').filter((cell) => cell.trim() !== '');
    const counts = languagesAmong(texts, others);
    const told = [...counts.values()].reduce((sum, n) => sum + n, 0);
    return others.flatMap((other) => {
      const count = other === language ? 0 : (counts.get(other) ?? 0);
      if (count < MIXED_ROWS || count < told * MIXED_SHARE) return [];
      const details = {
        column: columnLetter(index),
        count,
        otherLanguage: other,
        language,
      };
      return [diagnostic('language-mixed', details, { column: index + 1 })];
    });
  });
}
