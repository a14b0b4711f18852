/** Workbooks: XLSX, with the pictures that lie on their sheets, and the sheets of OpenDocument. */
import { DataError, diagnostic, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import type { Sample } from '@fair-copy/core/intake/propose.js';
import type { SheetChoice, SourceForm } from '@fair-copy/core/intake/reading.js';
import { columnsOfTables, rowsOfTables } from '@fair-copy/core/intake/tables.js';
import type { Archive } from '@fair-copy/core/sheet/archive.js';
import { columnLetter, type SheetRow } from '@fair-copy/core/sheet/model.js';
import { OdsReader } from '@fair-copy/core/sheet/ods.js';
import { rowPictures } from '@fair-copy/core/sheet/xlsx/drawings.js';
import { worksheetRows, type SheetFacts } from '@fair-copy/core/sheet/xlsx/rows.js';
import { openWorkbook, partEvents, type Workbook } from '@fair-copy/core/sheet/xlsx/workbook.js';
import { ZipArchive } from '../archive.js';
import { partText } from '../codec.js';
import { ClientFile, type FileAt, type RowSink, type SourceChoices } from './client-file.js';
import { counting, drained, laidOut } from './survey.js';

export class WorkbookFile extends ClientFile {
  /** Column behind the others, by the name of the sheet. */
  private readonly pictureColumns = new Map<string, number>();

  private constructor(
    at: FileAt,
    private readonly archive: ZipArchive,
    private readonly workbook: Workbook,
  ) {
    super(at);
  }

  static async open(at: FileAt): Promise<WorkbookFile> {
    const archive = await ZipArchive.open(at.path);
    try {
      return new WorkbookFile(at, archive, await openWorkbook(archive, partText));
    } catch (error) {
      archive.close();
      throw error;
    }
  }

  override get sheets(): readonly SheetChoice[] {
    return this.workbook.sheets.map(({ name, hidden }) => ({ name, hidden }));
  }

  override picture(part: string): AsyncIterable<Uint8Array> {
    return this.archive.read(part);
  }

  override close(): void {
    this.archive.close();
  }

  protected async look(choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const name = choices.sheet ?? this.sheets.find((sheet) => !sheet.hidden)?.name ?? this.sheets[0]!.name;
    const entry = this.entry(name);
    const size = Math.max(1, this.archive.sizeOf(entry.part));
    let bytes = 0;
    const counted = counting(this.archive, (more) => (bytes += more));
    const parts = [...(await rowPictures(this.archive, partText, entry)).values()].flat();
    // Told anew where the sheet is read from its beginning once more.
    let facts = noFacts();
    const read = (): AsyncGenerator<SheetRow> => this.sheetRows(name, (facts = noFacts()), counted);
    // Pictures lie in a column of the sheet as it stands.
    const { tables, rows: found } = await laidOut(read, choices, parts.length === 0);
    const rows = await drained(found, (batch) =>
      // Each part is read twice: for the merged cells, then for the rows.
      sink(batch, Math.min(1, Math.max(0, bytes - size) / size)),
    );
    const several = tables?.value;
    const place = { file: this.name, sheet: name };
    this.pictures = [...new Set(parts)].map((part) => ({ name: this.pictureName(part), part }));
    return {
      source: { kind: 'workbook', sheet: name, sheets: this.sheets, ...(tables && { tables }) },
      rows,
      hiddenColumns: several ? columnsOfTables(facts.hiddenColumns, several) : facts.hiddenColumns,
      ...(parts.length && { pictureColumn: await this.pictureColumn(name) }),
      notes: factNotes(facts).map((note) => ({ ...note, place: { ...place, ...note.place } })),
    };
  }

  async *rows(source: SourceForm): AsyncGenerator<SheetRow> {
    if (source.kind !== 'workbook') return;
    const read = (): AsyncGenerator<SheetRow> => this.sheetRows(source.sheet, noFacts());
    yield* source.tables?.value ? rowsOfTables(read, source.tables.value) : read();
  }

  /** With the names of pictures that lie on the sheet in a column behind the others. */
  private async *sheetRows(name: string, facts: SheetFacts, archive: Archive = this.archive): AsyncGenerator<SheetRow> {
    const entry = this.entry(name);
    const pictures = await rowPictures(this.archive, partText, entry);
    const rows = worksheetRows(archive, partText, this.workbook, entry, facts);
    if (pictures.size === 0) {
      yield* rows;
      return;
    }
    const column = await this.pictureColumn(name);
    for await (const row of rows) {
      const parts = pictures.get(row.number);
      if (!parts) yield row;
      else {
        const cells = Array.from({ length: column }, (_, i) => row.cells[i] ?? '');
        yield { ...row, cells: [...cells, parts.map((part) => this.pictureName(part)).join('\n')] };
      }
    }
  }

  /** The first column that no row of the sheet uses. */
  private async pictureColumn(name: string): Promise<number> {
    let column = this.pictureColumns.get(name);
    if (column === undefined) {
      column = 0;
      for await (const row of worksheetRows(this.archive, partText, this.workbook, this.entry(name), noFacts()))
        column = Math.max(column, row.cells.length);
      this.pictureColumns.set(name, column);
    }
    return column;
  }

  private pictureName(part: string): string {
    return `${this.name.replace(/\.[^.]+$/, '')} ${part.slice(part.lastIndexOf('/') + 1)}`;
  }

  private entry(name: string): Workbook['sheets'][number] {
    return this.workbook.sheets.find((sheet) => sheet.name === name) ?? missing(name, this.sheets);
  }
}

/** The part of an OpenDocument file that holds everything. */
const CONTENT = 'content.xml';

export class OpenSheetFile extends ClientFile {
  private constructor(
    at: FileAt,
    private readonly archive: ZipArchive,
    private readonly names: readonly string[],
  ) {
    super(at);
  }

  static async open(at: FileAt): Promise<OpenSheetFile> {
    const archive = await ZipArchive.open(at.path);
    try {
      return new OpenSheetFile(at, archive, await sheetNames(archive));
    } catch (error) {
      archive.close();
      throw error;
    }
  }

  override get sheets(): readonly SheetChoice[] {
    return this.names.map((name) => ({ name, hidden: false }));
  }

  override close(): void {
    this.archive.close();
  }

  protected async look(choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const sheet = choices.sheet ?? this.names[0]!;
    if (!this.names.includes(sheet)) missing(sheet, this.sheets);
    const size = Math.max(1, this.archive.sizeOf(CONTENT));
    let bytes = 0;
    const counted = counting(this.archive, (more) => (bytes += more));
    const { tables, rows: found } = await laidOut(() => sheetRows(counted, sheet), choices);
    const rows = await drained(found, (batch) => sink(batch, Math.min(1, bytes / size)));
    const source = { kind: 'workbook', sheet, sheets: this.sheets, ...(tables && { tables }) } as const;
    return { source, rows, hiddenColumns: [], notes: [] };
  }

  async *rows(source: SourceForm): AsyncGenerator<SheetRow> {
    if (source.kind !== 'workbook') return;
    const read = (): AsyncGenerator<SheetRow> => sheetRows(this.archive, source.sheet);
    yield* source.tables?.value ? rowsOfTables(read, source.tables.value) : read();
  }
}

async function* sheetRows(archive: Archive, sheet: string): AsyncGenerator<SheetRow> {
  const reader = new OdsReader();
  for await (const event of partEvents(archive, partText, CONTENT))
    for (const found of reader.take(event)) if (found.sheet === sheet) yield found.row;
}

async function sheetNames(archive: Archive): Promise<string[]> {
  const reader = new OdsReader();
  // Every event has to pass: a table is known only when its turn comes.
  for await (const event of partEvents(archive, partText, CONTENT)) for (const row of reader.take(event)) void row;
  if (reader.sheets.length === 0) throw new DataError('workbook-empty');
  return reader.sheets;
}

function missing(what: string, sheets: readonly SheetChoice[]): never {
  throw new DataError('sheet-missing', { what, have: sheets.map((sheet) => sheet.name).join(', ') });
}

function noFacts(): SheetFacts {
  return { hiddenRows: 0, hiddenColumns: [], mergedCells: 0, errorCells: 0, firstErrorRow: 0 };
}

function factNotes(facts: SheetFacts): Diagnostic[] {
  const notes: Diagnostic[] = [];
  if (facts.hiddenRows) notes.push(diagnostic('hidden-rows', { count: facts.hiddenRows }));
  if (facts.hiddenColumns.length)
    notes.push(diagnostic('hidden-columns', { what: facts.hiddenColumns.map(columnLetter).join(', ') }));
  if (facts.mergedCells) notes.push(diagnostic('merged-cells', { count: facts.mergedCells }));
  if (facts.errorCells)
    notes.push(
      diagnostic('cell-error', { count: facts.errorCells, row: facts.firstErrorRow }, { row: facts.firstErrorRow }),
    );
  return notes;
}
