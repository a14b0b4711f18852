/** Which character separates the columns, and whether fields are quoted: found by how evenly it cuts the rows. */
import { because, type Reason } from '../guess.js';
import { DelimitedReader, type DelimitedForm } from './delimited.js';
import { isRule, type SheetRow } from './model.js';

interface Candidate {
  readonly delimiter: string;
  /** How readily people use it to separate columns; breaks ties. */
  readonly weight: number;
}

const CANDIDATES: readonly Candidate[] = [
  { delimiter: '\t', weight: 1 },
  { delimiter: ';', weight: 0.97 },
  { delimiter: ',', weight: 0.93 },
  { delimiter: '|', weight: 0.96 },
  { delimiter: ' | ', weight: 0.961 },
  { delimiter: ' :: ', weight: 0.961 },
  { delimiter: '::', weight: 0.96 },
  { delimiter: ' = ', weight: 0.955 },
  { delimiter: '=', weight: 0.91 },
  { delimiter: ' => ', weight: 0.956 },
  { delimiter: ' -> ', weight: 0.955 },
  { delimiter: ' → ', weight: 0.955 },
  { delimiter: ' – ', weight: 0.9 },
  { delimiter: ' — ', weight: 0.9 },
  { delimiter: ' - ', weight: 0.88 },
  { delimiter: ' : ', weight: 0.9 },
  { delimiter: ': ', weight: 0.86 },
  { delimiter: ' / ', weight: 0.84 },
  { delimiter: '¦', weight: 0.94 },
  { delimiter: '§', weight: 0.93 },
  { delimiter: '#', weight: 0.9 },
  { delimiter: '~', weight: 0.9 },
  { delimiter: '^', weight: 0.9 },
  { delimiter: '、', weight: 0.85 },
  { delimiter: '；', weight: 0.9 },
  { delimiter: '，', weight: 0.85 },
  { delimiter: '\u001f', weight: 0.97 },
];

/** The separators to choose from. */
export const DELIMITERS: readonly string[] = CANDIDATES.map(({ delimiter }) => delimiter);

export interface DelimiterGuess {
  readonly form: DelimitedForm;
  /** 0 to 1. */
  readonly sureness: number;
  readonly reason: Reason;
  readonly alternatives: readonly string[];
  /** "sep=;" in the first line, a habit of spreadsheet programs: that line is no data. */
  readonly declared: boolean;
}

/** How the fields of a text that is cut by this separator are quoted. */
export function guessQuoting(sample: string, delimiter: string | null, whole: boolean): Quoting {
  const quoting = delimiter === null ? QUOTINGS[0]! : measure(sample, { delimiter, weight: 1 }, whole).quoting;
  return beyond(quoting, sample, whole);
}

/** Where the beginning has no mark, the rest may have some. */
const beyond = (quoting: Quoting, sample: string, whole: boolean): Quoting =>
  quoting.quote === null && !whole && !sample.includes('"') ? { quote: '"' } : quoting;

/** From the beginning of a text (some hundred rows; the last, perhaps cut off, is not looked at). */
export function guessDelimiter(sample: string, whole: boolean): DelimiterGuess {
  const declared = /^sep=(.)\r?\n/i.exec(sample);
  if (declared) {
    return {
      form: { delimiter: declared[1]!, quote: '"' },
      sureness: 1,
      reason: because('declared-in-line'),
      alternatives: [],
      declared: true,
    };
  }
  // "| a | b |": the pipes at the ends have no space on the other side.
  const framed = /^(?:\s*(?:\|.*\||\+[-+=]*\+)\s*(?:[\r\n]+|$))+$/.test(sample.slice(0, sample.lastIndexOf('\n') + 1));
  const measured = CANDIDATES.filter(({ delimiter }) => !framed || delimiter !== ' | ')
    .map((candidate) => measure(sample, candidate, whole))
    .filter((m) => m.score > 0.35)
    .sort((a, b) => b.score - a.score);
  const best = measured[0];
  if (!best) {
    return {
      form: { delimiter: null, quote: null },
      sureness: 0.5,
      reason: because('no-delimiter'),
      alternatives: [],
      declared: false,
    };
  }
  const second = measured.find((m) => m.delimiter.trim() !== best.delimiter.trim());
  return {
    form: { delimiter: best.delimiter, ...beyond(best.quoting, sample, whole) },
    sureness: Math.max(0.4, Math.min(0.99, best.even * (second && second.score > best.score - 0.08 ? 0.75 : 1))),
    reason: because('delimiter-cuts', { delimiter: best.delimiter, share: best.even, columns: best.columns }),
    alternatives: measured.slice(1, 4).map((m) => m.delimiter),
    declared: false,
  };
}

/** Rows of a plain table have as many separators at least this often. */
const EVENLY = 0.9;
/** Share of the rows with the same number of texts, where tabs only align them. */
const AS_MANY = 0.95;

/** Whether several tabs in a row are one: without that the rows are uneven, with it they are even. */
export function hasRuns(sample: string, form: DelimitedForm, whole: boolean): boolean {
  if (form.delimiter !== '\t' || !sample.includes('\t\t')) return false;
  const even = (runs: boolean): number => {
    const reader = new DelimitedReader({ ...form, runs }, null, Infinity);
    const all = [...reader.write(sample), ...reader.end()];
    const rows = (whole ? all : all.slice(0, -1)).filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
    const widths = new Map<number, number>();
    for (const { cells } of rows) widths.set(cells.length, (widths.get(cells.length) ?? 0) + 1);
    return Math.max(0, ...[...widths].filter(([width]) => width > 1).map(([, n]) => n)) / Math.max(1, rows.length);
  };
  return even(false) < EVENLY && even(true) >= AS_MANY;
}

interface Measured {
  readonly delimiter: string;
  readonly quoting: Quoting;
  readonly score: number;
  readonly even: number;
  readonly columns: number;
}

export type Quoting = Pick<DelimitedForm, 'quote' | 'escape'>;

/** Without quotes first: others have to show that they are meant. RFC 4180, and habits of programs (common practice). */
const QUOTINGS: readonly Quoting[] = [{ quote: null }, { quote: '"' }, { quote: '"', escape: true }, { quote: "'" }];

/** By parsing in each way of quoting: that one is meant whose rows agree best. */
function measure(sample: string, { delimiter, weight }: Candidate, whole: boolean): Measured {
  const none = { delimiter, quoting: QUOTINGS[0]!, score: 0, even: 0, columns: 1 };
  if (!sample.includes(delimiter)) return none;
  const possible = QUOTINGS.filter(
    ({ quote, escape }) => quote === null || (sample.includes(quote) && (!escape || sample.includes(`\\${quote}`))),
  );
  const [plain, ...others] = possible.map((quoting) => cutBy(sample, delimiter, quoting, whole));
  let best = plain!;
  for (const one of others) if (isMeant(one, best)) best = one;
  return { delimiter, quoting: best.quoting, even: best.even, columns: best.columns, score: best.score * weight };
}

interface Cut {
  readonly quoting: Quoting;
  readonly rows: readonly SheetRow[];
  /** A quotation mark that is opened in the last row and not closed, where the text ends with it. */
  readonly open: boolean;
  /** Quoted cells that hold a separator, a mark or the end of a line. */
  readonly needed: number;
  /** A column is in quotes from top to bottom, or all of it but its header. */
  readonly throughout: boolean;
  readonly even: number;
  readonly columns: number;
  readonly score: number;
}

function cutBy(sample: string, delimiter: string, quoting: Quoting, whole: boolean): Cut {
  const inColumn: { all: number; quoted: number }[] = [];
  let needed = 0;
  const watch = (column: number, cell: string, quoted: boolean): void => {
    if (cell.trim() === '') return;
    const seen = (inColumn[column] ??= { all: 0, quoted: 0 });
    seen.all++;
    if (!quoted) return;
    seen.quoted++;
    if (cell.includes(quoting.quote!) || cell.includes(delimiter) || /[\r\n]/.test(cell)) needed++;
  };
  // A long text with many commas is no row of many columns.
  const reader = new DelimitedReader({ delimiter, ...quoting }, watch, Infinity);
  const all = [...reader.write(sample)];
  const open = reader.openQuoteRow !== null;
  all.push(...reader.end());
  const throughout = inColumn.some(
    (seen) => seen && seen.quoted > 1 && (seen.quoted >= seen.all * THROUGHOUT || seen.quoted === seen.all - 1),
  );
  const rows = (whole ? all : all.slice(0, -1)).filter(
    ({ cells }) => cells.some((cell) => cell.trim() !== '') && !(cells.length === 1 && isRule(cells[0]!)),
  );
  const widths = new Map<number, number>();
  for (const row of rows) widths.set(row.cells.length, (widths.get(row.cells.length) ?? 0) + 1);
  const [columns, count] = [...widths].filter(([n]) => n > 1).sort((a, b) => b[1] - a[1] || b[0] - a[0])[0] ?? [1, 0];
  if (rows.length === 0 || columns < 2)
    return { quoting, rows, open, needed, throughout, even: 0, columns: 1, score: 0 };
  const cut = rows.filter((row) => row.cells.length > 1).length / rows.length;
  const even = count / rows.length;
  // A true separator leaves both sides something to say; a decimal comma or a hyphen in one cell does not.
  const filled = rows.filter((row) => row.cells.filter((cell) => cell.trim()).length >= 2).length / rows.length;
  return { quoting, rows, open, needed, throughout, even, columns, score: even * 0.55 + cut * 0.25 + filled * 0.2 };
}

/** Rows may come out so much less even by chance. */
const CHANCE = 0.005;
/** Of the cells of a column, where a program quotes all that is text. */
const THROUGHOUT = 0.9;

/** Whether quotes enclose fields, other than in the best way found before. */
function isMeant(one: Cut, before: Cut): boolean {
  // A mark that is never closed takes the rest of the text for one cell.
  if (one.open && !before.open && one.rows.length < before.rows.length / 2) return false;
  if (one.score < before.score - CHANCE) return false;
  if (one.score > before.score + CHANCE) return true;
  const { quote, escape } = one.quoting;
  // Both read the same rows: backslashes left over before marks say that these were to be read.
  if (before.quoting.quote !== null)
    return escape === true && before.rows.some(({ cells }) => cells.some((cell) => cell.includes(`\\${quote}`)));
  // Marks that enclose nothing which needs them, here and there, belong to the text.
  return one.needed > 0 || one.throughout;
}
