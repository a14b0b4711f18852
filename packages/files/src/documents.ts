/** Running text as rows: the tables of a document, or its paragraphs cut by a pattern. */
import { HtmlBlocks } from '@fair-copy/core/document/html.js';
import type { Block } from '@fair-copy/core/document/blocks.js';
import { AS_SHOWN, DocxBlocks, type WordReading } from '@fair-copy/core/document/docx.js';
import type { MarkedPattern } from '@fair-copy/core/document/marked/pattern.js';
import { MarkedReader, type MarkedRow } from '@fair-copy/core/document/marked/read.js';
import { languageAmong } from '@fair-copy/core/language/identify.js';
import { cutLine } from '@fair-copy/core/document/pattern.js';
import type { LinePattern } from '@fair-copy/core/document/pattern.js';
import type { Archive } from '@fair-copy/core/sheet/archive.js';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { COLUMN_LIMIT, ROW_LIMIT, type SheetRow } from '@fair-copy/core/sheet/model.js';
import { partEvents } from '@fair-copy/core/sheet/xlsx/workbook.js';
import { partText } from './codec.js';

export type DocumentBytes =
  | { readonly kind: 'docx'; readonly archive: Archive; readonly part?: string }
  | { readonly kind: 'html'; readonly text: AsyncIterable<string> | Iterable<string> };

/**
 * The paragraphs and tables in order. Throws `DataError` for a damaged document.
 * @param repeats whether a cell that reaches down stands in each of its rows, as a glossary needs it, or in the first only
 */
export async function* documentBlocks(
  source: DocumentBytes,
  reading: WordReading = AS_SHOWN,
  repeats = true,
): AsyncGenerator<Block> {
  if (source.kind === 'docx') {
    const reader = new DocxBlocks(reading, repeats);
    for await (const event of partEvents(source.archive, partText, source.part ?? 'word/document.xml'))
      yield* reader.take(event);
  } else {
    const reader = new HtmlBlocks(repeats, reading.codes);
    for await (const piece of source.text) yield* reader.write(piece);
    yield* reader.end();
  }
}

/** A line of running text, or (empty) what keeps two records apart. */
export interface DocumentLine {
  readonly text: string;
  readonly heading: boolean;
  /** The number of its paragraph, from 1. */
  readonly line: number;
}

/**
 * The running text of blocks line by line: paragraphs, at their line breaks too, and the paragraphs in cells of tables that
 * have only one column.
 */
export class DocumentLines {
  private line = 0;

  of(block: Block): DocumentLine[] {
    if (block.kind === 'table')
      return isOneColumn(block.rows) ? block.rows.flat().flatMap((cell) => this.in(cell)) : [];
    const before = block.apart ? [this.between()] : [];
    return [...before, ...this.in(block.text, block.heading)];
  }

  private in(text: string, heading = false): DocumentLine[] {
    const parts = text.split('\n').filter((part) => part.trim() !== '');
    if (parts.length === 0) return [];
    this.line++;
    const lines = parts.map((part) => ({ text: part, heading, line: this.line }));
    return parts.length > 1 ? [this.between(), ...lines, this.between()] : lines;
  }

  private between(): DocumentLine {
    return { text: '', heading: false, line: this.line };
  }
}

/** A frame around running text rather than a table. */
export function isOneColumn(rows: readonly (readonly string[])[]): boolean {
  return rows.every((row) => row.filter((cell) => cell.trim() !== '').length < 2);
}

/** The rows of all tables, numbered through. */
export async function* tableRows(blocks: AsyncIterable<Block>): AsyncGenerator<SheetRow> {
  let number = 0;
  for await (const block of blocks)
    if (block.kind === 'table' && !isOneColumn(block.rows))
      for (const cells of block.rows) yield { number: ++number, cells: usable(cells, number) };
}

/** The lines of running text as rows, numbered through: read as marked text, or each cut by a pattern. */
export async function* lineRows(
  blocks: AsyncIterable<Block>,
  pattern: LinePattern | null,
  marked: MarkedPattern | null,
): AsyncGenerator<SheetRow> {
  let number = 0;
  const reader = marked && new MarkedReader(marked, languageAmong);
  const numbered = (rows: readonly MarkedRow[]): SheetRow[] => rows.map((row) => ({ number: ++number, ...row }));
  const lines = new DocumentLines();
  for await (const block of blocks)
    for (const { text, heading, line } of lines.of(block)) {
      if (reader) yield* numbered(reader.take(text, line));
      else if (text !== '')
        for (const cells of heading ? [[text]] : cutLine(text, pattern)) yield { number: ++number, cells, line };
    }
  if (reader) yield* numbered(reader.end());
}

/** Without empty cells at the end. Throws `DataError` for more columns than any glossary has. */
function usable(cells: readonly string[], row: number): readonly string[] {
  let width = cells.length;
  while (width > 0 && cells[width - 1] === '') width--;
  const length = cells.reduce((sum, cell) => sum + cell.length, 0);
  if (length > ROW_LIMIT) throw new DataError('row-too-long', { row, limit: ROW_LIMIT });
  if (width > COLUMN_LIMIT) throw new DataError('too-many-columns', { row, count: width, limit: COLUMN_LIMIT });
  return cells.slice(0, width);
}
