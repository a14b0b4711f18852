/** What can be seen of a column by itself: its header and its cells. */
import { identifyPooled, type Identified } from '../language/identify.js';
import type { SheetRow } from '../sheet/model.js';
import { readHeaderCell, type HeaderCell } from './header.js';
import { languageIn } from './rows-to-draft.js';

export interface Column {
  readonly index: number;
  readonly header: string;
  readonly says: HeaderCell;
  readonly cells: readonly string[];
  readonly filled: number;
  readonly numeric: number;
  readonly wordless: number;
  readonly meanLength: number;
  readonly content: readonly Identified[];
}

export function column(index: number, header: string, data: readonly SheetRow[]): Column {
  const cells = data.map((row) => row.cells[index] ?? '').filter((cell) => cell.trim() !== '');
  const share = (test: (cell: string) => boolean): number =>
    cells.length ? cells.filter(test).length / cells.length : 0;
  const words = cells.filter((cell) => /\p{L}{2}|\p{sc=Han}/u.test(cell));
  return {
    index,
    header,
    says: readHeaderCell(header),
    cells,
    filled: data.length ? cells.length / data.length : 0,
    numeric: share((cell) => /^[\s\d.,:/#%()+-]+$/.test(cell)),
    wordless: share((cell) => !/\p{L}/u.test(cell)),
    meanLength: cells.length ? cells.reduce((sum, cell) => sum + cell.length, 0) / cells.length : 0,
    content: identifyPooled(words),
  };
}

/** Short and without spaces: "c01", "FC-0012", "17.3". */
export function isCodes(c: Column): boolean {
  const some = c.cells.slice(0, 200);
  return (
    some.filter((cell) => /^[\p{L}\d._:/#-]{1,40}$/u.test(cell.trim()) && /\d/.test(cell)).length > some.length * 0.8
  );
}

/** Words that stand for a concept, one for each: "lock-chamber", "WEIR". */
export function isKeys(c: Column): boolean {
  const some = c.cells.slice(0, 200).map((cell) => cell.trim());
  return (
    some.length > 1 && new Set(some).size === some.length && some.every((cell) => /^[\p{L}\d._:/#-]{1,60}$/u.test(cell))
  );
}

/** How many of its cells say the same as the one above, 0 to 1: rows that belong together. */
export function repeatsAbove(c: Column): number {
  const same = c.cells.filter((cell, i) => i > 0 && cell.trim() === c.cells[i - 1]!.trim()).length;
  return c.cells.length > 1 ? same / (c.cells.length - 1) : 0;
}

/** 1, 2, 3, …: says where the row stands, not what it is. */
export function isRunning(c: Column): boolean {
  const numbers = c.cells.slice(0, 200).map((cell) => Number(cell.replace(/[.)\s]/g, '')));
  return numbers.length > 1 && numbers.every((n, i) => i === 0 || n === numbers[i - 1]! + 1);
}

export function namesPictures(c: Column): boolean {
  const some = c.cells.slice(0, 200);
  return some.filter((cell) => /\.(?:png|jpe?g|gif|webp|svg|bmp|tiff?)\s*$/i.test(cell)).length > some.length * 0.6;
}

export function namesLanguages(c: Column): boolean {
  const some = c.cells.slice(0, 100);
  return some.length > 0 && some.filter((cell) => languageIn(cell) !== null).length > some.length * 0.9;
}

export function hasContent(c: Column): boolean {
  return c.cells.length > 0 && c.wordless <= 0.9 && !isRunning(c);
}
