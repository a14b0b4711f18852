/** Delimited text, lines of a dictionary, and texts in which source and translation stand together. */
import { because } from '@fair-copy/core/guess.js';
import { DataError, diagnostic, inFile, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import type { MarkedPattern } from '@fair-copy/core/document/marked/pattern.js';
import { MarkedReader, type MarkedRow } from '@fair-copy/core/document/marked/read.js';
import { languageAmong } from '@fair-copy/core/language/identify.js';
import { cutAtPlaces, proposedCuts } from '@fair-copy/core/document/cuts.js';
import { cutLine, isDictionary, LEADERS, proposedPattern, type LinePattern } from '@fair-copy/core/document/pattern.js';
import type { EncodingGuess } from '@fair-copy/core/encoding/detect.js';
import type { Guess } from '@fair-copy/core/guess.js';
import type { Sample } from '@fair-copy/core/intake/propose.js';
import { rowsOfTables } from '@fair-copy/core/intake/tables.js';
import type { EncodingReading, SourceForm } from '@fair-copy/core/intake/reading.js';
import { DelimitedReader, type DelimitedForm } from '@fair-copy/core/sheet/delimited.js';
import { guessDelimiter, guessQuoting, hasRuns, type Quoting } from '@fair-copy/core/sheet/delimiter.js';
import { isBlank, type SheetRow } from '@fair-copy/core/sheet/model.js';
import { ClientFile, type FileAt, type RowSink, type SourceChoices } from './client-file.js';
import { drained, encodingNotes, laidOut, markedPattern } from './survey.js';
import { encodingReading, TextOf } from './text-of.js';

/** From this sureness on a separator cuts the rows, whatever else the lines show. */
const CUT = 0.6;
/** From this sureness on it cuts them so evenly that columns aligned besides are none. */
const EVENLY_CUT = 0.9;

/** Below this sureness an encoding is a guess. */
const SURE = 0.8;

type Delimited = Extract<SourceForm, { kind: 'delimited' }>;

export class DelimitedFile extends ClientFile {
  private readonly text: TextOf;

  constructor(at: FileAt) {
    super(at);
    this.text = new TextOf(at.path);
  }

  protected async look(choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const encoding = await this.text.encoding(choices.encoding);
    const { source: cut, notes } = await this.form(encoding, choices);
    const broken = { count: 0, first: 0 };
    this.text.bytesRead = 0;
    const isTable = !cut.pattern?.value && !cut.marked?.value;
    const read = (): AsyncGenerator<SheetRow> => this.rows(cut);
    const { tables, rows: found } = await laidOut(read, choices, isTable);
    const source = { ...cut, ...(tables && { tables }) };
    const rows = await drained(found, (batch) => {
      for (const row of batch)
        if (row.cells.some((cell) => cell.includes('\uFFFD'))) {
          broken.count++;
          broken.first ||= row.number;
        }
      sink(batch, this.text.bytesRead / this.size);
    });
    if (broken.count) {
      const said = { encoding: encoding.encoding, count: broken.count, row: broken.first };
      notes.push(diagnostic('broken-letters', said, { row: broken.first }));
    }
    notes.push(...this.text.mixedNotes(source.encoding));
    if (rows.every(isBlank)) throw new DataError('no-rows');
    return { source, rows, hiddenColumns: [], notes: notes.map((note) => inFile(note, this.name)) };
  }

  /** How the rows are cut, by the beginning of the text and what a person chose. */
  private async form(
    guessed: EncodingGuess,
    choices: SourceChoices,
  ): Promise<{ readonly source: Delimited; readonly notes: Diagnostic[] }> {
    const encoding = encodingReading(guessed);
    const [head, whole] = await this.text.head(encoding);
    const guess = guessDelimiter(head, whole);
    const lines = headLines(head, whole);
    const isChosen = choices.delimiter !== undefined;
    const delimiter = isChosen ? choices.delimiter! : guess.form.delimiter;
    const isCut = delimiter !== null && guess.sureness > CUT;
    const dictionary = linePattern(lines, choices);
    const seen = dictionary ? null : markedPattern(lines, choices, isCut);
    const isOpen = !dictionary && !isChosen && choices.pattern === undefined && choices.marked === undefined;
    const aligned = isOpen && guess.sureness < EVENLY_CUT && !hasMarks(seen?.value) ? alignedColumns(lines) : null;
    const pattern = dictionary ?? aligned;
    const marked = aligned ? null : seen;
    const notes = encodingNotes(guessed);
    let quoting = quotingOf(choices.quote) ?? (isChosen ? guessQuoting(head, delimiter, whole) : guess.form);
    const marks = quoting.quote !== null || head.includes('"');
    if (marks && choices.quote === undefined && !pattern && !marked?.value) {
      // Rejected because a mark stays open, this is told as well.
      const open = await this.openQuote(encoding, { delimiter, quote: '"', ...(quoting.quote && quoting) });
      if (open !== null) {
        quoting = { quote: null };
        notes.push(diagnostic('quote-open', { row: open }, { row: open }));
      }
    }
    const source: Delimited = {
      kind: 'delimited',
      encoding,
      delimiter: isChosen
        ? { value: delimiter, sureness: 1, reason: because('chosen'), set: true }
        : { value: delimiter, sureness: guess.sureness, reason: guess.reason },
      quote: quoting.quote,
      ...(quoting.escape && { escape: true }),
      ...(hasRuns(head, { delimiter, ...quoting }, whole) && { runs: true }),
      ...(choices.quote !== undefined && { quoteSet: true }),
      ...(quoting.quote === null && head.includes('"') && { marksAreText: true }),
      otherEncodings: guessed.runnersUp,
      pattern,
      ...(marked && { marked }),
    };
    return { source, notes };
  }

  async *rows(source: SourceForm): AsyncGenerator<SheetRow> {
    if (source.kind !== 'delimited') return;
    if (source.marked?.value) yield* this.markedRows(source.encoding, source.marked.value);
    else if (source.pattern?.value) yield* this.patternRows(source.encoding, source.pattern.value);
    else if (source.tables?.value) yield* rowsOfTables(() => this.delimitedRows(source), source.tables.value);
    else yield* this.delimitedRows(source);
  }

  override async firstLines(source: SourceForm, most: number): Promise<string[]> {
    if (source.kind !== 'delimited') return [];
    const [head, whole] = await this.text.head(source.encoding);
    return headLines(head.replace(/^\uFEFF/, ''), whole).slice(0, most);
  }

  private async *delimitedRows(source: Delimited): AsyncGenerator<SheetRow> {
    const reader = new DelimitedReader({
      delimiter: source.delimiter.value,
      quote: source.quote,
      ...(source.escape && { escape: true }),
      ...(source.runs && { runs: true }),
    });
    // A line that only says how the cells are cut holds none.
    let isDeclaration = source.delimiter.reason.code === 'declared-in-line';
    for await (const text of this.text.pieces(source.encoding)) {
      let rows = reader.write(text);
      if (isDeclaration && rows.length) {
        rows = [{ ...rows[0]!, cells: [''] }, ...rows.slice(1)];
        isDeclaration = false;
      }
      yield* this.told(rows, source.encoding);
    }
    yield* this.told(reader.end(), source.encoding);
  }

  /** Of a text in two encodings, which rows are in the other one; where that is a guess, they are asked. */
  private told(rows: readonly SheetRow[], { otherLines, sureness, set }: EncodingReading): readonly SheetRow[] {
    if (!otherLines) return rows;
    const doubt = sureness < SURE && !set ? ({ doubt: 'recoded' } as const) : {};
    return rows.map((row) =>
      this.text.isRecoded(row.line ?? row.number) ? { ...row, recoded: otherLines, ...doubt } : row,
    );
  }

  /** The lines of the text, each in one cell. */
  private async *lines(encoding: EncodingReading): AsyncGenerator<SheetRow> {
    const reader = new DelimitedReader({ delimiter: null, quote: null });
    for await (const text of this.text.pieces(encoding)) yield* reader.write(text);
    yield* reader.end();
  }

  /** Lines of a dictionary: several rows may stand in one line. */
  private async *patternRows(encoding: EncodingReading, pattern: LinePattern): AsyncGenerator<SheetRow> {
    let number = 0;
    for await (const line of this.lines(encoding)) {
      const text = line.cells[0] ?? '';
      if ('cuts' in pattern) {
        const { cells, isCrossed } = cutAtPlaces(text, pattern);
        yield { number: ++number, cells, line: line.number, ...(isCrossed && { doubt: 'not aligned' }) };
      } else for (const cells of cutLine(text, pattern)) yield { number: ++number, cells, line: line.number };
    }
  }

  /** Source and translation in one text. */
  private async *markedRows(encoding: EncodingReading, pattern: MarkedPattern): AsyncGenerator<SheetRow> {
    const reader = new MarkedReader(pattern, languageAmong);
    let number = 0;
    const numbered = (rows: readonly MarkedRow[]): SheetRow[] => rows.map((row) => ({ number: ++number, ...row }));
    for await (const row of this.lines(encoding)) yield* numbered(reader.take(row.cells[0] ?? '', row.number));
    yield* numbered(reader.end());
  }

  /** The row in which a quotation mark is opened and never closed; null: there is none. */
  private async openQuote(encoding: EncodingReading, form: DelimitedForm): Promise<number | null> {
    const reader = new DelimitedReader(form, null, Infinity);
    try {
      for await (const piece of this.text.pieces(encoding)) reader.write(piece);
    } catch (error) {
      if (error instanceof DataError && reader.openQuoteRow !== null) return reader.openQuoteRow;
      throw error;
    }
    return reader.openQuoteRow;
  }
}

function quotingOf(chosen: SourceChoices['quote']): Quoting | null {
  if (chosen === undefined) return null;
  return chosen === '\\"' ? { quote: '"', escape: true } : { quote: chosen };
}

/** Told by more than the order of the lines. */
function hasMarks(marked: MarkedPattern | null | undefined): boolean {
  return marked != null && marked.kind !== 'alternating' && marked.kind !== 'blocks';
}

/** Share of the lines with two spaces between words, from which on these cut them. */
const MOST_APART = 0.9;

/** Dots that lead from one text to the other, or two spaces. */
const APART: readonly (readonly [string, RegExp])[] = [
  [LEADERS, /\S ?\.{3,} ?\S/],
  ['  ', /\S {2,}\S/],
];

/** Columns that begin in the same places, or at least have two spaces between them. */
function alignedColumns(lines: readonly string[]): Guess<LinePattern> | null {
  const led = lines.filter((line) => APART[0]![1].test(line)).length;
  const aligned = led > lines.length / 2 ? null : proposedCuts(lines);
  if (aligned) return aligned;
  const some = lines.filter((line) => line.trim() !== '');
  if (some.length < 3) return null;
  for (const [between, test] of APART) {
    const share = some.filter((line) => test.test(line)).length / some.length;
    if (share < MOST_APART) continue;
    const then = between === LEADERS ? null : between;
    const reason = because('mark-between', { share, mark: between });
    return { value: { between, then, groups: null }, sureness: share * 0.9, reason };
  }
  return null;
}

/** Only where the lines are those of a dictionary, or a person says so; everything else is cut by the separator. */
function linePattern(lines: readonly string[], choices: SourceChoices): Guess<LinePattern> | null {
  if (choices.pattern !== undefined)
    return choices.pattern && { value: choices.pattern, sureness: 1, reason: because('chosen'), set: true };
  if (choices.delimiter !== undefined) return null;
  if (!isDictionary(lines)) return null;
  const { value, sureness, reason } = proposedPattern(lines);
  return value && { value, sureness, reason };
}

/** The lines of the beginning of a text; the last is whole only at its end. */
function headLines(head: string, whole: boolean): string[] {
  const lines = head.split(/\r\n|\r|\n/);
  return whole ? lines : lines.slice(0, -1);
}
