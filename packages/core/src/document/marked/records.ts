/**
 * Records over several lines: a headword, below it its translations, its numbered senses or lines with labels ("de:",
 * "\ge"), up to a blank line or to the next line that is not indented.
 */
import { languagesNamed } from '../../language/names.js';
import { isRule } from '../../sheet/model.js';
import { bare, NUMBER } from './line-marks.js';
import type { MarkedRow } from './read.js';

export interface RecordsPattern {
  readonly kind: 'records';
  /** What begins the next record: a blank line before it, or a line that is not indented. */
  readonly by: 'blank' | 'indent';
  /** The first line has no label: it is the headword, in the first column. */
  readonly headed: boolean;
  /** With which lines begin, each in a column of its own, without the mark behind it: "de", "Part of speech", "\ge". */
  readonly labels: readonly string[];
  /**
   * Lines without a label below the headword: each in a column of its own; all in one cell; or, numbered, each with the
   * headword in a row of its own. Where there are labels, such a line goes on with the one above it.
   */
  readonly rest: 'columns' | 'together' | 'senses';
  /** Columns for lines without a label. */
  readonly width: number;
  /** With what these begin, and what is none of their text: "=>", "-". */
  readonly mark?: string;
  /** A number stands above each record, or before its first line: it is none of its texts. */
  readonly numbered?: boolean;
}

/** "1.", "(2)", "b)" before a sense. */
export const SENSE = /^\(?(?:\d{1,2}|[a-z])[.)]\s+/;

const LABEL =
  /^(?:(\\[a-z]+\d*)(?=\s|$)|[[<(]([\p{L}\p{M}\p{N}_ -]{1,20})[\])>]\s*[:=]?|([\p{L}\p{M}][\p{L}\p{M}\p{N} ._/()-]{0,30}?)\s*[:=：](?=\s|$|[^/\s]))\s*/u;
/** "DE Dichtung", "de\tDichtung". */
const CODE = /^([A-Za-z]{2,3}(?:[-_][A-Za-z]{2,4})?)[ \t]+(?=\S)/;

/** "German    Schleuse": the name of a language, set off by more than one space. */
const NAME = /^(\p{L}[\p{L} ]{1,20}?)(?:\t| {2})\s*(?=\S)/u;

export interface Labelled {
  readonly label: string;
  readonly text: string;
}

/** With what a line may be labelled; null: with nothing. @param plain only what stands behind a mark: "de:", "[de]" */
export function labelled(line: string, plain = false): Labelled | null {
  const text = line.trim();
  const found = LABEL.exec(text);
  if (found) return { label: (found[1] ?? found[2] ?? found[3])!.trim(), text: text.slice(found[0].length).trim() };
  if (plain) return null;
  const code = CODE.exec(text) ?? NAME.exec(text);
  return code && languagesNamed(code[1]!).length > 0
    ? { label: code[1]!, text: text.slice(code[0].length).trim() }
    : null;
}

export const isWordless = (line: string): boolean => !/\p{L}/u.test(line);

/** Whether a line begins a record by not being indented. */
export const isIndented = (line: string): boolean => /^(?:\t| {2,})/.test(line);

interface Open {
  readonly line: number;
  readonly lines: string[];
  /** Where each of them stands. */
  readonly numbers: number[];
}

/** Lines in, a row for each record or each of its senses out. */
export class RecordReader {
  private open: Open | null = null;

  constructor(private readonly pattern: RecordsPattern) {}

  take(text: string, line: number): MarkedRow[] {
    const isBlank = text.trim() === '' || isRule(text);
    const ends = this.pattern.by === 'blank' ? isBlank : !isBlank && !isIndented(text);
    const done = ends ? this.end() : [];
    if (isBlank) return done;
    this.open ??= { line, lines: [], numbers: [] };
    this.open.lines.push(text.trim());
    this.open.numbers.push(line);
    return done;
  }

  end(): MarkedRow[] {
    const { open } = this;
    this.open = null;
    return open ? this.rowsOf(open) : [];
  }

  private rowsOf({ line, lines, numbers }: Open): MarkedRow[] {
    const { headed, labels, rest, width, mark, numbered } = this.pattern;
    if (numbered && lines.length > 1 && isWordless(lines[0]!)) {
      lines.shift();
      numbers.shift();
    }
    const first = headed ? 1 : 0;
    const headword = headed ? [numbered ? lines[0]!.replace(NUMBER, '') : lines[0]!] : [];
    const rows: { cells: string[]; line: number }[] = [];
    let row: { cells: string[]; line: number } | null = null;
    let at: number | null = null;
    let unlabelled = 0;
    const cell = (column: number, text: string, joiner: string): void => {
      row ??= { cells: [...headword], line };
      row.cells[column] = row.cells[column] ? `${row.cells[column]}${joiner}${text}` : text;
      at = column;
    };
    for (let i = first; i < lines.length; i++) {
      const text = bare(lines[i]!, mark);
      const label = labelled(text);
      const place = label ? labels.findIndex((one) => one === label.label) : -1;
      const column = first + width + place;
      // Without a headword, a label that comes again after others begins the next row.
      if (place >= 0 && !headed && row?.cells[column] !== undefined && at !== column) {
        rows.push(row);
        row = { cells: [], line: numbers[i]! };
      }
      if (place >= 0) cell(column, label!.text, '\n');
      else if (rest === 'senses' && SENSE.test(text)) {
        if (row) rows.push(row);
        row = { cells: [...headword], line: numbers[i]! };
        cell(first, text.replace(SENSE, ''), '\n');
      } else if (rest === 'columns' && unlabelled < width) cell(first + unlabelled++, text, '\n');
      else if (width > 0 && (rest === 'together' || at === null)) cell(first, text, '\n');
      // A line that goes on with what is above it.
      else cell(at ?? first, text, ' ');
    }
    rows.push(row ?? { cells: [...headword], line });
    const odd = rest === 'columns' && width > 1 && unlabelled !== width;
    return rows.map(({ cells, line: from }) => ({
      cells: Array.from(cells, (text) => text ?? ''),
      line: from,
      ...(odd && { doubt: 'uneven' as const }),
    }));
  }
}

/** Backslash markers of dictionaries and what they stand for: the commonest of Multi-Dictionary Formatting, from memory. */
const MARKERS: Readonly<Record<string, string>> = {
  '\\lx': '',
  '\\ps': 'Part of speech',
  '\\ge': 'English',
  '\\de': 'Definition (English)',
  '\\nt': 'Note',
  '\\xv': 'Context',
  '\\sd': 'Subject',
  '\\so': 'Source',
};

/** What the columns of a record are called by its labels; empty where a column has none. */
export function recordColumns({ headed, width, labels }: RecordsPattern): string[] {
  const before = (headed ? 1 : 0) + width;
  return [
    ...Array.from({ length: before }, () => ''),
    ...labels.map((label) => MARKERS[label] ?? (label.startsWith('\\') ? '' : label)),
  ];
}
