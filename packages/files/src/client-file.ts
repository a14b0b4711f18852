/** A client's file: opened by its content, surveyed once for a proposed reading, then read row by row. */
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { DataError, diagnostic, inFile, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import { statedColumns } from '@fair-copy/core/formats/exchange-layout.js';
import type { EntryReader, ExchangeEntry } from '@fair-copy/core/formats/exchange.js';
import { Layout, layoutRow } from '@fair-copy/core/formats/layout.js';
import { TbxReader } from '@fair-copy/core/formats/tbx/read.js';
import { TmxReader } from '@fair-copy/core/formats/tmx/read.js';
import type { Sample } from '@fair-copy/core/intake/propose.js';
import { SAMPLE_ROWS } from '@fair-copy/core/intake/propose.js';
import type { SheetChoice, SourceForm } from '@fair-copy/core/intake/reading.js';
import type { Archive } from '@fair-copy/core/sheet/archive.js';
import { DelimitedReader } from '@fair-copy/core/sheet/delimited.js';
import { guessDelimiter } from '@fair-copy/core/sheet/delimiter.js';
import { columnLetter, isBlank, type SheetRow } from '@fair-copy/core/sheet/model.js';
import { worksheetRows, type SheetFacts } from '@fair-copy/core/sheet/xlsx/rows.js';
import { openWorkbook, type Workbook } from '@fair-copy/core/sheet/xlsx/workbook.js';
import { encodingNamed, type EncodingName } from '@fair-copy/core/text/encodings-list.js';
import { EncodingSampler, type EncodingGuess } from '@fair-copy/core/text/encodings.js';
import { XmlReader } from '@fair-copy/core/xml/reader.js';
import { ZipArchive } from './archive.js';
import { codec } from './codec.js';
import { fileKind, type FileKind } from './file-kind.js';

/** What a person chose; the rest is found. */
export interface SourceChoices {
  readonly sheet?: string;
  readonly encoding?: EncodingName;
  readonly delimiter?: string | null;
  readonly quote?: '"' | "'" | null;
}

/** Called with rows as they are read and the share of the file behind them (0 to 1); may throw to stop. */
export type RowSink = (rows: readonly SheetRow[], share: number) => void;

/** As much text as it takes to see how the rows are cut. */
const HEAD = 200_000;

export class ClientFile {
  private archive: ZipArchive | null = null;
  private workbook: Workbook | null = null;
  private bytesRead = 0;

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
      }
      return file;
    });
  }

  close(): void {
    this.archive?.close();
  }

  /** The sheets of a workbook; none for other files. */
  get sheets(): readonly SheetChoice[] {
    return this.workbook?.sheets.map(({ name, hidden }) => ({ name, hidden })) ?? [];
  }

  /**
   * Goes through the whole file once: finds what it is made of, keeps the first rows for the proposal, and hands all
   * rows to the sink.
   */
  survey(choices: SourceChoices = {}, sink: RowSink = () => {}): Promise<Sample> {
    return named(this.name, async () => {
      if (this.kind === 'workbook') return this.surveyWorkbook(choices, sink);
      const guess = await this.encoding(choices.encoding);
      return this.kind === 'delimited' ? this.surveyDelimited(guess, choices, sink) : this.surveyExchange(guess, sink);
    });
  }

  /** The rows once more, in the form that the survey found or a person chose. */
  async *rows(source: SourceForm): AsyncGenerator<SheetRow> {
    if (source.kind === 'workbook') {
      yield* worksheetRows(this.archive!, partText, this.workbook!, this.sheetEntry(source.sheet), noFacts());
    } else if (source.kind === 'delimited') {
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
    } else {
      const layout = await this.exchangeLayout(source.encoding.value);
      const columns = layout.columns();
      for await (const entry of this.entries(source.encoding.value))
        yield { number: entry.number, cells: layoutRow(entry.body, columns) };
    }
  }

  private async surveyWorkbook(choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const name = choices.sheet ?? this.sheets.find((sheet) => !sheet.hidden)?.name ?? this.sheets[0]!.name;
    const entry = this.sheetEntry(name);
    const facts = noFacts();
    const kept: SheetRow[] = [];
    const size = Math.max(1, this.archive!.sizeOf(entry.part));
    this.bytesRead = 0;
    const archive = this.counting(this.archive!);
    await drained(worksheetRows(archive, partText, this.workbook!, entry, facts), kept, (rows) =>
      // Each part is read twice: for the merged cells, then for the rows.
      sink(rows, Math.min(1, Math.max(0, this.bytesRead - size) / size)),
    );
    const place = { file: this.name, sheet: name };
    return {
      source: { kind: 'workbook', sheet: name, sheets: this.sheets },
      rows: kept,
      hiddenColumns: facts.hiddenColumns,
      notes: factNotes(facts).map((note) => ({ ...note, place: { ...place, ...note.place } })),
    };
  }

  private async surveyDelimited(encoding: EncodingGuess, choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const guess = guessDelimiter(...(await this.head(encoding.encoding)));
    const delimiter = choices.delimiter === undefined ? guess.form.delimiter : choices.delimiter;
    let quote = choices.quote !== undefined ? choices.quote : choices.delimiter === undefined ? guess.form.quote : '"';
    const notes: Diagnostic[] = encodingNotes(encoding);
    if (quote !== null && choices.quote === undefined) {
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
      kind: this.kind as 'tbx' | 'tmx',
      encoding: { value: encoding.encoding, sureness: encoding.sureness, reason: encoding.reason },
    };
    const columns = (await this.exchangeLayout(encoding.encoding)).columns();
    const kept: SheetRow[] = [];
    this.bytesRead = 0;
    await drained(this.rows(source), kept, (rows) => sink(rows, Math.max(0, this.bytesRead - this.size) / this.size));
    return { source, rows: kept, hiddenColumns: [], stated: statedColumns(columns), notes: encodingNotes(encoding) };
  }

  private async exchangeLayout(encoding: EncodingName): Promise<Layout> {
    const layout = new Layout();
    for await (const entry of this.entries(encoding)) layout.see(entry.body);
    return layout;
  }

  private async *entries(encoding: EncodingName): AsyncGenerator<ExchangeEntry> {
    const xml = new XmlReader();
    const reader: EntryReader = this.kind === 'tbx' ? new TbxReader() : new TmxReader();
    for await (const piece of this.text(encoding)) {
      for (const event of xml.write(piece)) {
        const entry = reader.take(event);
        if (entry) yield entry;
      }
    }
    for (const event of xml.end()) reader.take(event);
  }

  private async encoding(chosen: EncodingName | undefined): Promise<EncodingGuess> {
    const sampler = new EncodingSampler();
    let head = '';
    for await (const chunk of createReadStream(this.path, { highWaterMark: 1 << 18 })) {
      if (!head) head = (chunk as Buffer).subarray(0, 400).toString('latin1');
      sampler.write(chunk as Buffer);
    }
    if (chosen) return { encoding: chosen, sureness: 1, reason: 'chosen', byteOrderMark: false, runnersUp: [] };
    if (this.kind !== 'delimited') {
      const declared = encodingNamed(/<\?xml[^>]*encoding=["']([^"']+)["']/.exec(head)?.[1] ?? '');
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

async function named<T>(file: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (!(error instanceof DataError) || error.diagnostic.place.file) throw error;
    throw DataError.of(inFile(error.diagnostic, file));
  }
}

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

/** The parts of a package are UTF-8 or UTF-16 with a byte order mark. */
async function* partText(archive: Archive, part: string): AsyncGenerator<string> {
  let decoder: ReturnType<typeof codec.decoder> | null = null;
  for await (const chunk of archive.read(part)) {
    decoder ??= codec.decoder(chunk[0] === 0xff ? 'UTF-16LE' : chunk[0] === 0xfe ? 'UTF-16BE' : 'UTF-8');
    yield decoder.write(chunk);
  }
  if (decoder) yield decoder.end();
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
