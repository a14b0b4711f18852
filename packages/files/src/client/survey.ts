/** What surveys of all kinds of files have in common. */
import { because } from '@fair-copy/core/guess.js';
import { diagnostic, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import type { MarkedPattern } from '@fair-copy/core/document/marked/pattern.js';
import { proposedMarked } from '@fair-copy/core/document/marked/propose.js';
import type { EncodingGuess } from '@fair-copy/core/encoding/detect.js';
import type { Guess } from '@fair-copy/core/guess.js';
import { SAMPLE_ROWS } from '@fair-copy/core/intake/propose.js';
import type { Archive } from '@fair-copy/core/sheet/archive.js';
import { rowsOfTables, severalTables, type Tables } from '@fair-copy/core/intake/tables.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';
import type { SourceChoices } from './client-file.js';

/** Rows that a sink gets together. */
const BATCH = 1000;

/** Reads to the end in batches. @returns the first rows, for the proposal */
export async function drained(
  rows: AsyncIterable<SheetRow>,
  sink: (rows: readonly SheetRow[]) => void,
): Promise<SheetRow[]> {
  const kept: SheetRow[] = [];
  let batch: SheetRow[] = [];
  for await (const row of rows) {
    if (kept.length < SAMPLE_ROWS) kept.push(row);
    batch.push(row);
    if (batch.length >= BATCH) {
      sink(batch);
      batch = [];
    }
  }
  sink(batch);
  return kept;
}

export interface LaidOut {
  /** Left out: one table is seen. */
  readonly tables?: Guess<Tables | null>;
  readonly rows: AsyncIterable<SheetRow>;
}

/**
 * The rows of a sheet, of several tables as of one. Its first rows show whether there are several; otherwise the reading
 * that was begun goes on.
 * @param read the rows of the sheet from its beginning; called again only where there are several tables
 * @param isSheet false: what has no tables, read as it is
 */
export async function laidOut(
  read: () => AsyncGenerator<SheetRow>,
  choices: SourceChoices,
  isSheet = true,
): Promise<LaidOut> {
  const rows = read();
  if (!isSheet) return { rows };
  const first: SheetRow[] = [];
  while (first.length < SAMPLE_ROWS) {
    const { done, value } = await rows.next();
    if (done) break;
    first.push(value);
  }
  const value = severalTables(first);
  const asTheyStand = async function* (): AsyncGenerator<SheetRow> {
    yield* first;
    yield* rows;
  };
  if (!value) return { rows: asTheyStand() };
  if (choices.tables === 'one')
    return { tables: { value: null, sureness: 1, reason: because('chosen'), set: true }, rows: asTheyStand() };
  await rows.return(undefined);
  const { groups, headers } = value;
  const beside = groups.length > 1;
  const reason = because(beside ? 'tables-beside' : 'tables-below', { count: beside ? groups.length : headers.length });
  const sureness = beside && headers.length === 0 ? 0.7 : 0.9;
  return { tables: { value, sureness, reason }, rows: rowsOfTables(read, value) };
}

export function encodingNotes(guess: EncodingGuess): Diagnostic[] {
  const rival = guess.runnersUp[0];
  return rival && guess.sureness < 0.8
    ? [diagnostic('encoding-guess', { encoding: guess.encoding, other: rival })]
    : [];
}

/** Source and translation in one text; where cells are cut by a delimiter only if the marks are plain. */
export function markedPattern(
  lines: readonly string[],
  choices: SourceChoices,
  cut: boolean,
): Guess<MarkedPattern | null> | null {
  if (choices.marked !== undefined) return { value: choices.marked, sureness: 1, reason: because('chosen'), set: true };
  if (choices.delimiter !== undefined || choices.pattern !== undefined) return null;
  return proposedMarked(lines, cut);
}

/** An archive whose bytes are counted as they are read. */
export function counting(archive: Archive, count: (bytes: number) => void): Archive {
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
