/** The rows of a worksheet, in pieces (ECMA-376 part 1, 18.3): values as a spreadsheet program shows them. */
import { format } from 'numfmt';
import { DataError } from '../../diagnostic.js';
import type { XmlEvent } from '../../xml/reader.js';
import type { Archive, PartText } from '../archive.js';
import { COLUMN_LIMIT, ROW_LIMIT, type SheetRow } from '../model.js';
import { areaOf, columnOf, type Area } from './cell-reference.js';
import { partEvents, unescaped, type SheetEntry, type Workbook } from './workbook.js';

export interface SheetFacts {
  hiddenRows: number;
  hiddenColumns: number[];
  mergedCells: number;
  errorCells: number;
  firstErrorRow: number;
}

/**
 * Yields the rows that have cells, with `facts` filled in as reading goes on. A value merged down over rows stands
 * in each of them, in the first column of the area; other cells of an area are empty. Dates are ISO 8601 where
 * their format depends on the reader's locale; formulas give their stored value; errors (#N/A) are empty.
 */
export async function* worksheetRows(
  archive: Archive,
  text: PartText,
  workbook: Workbook,
  sheet: SheetEntry,
  facts: SheetFacts,
): AsyncGenerator<SheetRow> {
  const merges = await mergedAreas(archive, text, sheet.part);
  facts.mergedCells = merges.length;
  const down = new DownwardMerges(merges);
  const builder = new RowBuilder(workbook, facts);
  for await (const event of partEvents(archive, text, sheet.part)) {
    const row = builder.take(event);
    if (row) yield down.applied(row);
  }
}

const LAST_ROW = 1_048_576;

class RowBuilder {
  private number = 0;
  private cells: string[] = [];
  private length = 0;
  private hidden = false;
  private hasCells = false;
  private column = -1;
  private type = '';
  private style = 0;
  private value = '';
  private inValue = false;
  private phonetic = false;

  constructor(
    private readonly workbook: Workbook,
    private readonly facts: SheetFacts,
  ) {}

  take(event: XmlEvent): SheetRow | null {
    if (event.type === 'text') {
      if (this.inValue && !this.phonetic) this.value += event.text;
      return null;
    }
    return event.type === 'open' ? this.open(event.name, event.attributes) : this.close(event.name);
  }

  private open(name: string, attributes: Readonly<Record<string, string>>): null {
    switch (name) {
      case 'col':
        if (isTrue(attributes.hidden)) {
          const last = Math.min(Number(attributes.max), COLUMN_LIMIT);
          for (let n = Number(attributes.min); n <= last; n++) this.facts.hiddenColumns.push(n - 1);
        }
        break;
      case 'row':
        this.number = this.numberOf(attributes.r);
        this.hidden = isTrue(attributes.hidden);
        this.cells = [];
        this.length = 0;
        this.hasCells = false;
        this.column = -1;
        break;
      case 'c':
        this.column = attributes.r ? columnOf(attributes.r) : this.column + 1;
        this.type = attributes.t ?? 'n';
        this.style = Number(attributes.s ?? 0);
        this.value = '';
        this.hasCells = true;
        break;
      case 'rPh':
        this.phonetic = true;
        break;
      case 'v':
      case 't':
        this.inValue = true;
        break;
    }
    return null;
  }

  private close(name: string): SheetRow | null {
    switch (name) {
      case 'v':
      case 't':
        this.inValue = false;
        break;
      case 'rPh':
        this.phonetic = false;
        break;
      case 'c':
        this.endCell();
        break;
      case 'row':
        if (!this.hasCells) break;
        if (this.hidden) this.facts.hiddenRows++;
        return { number: this.number, cells: this.cells, ...(this.hidden && { hidden: true }) };
    }
    return null;
  }

  /** Rows stand in their order, none twice, none behind the last that a sheet can have (ECMA-376 part 1, 18.3.1.73). */
  private numberOf(said: string | undefined): number {
    const number = said === undefined ? this.number + 1 : Number(said);
    if (!Number.isInteger(number) || number <= this.number || number > LAST_ROW)
      throw new DataError('row-number-wrong', { what: said ?? String(number), row: this.number });
    return number;
  }

  private endCell(): void {
    const shown = this.shown();
    if (shown === '') return;
    this.length += shown.length;
    if (this.length > ROW_LIMIT) throw new DataError('row-too-long', { row: this.number, limit: ROW_LIMIT });
    if (this.column >= COLUMN_LIMIT)
      throw new DataError('too-many-columns', { row: this.number, count: this.column + 1, limit: COLUMN_LIMIT });
    while (this.cells.length < this.column) this.cells.push('');
    this.cells[this.column] = shown;
  }

  private shown(): string {
    if (this.value === '') return '';
    switch (this.type) {
      case 's':
        return this.workbook.strings[Number(this.value)] ?? '';
      case 'str':
      case 'inlineStr':
        return unescaped(this.value);
      case 'b':
        return this.value === '1' ? 'TRUE' : 'FALSE';
      case 'e':
        this.facts.errorCells++;
        this.facts.firstErrorRow ||= this.number;
        return '';
      case 'd':
        return this.value;
      default:
        return shownNumber(this.value, this.workbook.formats[this.style] ?? 'General', this.workbook.date1904);
    }
  }
}

/** A number as its format shows it; one that the format cannot show stays as it is stored. */
export function shownNumber(stored: string, pattern: string, date1904 = false): string {
  const value = Number(stored);
  if (!Number.isFinite(value)) return stored;
  if (pattern === 'General' || pattern === '@') return String(Number(value.toPrecision(15)));
  try {
    const date = /[dmyhs]/i.test(pattern.replace(/"[^"]*"|\\.|\[[^\]]*\]/g, '')) && !/General/i.test(pattern);
    return format(pattern, date && date1904 ? value + 1462 : value, { throws: true }).trim();
  } catch {
    return stored;
  }
}

function isTrue(value: string | undefined): boolean {
  return value === '1' || value === 'true';
}

/** The `mergeCell` elements stand behind the rows they concern, so they are looked for first. */
async function mergedAreas(archive: Archive, text: PartText, part: string): Promise<Area[]> {
  const areas: Area[] = [];
  let rest = '';
  for await (const piece of text(archive, part)) {
    const window = rest + piece;
    for (const found of window.matchAll(/<(?:\w+:)?mergeCell\s[^>]*?ref="([^"]+)"[^>]*>/g)) {
      const area = areaOf(found[1]!);
      if (area) areas.push(area);
    }
    const open = window.lastIndexOf('<');
    rest = open >= 0 && window.indexOf('>', open) < 0 ? window.slice(open, open + 500) : '';
  }
  return areas;
}

/** Carries the value of a downward merge into the rows below. */
class DownwardMerges {
  private readonly byTop = new Map<number, Area[]>();
  private active: { area: Area; value: string }[] = [];

  constructor(areas: readonly Area[]) {
    for (const area of areas)
      if (area.bottom > area.top) this.byTop.set(area.top, [...(this.byTop.get(area.top) ?? []), area]);
  }

  applied(row: SheetRow): SheetRow {
    if (this.byTop.size === 0) return row;
    this.active = this.active.filter((a) => a.area.bottom >= row.number);
    let cells: string[] | null = null;
    for (const { area, value } of this.active) {
      if (value === '' || row.cells[area.left]) continue;
      cells ??= [...row.cells];
      while (cells.length <= area.left) cells.push('');
      cells[area.left] = value;
    }
    for (const area of this.byTop.get(row.number) ?? []) this.active.push({ area, value: row.cells[area.left] ?? '' });
    return cells ? { ...row, cells } : row;
  }
}
