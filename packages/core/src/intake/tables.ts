/**
 * Several tables on one sheet, side by side or one below the other, read as one: columns with the same name or language come
 * under one another, in whatever order each table has them.
 */
import { identifyPooled } from '../language/identify.js';
import { primaryLanguage } from '../language/tags.js';
import { isBlank, type SheetRow } from '../sheet/model.js';
import { isLanguageHeader, readHeaderCell } from './header.js';

/** Columns of the sheet, from 0; `to` is behind the last. */
export interface TableColumns {
  readonly from: number;
  readonly to: number;
}

export interface Tables {
  /** Side by side; one where all stand below one another. */
  readonly groups: readonly TableColumns[];
  /** Rows that name columns, by their numbers, with the column of the whole that each of their cells names; -1: none. */
  readonly headers: readonly TableHeader[];
  /** What the columns of the whole are called; empty texts where no table has a header. */
  readonly names: readonly string[];
}

export interface TableHeader {
  readonly row: number;
  readonly group: number;
  readonly columns: readonly number[];
}

/** @param rows the first of a sheet; null: it is one table */
export function severalTables(rows: readonly SheetRow[]): Tables | null {
  const shown = rows.filter((row) => !row.hidden);
  const headers = shown.filter((row) => isLanguageHeader(row, shown));
  const groups = sideBySide(shown, headers);
  const all = groups ?? [{ from: 0, to: widthOf(shown) }];
  const named = headers.flatMap((row) =>
    all.flatMap(({ from, to }, group) => {
      const keys = keysOf(row.cells.slice(from, to));
      return languagesIn(keys) >= 2 ? [{ row: row.number, group, cells: row.cells.slice(from, to), keys }] : [];
    }),
  );
  const differ = new Set(named.map(({ keys }) => keys.join('\0'))).size > 1;
  if (!groups && !differ) return null;
  if (named.length === 0) {
    const width = Math.max(...all.map(({ from, to }) => to - from));
    return { groups: all, headers: [], names: Array.from({ length: width }, () => '') };
  }
  const keys: string[] = [];
  const names: string[] = [];
  const placed = named.map(({ row, group, cells, keys: own }) => ({
    row,
    group,
    columns: own.map((key, i) => {
      if (key === '') return -1;
      if (!keys.includes(key)) {
        keys.push(key);
        names.push(cells[i]!.trim());
      }
      return keys.indexOf(key);
    }),
  }));
  return { groups: all, headers: placed, names };
}

const isLanguage = (key: string): boolean => /^@\S+$/.test(key);

/** What each column is about: "@en", "@en note", "remarks 2" for the second of that name; empty: it has no name. */
function keysOf(cells: readonly string[]): string[] {
  const seen = new Map<string, number>();
  return cells.map((cell) => {
    if (cell.trim() === '') return '';
    const { languages, field } = readHeaderCell(cell);
    const [language] = languages;
    const key =
      language && language.sureness > 0.5
        ? [`@${primaryLanguage(language.tag)}`, field ?? ''].join(' ').trim()
        : (field ?? cell.trim().toLowerCase());
    const count = (seen.get(key) ?? 0) + 1;
    seen.set(key, count);
    return count > 1 ? `${key} ${count}` : key;
  });
}

function languagesIn(keys: readonly string[]): number {
  return new Set(keys.filter(isLanguage)).size;
}

function widthOf(rows: readonly SheetRow[]): number {
  return Math.max(0, ...rows.map((row) => row.cells.length));
}

/** Groups of columns that say the same languages; null: there are none. */
function sideBySide(rows: readonly SheetRow[], headers: readonly SheetRow[]): TableColumns[] | null {
  const [header] = headers;
  const data = rows.filter((row) => !isBlank(row) && (!header || row.number > header.number));
  const groups = parted(header ? [header, ...data] : data);
  if (groups.length > 1) {
    const languages = groups.map(({ from, to }) =>
      header ? languagesNamed(header.cells.slice(from, to)) : languagesRead(data, { from, to }),
    );
    const alike = languages.every((some) => some.length >= 2 && some.join() === languages[0]!.join());
    if (alike) return groups;
  }
  return header ? repeated(header.cells) : null;
}

/** Columns parted by one that is empty throughout; each of two columns at least. */
function parted(rows: readonly SheetRow[]): TableColumns[] {
  const several = rows.filter((row) => row.cells.filter((cell) => cell.trim() !== '').length >= 2);
  const width = widthOf(several);
  const groups: TableColumns[] = [];
  let from: number | null = null;
  for (let i = 0; i <= width; i++) {
    const empty = several.every((row) => (row.cells[i] ?? '').trim() === '');
    if (!empty) from ??= i;
    else if (from !== null) {
      if (i - from >= 2) groups.push({ from, to: i });
      from = null;
    }
  }
  return groups;
}

/** "English | German | English | German": the same names once more. */
function repeated(cells: readonly string[]): TableColumns[] | null {
  const names = cells.map((cell) => cell.trim().toLowerCase());
  while (names.at(-1) === '') names.pop();
  for (let size = 2; size <= names.length / 2; size++) {
    if (names.length % size !== 0 || names.slice(0, size).includes('')) continue;
    if (!names.every((name, i) => name === names[i % size])) continue;
    if (languagesNamed(cells.slice(0, size)).length < 2) continue;
    return Array.from({ length: names.length / size }, (_, i) => ({ from: i * size, to: (i + 1) * size }));
  }
  return null;
}

/** Sorted. */
function languagesNamed(cells: readonly string[]): string[] {
  return [...new Set(keysOf(cells).filter(isLanguage))].sort();
}

/** What the texts of some columns are in, in their order; empty where they are not all told. */
function languagesRead(rows: readonly SheetRow[], { from, to }: TableColumns): string[] {
  const found = Array.from({ length: to - from }, (_, i) => {
    const texts = rows.map((row) => row.cells[from + i] ?? '').filter((cell) => /\p{L}{2}/u.test(cell));
    return identifyPooled(texts)[0]?.language ?? '';
  });
  return found.includes('') || new Set(found).size < found.length ? [] : found;
}

/** The rows of one group after another, each cell under its name. `number` counts on; `line` is the row of the sheet. */
export async function* rowsOfTables(
  rows: () => AsyncIterable<SheetRow>,
  { groups, headers, names }: Tables,
): AsyncGenerator<SheetRow> {
  if (groups.length === 1) {
    for await (const row of rows()) yield placed(row, groups[0]!, headers, names.length);
    return;
  }
  let number = 0;
  for (const [group, columns] of groups.entries()) {
    const own = headers.filter((header) => header.group === group);
    for await (const row of rows()) {
      const found = placed(row, columns, own, names.length);
      // What stands beside the tables is said once.
      if (group > 0 && (found.between === 'title' || isBlank(found))) continue;
      yield { ...found, number: ++number, line: row.number };
    }
  }
}

/** @param width columns of the whole */
function placed(row: SheetRow, { from, to }: TableColumns, headers: readonly TableHeader[], width: number): SheetRow {
  const header = headers.findLast((one) => one.row <= row.number);
  if (!header) return headers.length > 0 ? { ...row, between: 'title' } : { ...row, cells: row.cells.slice(from, to) };
  if (header.row === row.number) return { ...row, cells: row.cells.slice(from, to), between: 'header' };
  const cells = Array.from({ length: width }, () => '');
  header.columns.forEach((column, i) => {
    if (column >= 0) cells[column] = row.cells[from + i] ?? '';
  });
  // What has no name of its own stands behind.
  const rest = row.cells.slice(from, to).filter((cell, i) => (header.columns[i] ?? -1) < 0 && cell.trim() !== '');
  return { ...row, cells: [...cells, ...rest] };
}

/** Columns of the sheet, from 0, as columns of the whole. */
export function columnsOfTables(columns: readonly number[], { groups, headers }: Tables): number[] {
  return columns.flatMap((column) => {
    const group = groups.findIndex(({ from, to }) => column >= from && column < to);
    if (group < 0) return [];
    const place = column - groups[group]!.from;
    const header = headers.find((one) => one.group === group);
    const at = header ? header.columns[place]! : place;
    return at < 0 ? [] : [at];
  });
}
