/** Running text as rows: the tables of a document, or its paragraphs cut by a pattern. */
import { HtmlBlocks } from '@fair-copy/core/document/html.js';
import type { Block } from '@fair-copy/core/document/blocks.js';
import { AS_SHOWN, DocxBlocks, type WordReading } from '@fair-copy/core/document/docx.js';
import type { MarkedPattern } from '@fair-copy/core/document/marked/pattern.js';
import { MarkedReader, type MarkedRow } from '@fair-copy/core/document/marked/read.js';
import { languageAmong } from '@fair-copy/core/language/identify.js';
import { cutLine } from '@fair-copy/core/document/pattern.js';
import type { DocumentPart } from '@fair-copy/core/intake/reading.js';
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
    const reader = new HtmlBlocks(repeats);
    for await (const piece of source.text) yield* reader.write(piece);
    yield* reader.end();
  }
}

/** Numbered through: the rows of all tables one after another, or the paragraphs. */
export async function* documentRows(
  blocks: AsyncIterable<Block>,
  part: DocumentPart,
  pattern: LinePattern | null,
  marked: MarkedPattern | null = null,
): AsyncGenerator<SheetRow> {
  let number = 0;
  let line = 0;
  const reader = marked && new MarkedReader(marked, languageAmong);
  const numbered = (rows: readonly MarkedRow[]): SheetRow[] =>
    rows.map((row) => ({ number: ++number, cells: row.cells, line: row.line }));
  for await (const block of blocks) {
    if (block.kind === 'table') {
      if (part === 'tables') for (const cells of block.rows) yield { number: ++number, cells: usable(cells, number) };
    } else if (part === 'paragraphs') {
      line++;
      if (reader) yield* numbered(reader.take(block.text, line));
      else if (block.heading) yield { number: ++number, cells: [block.text], line };
      else for (const cells of cutLine(block.text, pattern)) yield { number: ++number, cells, line };
    }
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
