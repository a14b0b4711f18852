/** Which character separates the columns, and whether fields are quoted: found by how evenly it cuts the rows. */
import { because, type Reason } from '../guess.js';
import { delimitedRows, type DelimitedForm } from './delimited.js';

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
  const measured = CANDIDATES.map((candidate) => measure(sample, candidate, whole))
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
    form: { delimiter: best.delimiter, quote: best.quote },
    sureness: Math.max(0.4, Math.min(0.99, best.even * (second && second.score > best.score - 0.08 ? 0.75 : 1))),
    reason: because('delimiter-cuts', { delimiter: best.delimiter, share: best.even, columns: best.columns }),
    alternatives: measured.slice(1, 4).map((m) => m.delimiter),
    declared: false,
  };
}

interface Measured {
  readonly delimiter: string;
  readonly quote: '"' | null;
  readonly score: number;
  readonly even: number;
  readonly columns: number;
}

function measure(sample: string, candidate: Candidate, whole: boolean): Measured {
  const { delimiter, weight } = candidate;
  const none = { delimiter, quote: null, score: 0, even: 0, columns: 1 };
  if (!sample.includes(delimiter)) return none;
  const quote = quotes(sample, delimiter) ? '"' : null;
  const all = delimitedRows(sample, { delimiter, quote });
  const rows = (whole ? all : all.slice(0, -1)).filter((row) => row.cells.some((cell) => cell.trim() !== ''));
  if (rows.length === 0) return none;
  const widths = new Map<number, number>();
  for (const row of rows) widths.set(row.cells.length, (widths.get(row.cells.length) ?? 0) + 1);
  const [columns, count] = [...widths].filter(([n]) => n > 1).sort((a, b) => b[1] - a[1] || b[0] - a[0])[0] ?? [1, 0];
  if (columns < 2) return none;
  const cut = rows.filter((row) => row.cells.length > 1).length / rows.length;
  const even = count / rows.length;
  // A true separator leaves both sides something to say; a decimal comma or a hyphen in one cell does not.
  const filled = rows.filter((row) => row.cells.filter((cell) => cell.trim()).length >= 2).length / rows.length;
  return { delimiter, quote, even, columns, score: (even * 0.55 + cut * 0.25 + filled * 0.2) * weight };
}

/** Whether quotation marks enclose fields: they open at the beginning of fields and close before a delimiter. */
function quotes(sample: string, delimiter: string): boolean {
  let opening = 0;
  let closing = 0;
  for (let at = sample.indexOf('"'); at >= 0; at = sample.indexOf('"', at + 1)) {
    const before = sample[at - 1];
    const after = sample[at + 1];
    const starts =
      before === undefined ||
      before === '\n' ||
      before === '\r' ||
      sample.endsWith(delimiter, at) ||
      endsAt(sample, delimiter, at);
    const ends = after === undefined || after === '\n' || after === '\r' || sample.startsWith(delimiter, at + 1);
    if (starts) opening++;
    if (ends) closing++;
  }
  return opening > 0 && closing >= opening * 0.8;
}

function endsAt(text: string, delimiter: string, at: number): boolean {
  return text.startsWith(delimiter, at - delimiter.length);
}
