/** The running text of a document as paragraphs, in reading order, for alignment. */
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { micromark } from 'micromark';
import { gfmTable, gfmTableHtml } from 'micromark-extension-gfm-table';
import { DataError } from '@fair-copy/core/diagnostic.js';
import type { Block } from '@fair-copy/core/document/blocks.js';
import { AS_SHOWN, type WordReading } from '@fair-copy/core/document/docx.js';
import { closedHyphens, hasParted } from '@fair-copy/core/document/hyphens.js';
import { OdtBlocks } from '@fair-copy/core/document/odt.js';
import { ROW_LIMIT } from '@fair-copy/core/sheet/model.js';
import { partEvents } from '@fair-copy/core/sheet/xlsx/workbook.js';
import { ZipArchive } from './archive.js';
import type { FileAt } from './client/client-file.js';
import { named } from './named.js';
import { codec, partText } from './codec.js';
import { documentBlocks } from './documents.js';
import { formatOf, openClientFile } from './formats/registry.js';
import { exchangeEncoding } from './text-encoding.js';

export interface Paragraph {
  readonly kind: 'heading' | 'paragraph' | 'cell';
  readonly text: string;
}

/** Tags in the text are read as in a web page; nothing of them is ever shown as one. */
const MARKDOWN = { extensions: [gfmTable()], htmlExtensions: [gfmTableHtml()], allowDangerousHtml: true };

/** Throws `DataError` with the file's name for what holds no running text. */
export async function runningText(path: string, name: string, reading = AS_SHOWN): Promise<Paragraph[]> {
  return named(name, async () => {
    const { text } = await formatOf(path);
    if (!text) throw new DataError('file-kind-unknown', { what: 'entries' });
    const paragraphs: Paragraph[] = [];
    for await (const block of text({ path, name, size: (await stat(path)).size }, reading))
      paragraphs.push(...paragraphsOf(block, reading));
    return paragraphs;
  });
}

/** The sheets that are shown, each as a table. */
export async function* sheetBlocks({ path, name }: FileAt): AsyncGenerator<Block> {
  const file = await openClientFile(path, name);
  try {
    for (const { name: sheet, hidden } of file.sheets) {
      if (hidden) continue;
      const rows: string[][] = [];
      await file.survey({ sheet }, (batch) => rows.push(...batch.map(({ cells }) => [...cells])));
      yield { kind: 'table', rows };
    }
  } finally {
    file.close();
  }
}

/** The body, then the footnotes and endnotes; then headers and footers, if they are asked for. */
export async function* docxBlocks(path: string, reading: WordReading): AsyncGenerator<Block> {
  const archive = await ZipArchive.open(path);
  const partBlocks = (part: string): AsyncGenerator<Block> =>
    documentBlocks({ kind: 'docx', archive, part }, reading, false);
  try {
    for (const part of ['word/document.xml', 'word/footnotes.xml', 'word/endnotes.xml'])
      if (archive.names.includes(part)) yield* partBlocks(part);
    if (!reading.headers) return;
    const parts = archive.names.filter((name) => /^word\/(?:header|footer)\d*\.xml$/.test(name)).sort();
    const seen = new Set<string>();
    for (const part of parts)
      for await (const block of partBlocks(part)) {
        // Sections and first pages have headers of their own, which mostly say the same.
        const text = JSON.stringify(block);
        if (!seen.has(text)) yield block;
        seen.add(text);
      }
  } finally {
    archive.close();
  }
}

export async function* odtBlocks(path: string, { headers, codes }: WordReading): AsyncGenerator<Block> {
  const archive = await ZipArchive.open(path);
  try {
    const reader = new OdtBlocks(codes);
    for await (const event of partEvents(archive, partText, 'content.xml')) yield* reader.take(event);
    // Headers and footers stand with the pages' styles (ISO 26300, 16.10).
    if (headers && archive.names.includes('styles.xml')) {
      const styles = new OdtBlocks(codes);
      for await (const event of partEvents(archive, partText, 'styles.xml')) yield* styles.take(event);
    }
  } finally {
    archive.close();
  }
}

/** A Markdown file may begin with tags. */
const isMarkdown = (name: string): boolean => /\.(md|markdown)$/i.test(name);

export async function* pageBlocks({ path, name }: FileAt, reading: WordReading): AsyncGenerator<Block> {
  const text = await exchangeText(path);
  yield* htmlBlocks(isMarkdown(name) ? micromark(tamed(whole(text, reading)), MARKDOWN) : text, reading);
}

export async function* plainBlocks({ path, name }: FileAt, reading: WordReading): AsyncGenerator<Block> {
  const text = await exchangeText(path);
  if (isMarkdown(name)) yield* htmlBlocks(micromark(tamed(whole(text, reading)), MARKDOWN), reading);
  else for (const line of lines(text, reading)) yield { kind: 'paragraph', text: line, heading: false };
}

const htmlBlocks = (text: string, reading: WordReading): AsyncGenerator<Block> =>
  documentBlocks({ kind: 'html', text: [text] }, reading, false);

/** Containers within containers (quotes, lists) that anybody writes; back ticks in a row; stars and brackets in a paragraph. */
const NESTED = 30;

/**
 * Markdown without what only takes a parser's time: markers of more than thirty quotes or lists within one another, and runs
 * of more than thirty back ticks within a line, are cut to thirty. What is read as text stays.
 */
function tamed(text: string): string {
  return text
    .split('\n')
    .map((line) => {
      if (line.length < NESTED) return line;
      const ticks = line.includes('`'.repeat(NESTED + 1)) ? line.replace(/`{31,}/g, '`'.repeat(NESTED)) : line;
      const markers = /^(?:[ \t]*(?:>|[-*+](?=[ \t])|\d{1,9}[.)](?=[ \t])))+/.exec(ticks)?.[0] ?? '';
      const all = markers.match(/[ \t]*(?:>|[-*+]|\d{1,9}[.)])/g) ?? [];
      return all.length > NESTED ? all.slice(0, NESTED).join('') + ticks.slice(markers.length) : ticks;
    })
    .join('\n');
}

/** UTF-16 units of a running text: a million segments and more. */
const TEXT_LIMIT = 120_000_000;

/**
 * The text of a file in its own encoding, as its declaration or its letters show. Throws `DataError` for a line that is no
 * text of a document, and for more than can be aligned at once.
 */
export async function exchangeText(path: string): Promise<string> {
  const decoder = codec.decoder((await exchangeEncoding(path)).encoding);
  const pieces: string[] = [];
  let length = 0;
  let line = 1;
  let lineLength = 0;
  const take = (piece: string): void => {
    pieces.push(piece);
    length += piece.length;
    if (length > TEXT_LIMIT) throw new DataError('text-too-large', { limit: TEXT_LIMIT });
    let from = 0;
    for (let end = piece.indexOf('\n'); end >= 0; end = piece.indexOf('\n', from)) {
      requireLine(line++, lineLength + end - from);
      lineLength = 0;
      from = end + 1;
    }
    lineLength += piece.length - from;
    requireLine(line, lineLength);
  };
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 18 })) take(decoder.write(chunk as Buffer));
  take(decoder.end());
  return pieces.join('').replace(/^\uFEFF/, '');
}

function requireLine(line: number, length: number): void {
  if (length > ROW_LIMIT) throw new DataError('row-too-long', { row: line, limit: ROW_LIMIT });
}

/** Not one at the end, as every file has it. */
const BLANK_BETWEEN = /\S[ \t]*(?:\r\n|\n|\r)[ \t]*(?:\r\n|\n|\r)\s*\S/;

/** Paragraphs of a plain text: lines, or, where lines are filled up and blank lines part them, what stands between those. */
function lines(text: string, reading: WordReading): string[] {
  const written = text.split(/\r\n|\n|\r|\f/).filter((line) => line.trim() !== '');
  const filled = written.filter((line) => line.length >= 55 && line.length <= 100).length;
  // Only a line that goes on in the next one parts a word.
  const isFilled = filled > written.length * 0.4 || hasParted(text);
  const isWrapped = isFilled && BLANK_BETWEEN.test(text) && !written.some((line) => line.length > 120);
  // Only now: lines that have become longer would not look filled up.
  const closed = whole(text, reading);
  if (!isWrapped)
    return closed
      .split(/\r\n|\n|\r|\f/)
      .map((line) => line.trim())
      .filter(Boolean);
  return closed
    .split(/(?:\r\n|\n|\r)\s*(?:\r\n|\n|\r)/)
    .map((paragraph) => paragraph.replace(/\s+/g, ' ').trim())
    .filter(Boolean);
}

const whole = (text: string, { parted }: WordReading): string => (parted ? text : closedHyphens(text));

function paragraphsOf(block: Block, reading: WordReading): Paragraph[] {
  if (block.kind === 'table')
    return block.rows.flatMap((row) =>
      row.flatMap((cell) => parts(whole(cell, reading), /[\t\n]/).map((text) => ({ kind: 'cell', text }) as const)),
    );
  return parts(whole(block.text, reading)).map((text) => ({ kind: block.heading ? 'heading' : 'paragraph', text }));
}

/** Tabs part what stands side by side; in a cell line breaks part paragraphs. */
const parts = (text: string, between: RegExp = /\t/): string[] =>
  text
    .split(between)
    .map((part) => part.trim())
    .filter(Boolean);
