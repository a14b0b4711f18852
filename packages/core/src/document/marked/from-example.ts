/** The pattern of marked bilingual text, learned from one row that a person took out of it. */
import { generalised, NUMBER, PREFIX } from './line-marks.js';
import type { PatternByMarks } from './pattern.js';
import { proposedRecords } from './propose-records.js';
import { isIndented } from './records.js';
import { markedRows } from './read.js';

/** Texts of one row as a person takes them out of some lines, in the order in which they stand there. */
export type MarkedExample = readonly [source: string, target: string];

/**
 * The pattern by which some lines hold the texts of an example: null where the texts do not stand in them in this order,
 * or nothing tells where they begin and end.
 * @param lines the beginning of the text; the example may stand anywhere in them
 */
export function markedFromExample(lines: readonly string[], example: MarkedExample): PatternByMarks | null {
  const [source, target] = example.map((text) => text.trim()) as [string, string];
  if (!source || !target) return null;
  for (const [i, line] of lines.entries()) {
    const at = line.indexOf(source);
    if (at < 0) continue;
    const before = line.slice(0, at).trim();
    const after = line.slice(at + source.length);
    const inLine = after.indexOf(target);
    if (inLine >= 0) {
      const between = after.slice(0, inLine).trim();
      const marks = [before, between, after.slice(inLine + target.length).trim()].map(generalised);
      return between ? fitting({ kind: 'marks', marks }, lines, [source, target]) : null;
    }
    const j = lines.findIndex((other, k) => k > i && other.includes(target));
    if (j < 0) continue;
    const place = lines[j]!.indexOf(target);
    const outside = [before, after, lines[j]!.slice(0, place), lines[j]!.slice(place + target.length)];
    const candidates = [
      ...records(lines, i, j),
      overLines(outside.map((text) => generalised(text.trim())) as Ends, lines.slice(i, j)),
      outside.every((text) => text.trim() === '') ? onLinesOfTheirOwn(lines, i, j) : null,
    ].map((pattern) => pattern && fitting(pattern, lines, [source, target]));
    return candidates.reduce((best, one) => (rowsOf(one, lines) > rowsOf(best, lines) ? one : best), null);
  }
  return null;
}

/** Rows with two texts that are there at all. */
const rowsOf = (pattern: PatternByMarks | null, lines: readonly string[]): number =>
  pattern ? markedRows(lines, pattern).filter(({ cells }) => cells.length === 2 && cells.every(Boolean)).length : 0;

type Ends = [beforeSource: string, afterSource: string, beforeTarget: string, afterTarget: string];

/** Records as they are seen in all of the lines, or as the example alone would have them. */
function records(lines: readonly string[], i: number, j: number): PatternByMarks[] {
  const seen = proposedRecords(lines)?.value;
  const isHead = (by: 'blank' | 'indent'): boolean =>
    by === 'blank' ? (lines[i - 1] ?? '').trim() === '' : !isIndented(lines[i]!) && isIndented(lines[j]!);
  const plain = (['blank', 'indent'] as const).filter(isHead).map((by) => {
    const width = lines.slice(i + 1, j + 1).filter((line) => line.trim() !== '').length;
    return { kind: 'records', by, headed: true, labels: [], rest: width > 1 ? 'columns' : 'together', width } as const;
  });
  return seen ? [seen, ...plain] : plain;
}

/** What stands on the lines before, between and after two lines of text is their marks. */
function onLinesOfTheirOwn(lines: readonly string[], i: number, j: number): PatternByMarks | null {
  const marks = [lines[i - 1], lines.slice(i + 1, j).join('\n'), lines[j + 1]].map((mark) => mark?.trim() ?? '');
  return marks.every(Boolean) ? { kind: 'marks', marks: marks.map(generalised) } : null;
}

/** @param apart the lines from the source up to its translation */
function overLines([head, tail, begin, end]: Ends, apart: readonly string[]): PatternByMarks | null {
  const size = apart.filter((line) => line.trim()).length + 1;
  if (!tail && !end) {
    const isMark = (mark: string): boolean =>
      mark !== '' && generalised(PREFIX.exec(`${mark} `)?.[0].trim() ?? '') === mark;
    if (isMark(head) && isMark(begin) && head !== begin) return { kind: 'prefixes', marks: [head, begin] };
    if (!head && !begin) return { kind: 'alternating', size };
    // "12. " before both.
    if (head === begin && NUMBER.test(`${head.replaceAll('#', '1')} `))
      return { kind: 'alternating', size, numbered: true };
  }
  // What goes over several lines must show where it begins and ends.
  return head && end ? { kind: 'marks', marks: [head, `${tail}\n${begin}`.trim() || '\n', end] } : null;
}

/** The pattern, if it takes the example out of the lines as it is. */
function fitting(
  pattern: PatternByMarks,
  lines: readonly string[],
  [source, target]: MarkedExample,
): PatternByMarks | null {
  const rows = markedRows(lines, pattern);
  return rows.some(({ cells }) => cells.includes(source) && cells.includes(target)) ? pattern : null;
}
