/** A client's file: opened by its content, surveyed once for a proposed reading, then read row by row. */
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { DataError, diagnostic, inFile, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import { statedColumns } from '@fair-copy/core/intake/stated-columns.js';
import type { EntryReader, ExchangeEntry } from '@fair-copy/core/formats/exchange.js';
import { Layout, layoutRow } from '@fair-copy/core/formats/layout.js';
import { TbxReader } from '@fair-copy/core/formats/tbx/read.js';
import { TmxReader } from '@fair-copy/core/formats/tmx/read.js';
import { PoUnits } from '@fair-copy/core/formats/po/units.js';
import { glossaryEntry } from '@fair-copy/core/formats/glossary-entry.js';
import { XliffReader } from '@fair-copy/core/formats/xliff/read.js';
import type { Sample } from '@fair-copy/core/intake/propose.js';
import { SAMPLE_ROWS } from '@fair-copy/core/intake/propose.js';
import type { DocumentPart, ExchangeKind, SheetChoice, SourceForm } from '@fair-copy/core/intake/reading.js';
import type { Guess } from '@fair-copy/core/guess.js';
import type { LinePattern } from '@fair-copy/core/document/pattern.js';
import { MarkedReader, proposedMarked, type MarkedPattern, type MarkedRow } from '@fair-copy/core/document/marked.js';
import { cutLine, isDictionary, proposedPattern } from '@fair-copy/core/document/pattern.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Archive } from '@fair-copy/core/sheet/archive.js';
import { DelimitedReader } from '@fair-copy/core/sheet/delimited.js';
import { guessDelimiter } from '@fair-copy/core/sheet/delimiter.js';
import { columnLetter, isBlank, type SheetRow } from '@fair-copy/core/sheet/model.js';
import { OdsReader } from '@fair-copy/core/sheet/ods.js';
import { rowPictures } from '@fair-copy/core/sheet/xlsx/drawings.js';
import { worksheetRows, type SheetFacts } from '@fair-copy/core/sheet/xlsx/rows.js';
import { openWorkbook, partEvents, type Workbook } from '@fair-copy/core/sheet/xlsx/workbook.js';
import { encodingNamed, type EncodingName } from '@fair-copy/core/encoding/names.js';
import { EncodingSampler, type EncodingGuess } from '@fair-copy/core/encoding/detect.js';
import { XmlReader } from '@fair-copy/core/xml/reader.js';
import { ZipArchive } from './archive.js';
import { codec, partText } from './codec.js';
import { documentBlocks, documentRows } from './documents.js';
import { fileKind, type FileKind } from './file-kind.js';
import { named } from './named.js';

/** What a person chose; the rest is found. */
export interface SourceChoices {
  readonly sheet?: string;
  readonly encoding?: EncodingName;
  readonly delimiter?: string | null;
  readonly quote?: '"' | "'" | null;
  readonly part?: DocumentPart;
  readonly pattern?: LinePattern | null;
  readonly marked?: MarkedPattern | null;
  /** What the file is taken for; otherwise found. */
  readonly as?: 'terms' | 'units';
  /** For files of units: spelling in the file → tag. */
  readonly languages?: Readonly<Record<string, LanguageTag>>;
  /** For files of units: fuzzy messages and alternative translations too. */
  readonly alternatives?: boolean;
}

/** A picture that lies inside a workbook. */
export interface EmbeddedPicture {
  /** As it is called in the cells of the picture column. */
  readonly name: string;
  /** Its member in the package. */
  readonly part: string;
}

/** Called with rows as they are read and the share of the file behind them (0 to 1); may throw to stop. */
export type RowSink = (rows: readonly SheetRow[], share: number) => void;

/** As much text as it takes to see how the rows are cut. */
const HEAD = 200_000;

export class ClientFile {
  private archive: ZipArchive | null = null;
  private workbook: Workbook | null = null;
  private odsSheets: readonly string[] = [];
  private bytesRead = 0;
  /** The pictures of the sheet that was surveyed last. */
  pictures: readonly EmbeddedPicture[] = [];

  private constructor(
    readonly path: string,
    /** As the client called it, for messages. */
    readonly name: string,
    readonly kind: FileKind,
    readonly size: number,
  ) {}

  /** Throws `DataError` with the file's name in its place. */
  static async open(path: string, name: string): Promise<ClientFile> {
    return named(name, async () => {
      const file = new ClientFile(path, name, await fileKind(path), (await stat(path)).size);
      if (file.kind === 'workbook') {
        file.archive = await ZipArchive.open(path);
        file.workbook = await openWorkbook(file.archive, partText);
      } else if (file.kind === 'ods' || file.kind === 'docx') file.archive = await ZipArchive.open(path);
      if (file.kind === 'ods') file.odsSheets = await sheetNames(file.archive!);
      return file;
    });
  }

  close(): void {
    this.archive?.close();
  }

  /** The sheets of a workbook; none for other files. */
  get sheets(): readonly SheetChoice[] {
    return (
      this.workbook?.sheets.map(({ name, hidden }) => ({ name, hidden })) ??
      this.odsSheets.map((name) => ({ name, hidden: false }))
    );
  }

  /** The content of a picture inside the workbook. Throws `DataError`. */
  picture(part: string): AsyncIterable<Uint8Array> {
    return this.archive!.read(part);
  }

  /**
   * Goes through the whole file once: finds what it is made of, keeps the first rows for the proposal, and hands all
   * rows to the sink.
   */
  survey(choices: SourceChoices = {}, sink: RowSink = () => {}): Promise<Sample> {
    return named(this.name, async () => {
      if (this.kind === 'workbook') return this.surveyWorkbook(choices, sink);
      if (this.kind === 'ods') return this.surveyOds(choices, sink);
      if (this.kind === 'docx') return this.surveyDocument(null, choices, sink);
      const guess = await this.encoding(choices.encoding);
      if (this.kind === 'html') return this.surveyDocument(guess, choices, sink);
      return this.kind === 'delimited' ? this.surveyDelimited(guess, choices, sink) : this.surveyExchange(guess, sink);
    });
  }

  /** The rows once more, in the form that the survey found or a person chose. */
  async *rows(source: SourceForm): AsyncGenerator<SheetRow> {
    switch (source.kind) {
      case 'workbook':
        if (this.kind === 'ods') yield* this.odsRows(source.sheet);
        else yield* this.workbookRows(source.sheet, noFacts());
        break;
      case 'delimited':
        if (source.marked?.value) yield* this.markedRows(source.encoding.value, source.marked.value);
        else if (source.pattern?.value) yield* this.patternRows(source.encoding.value, source.pattern.value);
        else yield* this.delimitedRows(source);
        break;
      case 'document':
        yield* documentRows(
          this.blocks(source.encoding?.value ?? null),
          source.part.value,
          source.pattern.value,
          source.marked?.value ?? null,
        );
        break;
      default: {
        const columns = (await this.exchangeLayout(source.encoding.value)).layout.columns();
        for await (const entry of this.entries(source.encoding.value))
          yield { number: entry.number, cells: layoutRow(entry.body, columns) };
      }
    }
  }

  /** The first lines as they stand, or paragraphs of a document; none of other files. @param most how many at most */
  async firstLines(source: SourceForm, most: number): Promise<string[]> {
    if (source.kind === 'delimited') {
      const [head, whole] = await this.head(source.encoding.value);
      return headLines(head.replace(/^\uFEFF/, ''), whole).slice(0, most);
    }
    const lines: string[] = [];
    if (source.kind === 'document')
      for await (const block of this.blocks(source.encoding?.value ?? null)) {
        if (block.kind === 'paragraph') lines.push(block.text);
        if (lines.length === most) break;
      }
    return lines;
  }

  private async *delimitedRows(source: Extract<SourceForm, { kind: 'delimited' }>): AsyncGenerator<SheetRow> {
    const reader = new DelimitedReader({ delimiter: source.delimiter.value, quote: source.quote });
    let first = source.delimiter.reason === DECLARED;
    for await (const text of this.text(source.encoding.value)) {
      let rows = reader.write(text);
      if (first && rows.length) {
        rows = [{ ...rows[0]!, cells: [''] }, ...rows.slice(1)];
        first = false;
      }
      yield* rows;
    }
    yield* reader.end();
  }

  /** Lines of a dictionary: several rows may stand in one line. */
  private async *patternRows(encoding: EncodingName, pattern: LinePattern): AsyncGenerator<SheetRow> {
    const reader = new DelimitedReader({ delimiter: null, quote: null });
    let number = 0;
    const cut = function* (lines: readonly SheetRow[]): Generator<SheetRow> {
      for (const line of lines)
        for (const cells of cutLine(line.cells[0] ?? '', pattern)) yield { number: ++number, cells, line: line.number };
    };
    for await (const text of this.text(encoding)) yield* cut(reader.write(text));
    yield* cut(reader.end());
  }

  /** Source and translation in one text. */
  private async *markedRows(encoding: EncodingName, pattern: MarkedPattern): AsyncGenerator<SheetRow> {
    const lines = new DelimitedReader({ delimiter: null, quote: null });
    const reader = new MarkedReader(pattern);
    let number = 0;
    const numbered = (rows: readonly MarkedRow[]): SheetRow[] =>
      rows.map(({ cells, line }) => ({ number: ++number, cells, line }));
    for await (const text of this.text(encoding))
      for (const row of lines.write(text)) yield* numbered(reader.take(row.cells[0] ?? '', row.number));
    for (const row of lines.end()) yield* numbered(reader.take(row.cells[0] ?? '', row.number));
    yield* numbered(reader.end());
  }

  /** With the names of pictures that lie on the sheet in a column behind the others. */
  private async *workbookRows(
    name: string,
    facts: SheetFacts,
    archive: Archive = this.archive!,
  ): AsyncGenerator<SheetRow> {
    const entry = this.sheetEntry(name);
    const pictures = await rowPictures(this.archive!, partText, entry);
    const rows = worksheetRows(archive, partText, this.workbook!, entry, facts);
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

  private readonly pictureColumns = new Map<string, number>();

  /** The first column that no row of the sheet uses. */
  private async pictureColumn(name: string): Promise<number> {
    let column = this.pictureColumns.get(name);
    if (column === undefined) {
      column = 0;
      for await (const row of worksheetRows(this.archive!, partText, this.workbook!, this.sheetEntry(name), noFacts()))
        column = Math.max(column, row.cells.length);
      this.pictureColumns.set(name, column);
    }
    return column;
  }

  private pictureName(part: string): string {
    return `${this.name.replace(/\.[^.]+$/, '')} ${part.slice(part.lastIndexOf('/') + 1)}`;
  }

  private async *odsRows(sheet: string): AsyncGenerator<SheetRow> {
    const reader = new OdsReader();
    for await (const event of partEvents(this.counting(this.archive!), partText, 'content.xml'))
      for (const found of reader.take(event)) if (found.sheet === sheet) yield found.row;
  }

  private blocks(encoding: EncodingName | null): ReturnType<typeof documentBlocks> {
    return this.kind === 'docx'
      ? documentBlocks({ kind: 'docx', archive: this.counting(this.archive!) })
      : documentBlocks({ kind: 'html', text: this.text(encoding ?? 'UTF-8') });
  }

  private async surveyOds(choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const sheet = choices.sheet ?? this.odsSheets[0]!;
    if (!this.odsSheets.includes(sheet))
      throw new DataError('sheet-missing', { what: sheet, have: this.odsSheets.join(', ') });
    const kept: SheetRow[] = [];
    this.bytesRead = 0;
    const size = Math.max(1, this.archive!.sizeOf('content.xml'));
    await drained(this.odsRows(sheet), kept, (rows) => sink(rows, Math.min(1, this.bytesRead / size)));
    return { source: { kind: 'workbook', sheet, sheets: this.sheets }, rows: kept, hiddenColumns: [], notes: [] };
  }

  /** Looks through the document once for what it is made of, then reads the part that is taken. */
  private async surveyDocument(encoding: EncodingGuess | null, choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const lines: string[] = [];
    let cells = 0;
    let text = 0;
    for await (const block of this.blocks(encoding?.encoding ?? null)) {
      if (block.kind === 'table') cells += tableCells(block.rows);
      else {
        text++;
        if (!block.heading && lines.length < SAMPLE_ROWS) lines.push(block.text);
      }
    }
    if (cells === 0 && text === 0) throw new DataError('no-rows');
    const parts: DocumentPart[] = [
      ...(cells > 0 ? ['tables' as const] : []),
      ...(text > 0 ? ['paragraphs' as const] : []),
    ];
    const part = documentPart(parts, cells, text, choices.part);
    const pattern: Guess<LinePattern | null> =
      choices.pattern === undefined
        ? proposedPattern(lines)
        : { value: choices.pattern, sureness: 1, reason: 'chosen', set: true };
    const marked = markedPattern(lines, choices, pattern.value !== null && pattern.sureness > 0.8);
    const source: SourceForm = {
      kind: 'document',
      format: this.kind as 'docx' | 'html',
      part,
      parts,
      pattern,
      ...(marked && { marked }),
      ...(encoding && {
        encoding: { value: encoding.encoding, sureness: encoding.sureness, reason: encoding.reason },
      }),
    };
    const kept: SheetRow[] = [];
    await drained(this.rows(source), kept, (rows) => sink(rows, 0.9));
    return { source, rows: kept, hiddenColumns: [], notes: encoding ? encodingNotes(encoding) : [] };
  }

  private async surveyWorkbook(choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const name = choices.sheet ?? this.sheets.find((sheet) => !sheet.hidden)?.name ?? this.sheets[0]!.name;
    const entry = this.sheetEntry(name);
    const facts = noFacts();
    const kept: SheetRow[] = [];
    const size = Math.max(1, this.archive!.sizeOf(entry.part));
    this.bytesRead = 0;
    await drained(this.workbookRows(name, facts, this.counting(this.archive!)), kept, (rows) =>
      // Each part is read twice: for the merged cells, then for the rows.
      sink(rows, Math.min(1, Math.max(0, this.bytesRead - size) / size)),
    );
    const place = { file: this.name, sheet: name };
    const parts = [...(await rowPictures(this.archive!, partText, entry)).values()].flat();
    this.pictures = [...new Set(parts)].map((part) => ({ name: this.pictureName(part), part }));
    return {
      source: { kind: 'workbook', sheet: name, sheets: this.sheets },
      rows: kept,
      hiddenColumns: facts.hiddenColumns,
      ...(parts.length && { pictureColumn: await this.pictureColumn(name) }),
      notes: factNotes(facts).map((note) => ({ ...note, place: { ...place, ...note.place } })),
    };
  }

  private async surveyDelimited(encoding: EncodingGuess, choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const [head, whole] = await this.head(encoding.encoding);
    const guess = guessDelimiter(head, whole);
    const pattern = linePattern(head, choices);
    const delimiter = choices.delimiter === undefined ? guess.form.delimiter : choices.delimiter;
    let quote = choices.quote !== undefined ? choices.quote : choices.delimiter === undefined ? guess.form.quote : '"';
    const notes: Diagnostic[] = encodingNotes(encoding);
    const marked = pattern
      ? null
      : markedPattern(headLines(head, whole), choices, delimiter !== null && guess.sureness > 0.6);
    if (quote !== null && choices.quote === undefined && !pattern && !marked?.value) {
      const open = await this.openQuote(encoding.encoding, delimiter, quote);
      if (open !== null) {
        quote = null;
        notes.push(diagnostic('quote-open', { row: open }, { row: open }));
      }
    }
    const source: SourceForm = {
      kind: 'delimited',
      encoding: {
        value: encoding.encoding,
        sureness: encoding.sureness,
        reason: encoding.reason,
        ...(choices.encoding && { set: true }),
      },
      delimiter:
        choices.delimiter === undefined
          ? { value: delimiter, sureness: guess.sureness, reason: guess.declared ? DECLARED : guess.reason }
          : { value: delimiter, sureness: 1, reason: 'chosen', set: true },
      quote,
      otherEncodings: encoding.runnersUp,
      pattern,
      ...(marked && { marked }),
    };
    const kept: SheetRow[] = [];
    const broken = { count: 0, first: 0 };
    this.bytesRead = 0;
    await drained(this.rows(source), kept, (rows) => {
      for (const row of rows)
        if (row.cells.some((cell) => cell.includes('\uFFFD'))) {
          broken.count++;
          broken.first ||= row.number;
        }
      sink(rows, this.bytesRead / this.size);
    });
    if (broken.count)
      notes.push(
        diagnostic(
          'broken-letters',
          { encoding: encoding.encoding, count: broken.count, row: broken.first },
          { row: broken.first },
        ),
      );
    if (kept.every(isBlank)) throw new DataError('no-rows');
    return { source, rows: kept, hiddenColumns: [], notes: notes.map((note) => inFile(note, this.name)) };
  }

  private async surveyExchange(encoding: EncodingGuess, sink: RowSink): Promise<Sample> {
    const source: SourceForm = {
      kind: this.kind as ExchangeKind,
      encoding: { value: encoding.encoding, sureness: encoding.sureness, reason: encoding.reason },
    };
    const { layout, notes } = await this.exchangeLayout(encoding.encoding);
    const columns = layout.columns();
    const kept: SheetRow[] = [];
    this.bytesRead = 0;
    await drained(this.rows(source), kept, (rows) => sink(rows, Math.max(0, this.bytesRead - this.size) / this.size));
    return {
      source,
      rows: kept,
      hiddenColumns: [],
      stated: statedColumns(columns),
      notes: [...encodingNotes(encoding), ...notes],
    };
  }

  private async exchangeLayout(encoding: EncodingName): Promise<{ layout: Layout; notes: readonly Diagnostic[] }> {
    const layout = new Layout();
    const notes: Diagnostic[] = [];
    for await (const entry of this.entries(encoding, notes)) layout.see(entry.body);
    return { layout, notes };
  }

  /** @param notes gets what has no place among the entries, at the end */
  private async *entries(encoding: EncodingName, notes: Diagnostic[] = []): AsyncGenerator<ExchangeEntry> {
    if (this.kind === 'po') {
      yield* this.catalogueEntries(encoding);
      return;
    }
    const xml = new XmlReader();
    const reader: EntryReader =
      this.kind === 'tbx' ? new TbxReader() : this.kind === 'tmx' ? new TmxReader() : new XliffReader();
    for await (const piece of this.text(encoding)) {
      for (const event of xml.write(piece)) {
        const entry = reader.take(event);
        if (entry) yield entry;
      }
    }
    for (const event of xml.end()) reader.take(event);
    notes.push(...reader.notes());
  }

  private async *catalogueEntries(encoding: EncodingName): AsyncGenerator<ExchangeEntry> {
    const reader = new PoUnits();
    for await (const piece of this.text(encoding)) yield* reader.write(piece).map(glossaryEntry);
    yield* reader.end().map(glossaryEntry);
  }

  private async encoding(chosen: EncodingName | undefined): Promise<EncodingGuess> {
    const sampler = new EncodingSampler();
    let head = '';
    for await (const chunk of createReadStream(this.path, { highWaterMark: 1 << 18 })) {
      if (!head) head = (chunk as Buffer).subarray(0, 2000).toString('latin1');
      sampler.write(chunk as Buffer);
    }
    if (chosen) return { encoding: chosen, sureness: 1, reason: 'chosen', byteOrderMark: false, runnersUp: [] };
    if (this.kind !== 'delimited') {
      const said =
        /charset=([\w-]+)\\n/i.exec(this.kind === 'po' ? head : '') ??
        /<\?xml[^>]*encoding=["']([^"']+)["']/.exec(head) ??
        /<meta[^>]*charset=["']?([\w-]+)/i.exec(head);
      const declared = encodingNamed(said?.[1] ?? '');
      if (declared && !declared.startsWith('UTF'))
        return {
          encoding: declared,
          sureness: 0.97,
          reason: 'the file declares it',
          byteOrderMark: false,
          runnersUp: [],
        };
    }
    return sampler.guess(codec);
  }

  private async *text(encoding: EncodingName): AsyncGenerator<string> {
    const decoder = codec.decoder(encoding);
    for await (const chunk of createReadStream(this.path, { highWaterMark: 1 << 18 })) {
      this.bytesRead += (chunk as Buffer).length;
      yield decoder.write(chunk as Buffer);
    }
    yield decoder.end();
  }

  private async head(encoding: EncodingName): Promise<[string, boolean]> {
    let text = '';
    for await (const piece of this.text(encoding)) {
      text += piece;
      if (text.length >= HEAD) break;
    }
    return text.length > HEAD ? [text.slice(0, HEAD), false] : [text, true];
  }

  private async openQuote(encoding: EncodingName, delimiter: string | null, quote: '"' | "'"): Promise<number | null> {
    const reader = new DelimitedReader({ delimiter, quote });
    try {
      for await (const piece of this.text(encoding)) reader.write(piece);
    } catch (error) {
      if (error instanceof DataError && reader.openQuoteRow !== null) return reader.openQuoteRow;
      throw error;
    }
    return reader.openQuoteRow;
  }

  private sheetEntry(name: string): Workbook['sheets'][number] {
    const entry = this.workbook!.sheets.find((sheet) => sheet.name === name);
    if (entry) return entry;
    throw new DataError('sheet-missing', { what: name, have: this.sheets.map((sheet) => sheet.name).join(', ') });
  }

  private counting(archive: Archive): Archive {
    const count = (bytes: number): void => {
      this.bytesRead += bytes;
    };
    return {
      names: archive.names,
      async *read(part) {
        for await (const chunk of archive.read(part)) {
          count(chunk.length);
          yield chunk;
        }
      },
    };
  }
}

const DECLARED = 'the first line declares it';

/** Reads to the end in batches of 1,000 rows. */
async function drained(
  rows: AsyncIterable<SheetRow>,
  kept: SheetRow[],
  sink: (rows: readonly SheetRow[]) => void,
): Promise<void> {
  let batch: SheetRow[] = [];
  for await (const row of rows) {
    if (kept.length < SAMPLE_ROWS) kept.push(row);
    batch.push(row);
    if (batch.length >= 1000) {
      sink(batch);
      batch = [];
    }
  }
  sink(batch);
}

/** Cells of tables that can hold terms: of at least two columns. */
function tableCells(rows: readonly (readonly string[])[]): number {
  return rows.filter((row) => row.filter((cell) => cell.trim() !== '').length >= 2).length * 2;
}

/** Tables, if they hold more than the running text does. */
function documentPart(
  parts: readonly DocumentPart[],
  cells: number,
  paragraphs: number,
  chosen: DocumentPart | undefined,
): Guess<DocumentPart> {
  if (chosen && parts.includes(chosen)) return { value: chosen, sureness: 1, reason: 'chosen', set: true };
  if (parts.length === 1) return { value: parts[0]!, sureness: 1, reason: 'there is nothing else in it' };
  const share = cells / (cells + paragraphs);
  return share > 0.4
    ? { value: 'tables', sureness: Math.max(0.6, share), reason: 'most of its text stands in tables' }
    : { value: 'paragraphs', sureness: Math.max(0.6, 1 - share), reason: 'most of its text stands in paragraphs' };
}

/** Only where the lines are those of a dictionary, or a person says so; everything else is cut by the separator. */
function linePattern(head: string, choices: SourceChoices): Guess<LinePattern> | null {
  if (choices.pattern !== undefined)
    return choices.pattern && { value: choices.pattern, sureness: 1, reason: 'chosen', set: true };
  if (choices.delimiter !== undefined) return null;
  const lines = head.split(/\r\n|\r|\n/).slice(0, -1);
  if (!isDictionary(lines)) return null;
  const { value, sureness, reason } = proposedPattern(lines);
  return value && { value, sureness, reason };
}

/** The lines of the beginning of a text; the last is whole only at its end. */
function headLines(head: string, whole: boolean): string[] {
  const lines = head.split(/\r\n|\r|\n/);
  return whole ? lines : lines.slice(0, -1);
}

/** Source and translation in one text; where cells are cut by a delimiter only if the marks are plain. */
function markedPattern(
  lines: readonly string[],
  choices: SourceChoices,
  cut: boolean,
): Guess<MarkedPattern | null> | null {
  if (choices.marked !== undefined) return { value: choices.marked, sureness: 1, reason: 'chosen', set: true };
  if (choices.delimiter !== undefined || choices.pattern !== undefined) return null;
  return proposedMarked(lines, cut);
}

async function sheetNames(archive: Archive): Promise<string[]> {
  const reader = new OdsReader();
  // Every event has to pass: a table is known only when its turn comes.
  for await (const event of partEvents(archive, partText, 'content.xml'))
    for (const row of reader.take(event)) void row;
  if (reader.sheets.length === 0) throw new DataError('workbook-damaged', { what: 'it lists no sheet' });
  return reader.sheets;
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

function encodingNotes(guess: EncodingGuess): Diagnostic[] {
  const rival = guess.runnersUp[0];
  return rival && guess.sureness < 0.8
    ? [diagnostic('encoding-guess', { encoding: guess.encoding, other: rival })]
    : [];
}
