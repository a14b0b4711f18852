/** Running text with tables: Word documents and web pages. */
import { because } from '@fair-copy/core/guess.js';
import { DataError, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import type { Block } from '@fair-copy/core/document/blocks.js';
import { proposedPattern, type LinePattern } from '@fair-copy/core/document/pattern.js';
import type { EncodingGuess } from '@fair-copy/core/encoding/detect.js';
import type { Guess } from '@fair-copy/core/guess.js';
import { rowsOfTables } from '@fair-copy/core/intake/tables.js';
import { SAMPLE_ROWS, type Sample } from '@fair-copy/core/intake/propose.js';
import type { DocumentPart, EncodingReading, SourceForm } from '@fair-copy/core/intake/reading.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';
import { ZipArchive } from '../archive.js';
import { documentBlocks, DocumentLines, isOneColumn, lineRows, tableRows } from '../documents.js';
import { ClientFile, type FileAt, type RowSink, type SourceChoices } from './client-file.js';
import { drained, encodingNotes, laidOut, markedPattern } from './survey.js';
import { encodingReading, markupDeclares, TextOf } from './text-of.js';

abstract class DocumentFile extends ClientFile {
  protected abstract readonly format: 'docx' | 'html';

  protected abstract blocks(encoding: EncodingReading | null): AsyncGenerator<Block>;

  /** Null: it has none of its own. */
  protected abstract encoding(choices: SourceChoices): Promise<EncodingGuess | null>;

  /** Which lines were in another encoding. */
  protected mixedNotes(_source: SourceForm): Diagnostic[] {
    return [];
  }

  /** Looks through the document once for what it is made of, then reads the part that is taken. */
  protected async look(choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const encoding = await this.encoding(choices);
    const reading = encoding && encodingReading(encoding);
    const { parts, part, lines } = await this.contents(reading, choices.part);
    const pattern: Guess<LinePattern | null> =
      choices.pattern === undefined
        ? proposedPattern(lines)
        : { value: choices.pattern, sureness: 1, reason: because('chosen'), set: true };
    const marked = markedPattern(lines, choices, pattern.value !== null && pattern.sureness > 0.8);
    const source: SourceForm = {
      kind: 'document',
      format: this.format,
      part,
      parts,
      pattern,
      ...(marked && { marked }),
      ...(reading && { encoding: reading }),
    };
    const read = (): AsyncGenerator<SheetRow> => this.rows(source);
    const { tables, rows: found } = await laidOut(read, choices, part.value === 'tables');
    const rows = await drained(found, (batch) => sink(batch, 0.9));
    return {
      source: { ...source, ...(tables && { tables }) },
      rows,
      hiddenColumns: [],
      notes: encoding ? [...encodingNotes(encoding), ...this.mixedNotes(source)] : [],
    };
  }

  /** What there is to take, which of it is taken, and the first paragraphs. Throws `DataError` where there is nothing. */
  private async contents(
    encoding: EncodingReading | null,
    chosen: DocumentPart | undefined,
  ): Promise<{ readonly parts: DocumentPart[]; readonly part: Guess<DocumentPart>; readonly lines: string[] }> {
    const lines: string[] = [];
    let cells = 0;
    let text = 0;
    const reader = new DocumentLines();
    for await (const block of this.blocks(encoding)) {
      if (block.kind === 'table' && !isOneColumn(block.rows)) cells += tableCells(block.rows);
      for (const line of reader.of(block)) {
        if (line.text !== '') text++;
        if (!line.heading && lines.length < SAMPLE_ROWS) lines.push(line.text);
      }
    }
    if (cells === 0 && text === 0) throw new DataError('no-rows');
    const parts: DocumentPart[] = [
      ...(cells > 0 ? ['tables' as const] : []),
      ...(text > 0 ? ['paragraphs' as const] : []),
    ];
    return { parts, part: documentPart(parts, cells, text, chosen), lines };
  }

  async *rows(source: SourceForm): AsyncGenerator<SheetRow> {
    if (source.kind !== 'document') return;
    const blocks = (): AsyncGenerator<Block> => this.blocks(source.encoding ?? null);
    const tables = source.tables?.value;
    if (source.part.value !== 'tables') yield* lineRows(blocks(), source.pattern.value, source.marked?.value ?? null);
    else if (tables) yield* rowsOfTables(() => tableRows(blocks()), tables);
    else yield* tableRows(blocks());
  }

  override async firstLines(source: SourceForm, most: number): Promise<string[]> {
    const lines: string[] = [];
    if (source.kind !== 'document') return lines;
    const reader = new DocumentLines();
    for await (const block of this.blocks(source.encoding ?? null)) {
      lines.push(...reader.of(block).map(({ text }) => text));
      if (lines.length >= most) break;
    }
    return lines.slice(0, most);
  }
}

export class WordFile extends DocumentFile {
  protected readonly format = 'docx';

  private constructor(
    at: FileAt,
    private readonly archive: ZipArchive,
  ) {
    super(at);
  }

  static async open(at: FileAt): Promise<WordFile> {
    return new WordFile(at, await ZipArchive.open(at.path));
  }

  protected blocks(): AsyncGenerator<Block> {
    return documentBlocks({ kind: 'docx', archive: this.archive });
  }

  protected async encoding(): Promise<null> {
    return null;
  }

  override close(): void {
    this.archive.close();
  }
}

export class WebPageFile extends DocumentFile {
  protected readonly format = 'html';
  private readonly text: TextOf;

  constructor(at: FileAt) {
    super(at);
    this.text = new TextOf(at.path, markupDeclares);
  }

  protected blocks(encoding: EncodingReading | null): AsyncGenerator<Block> {
    return documentBlocks({ kind: 'html', text: this.text.pieces(encoding ?? { value: 'UTF-8' }) });
  }

  protected override mixedNotes(source: SourceForm): Diagnostic[] {
    return source.kind === 'document' && source.encoding ? this.text.mixedNotes(source.encoding) : [];
  }

  protected encoding(choices: SourceChoices): Promise<EncodingGuess> {
    return this.text.encoding(choices.encoding);
  }
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
  if (chosen && parts.includes(chosen)) return { value: chosen, sureness: 1, reason: because('chosen'), set: true };
  if (parts.length === 1) return { value: parts[0]!, sureness: 1, reason: because('only-part') };
  const share = cells / (cells + paragraphs);
  return share > 0.4
    ? { value: 'tables', sureness: Math.max(0.6, share), reason: because('mostly-tables') }
    : { value: 'paragraphs', sureness: Math.max(0.6, 1 - share), reason: because('mostly-paragraphs') };
}
