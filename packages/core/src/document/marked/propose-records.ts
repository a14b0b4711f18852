/** Records over several lines, proposed from the lines themselves. */
import { because, type Guess } from '../../guess.js';
import { identifyPooled, shareOf } from '../../language/identify.js';
import { isRule } from '../../sheet/model.js';
import { bare, NUMBER, prefixOf } from './line-marks.js';
import { isIndented, isWordless, labelled, SENSE, type RecordsPattern } from './records.js';

/** Lines that are looked at. */
const SAMPLE = 2000;
/** Records that a file must have at least. */
const FEWEST = 3;
/** Share of the records that must have a second line. */
const MOST = 0.6;
/** Share of the records that must have a label, where other lines have none. */
const SOME = 0.3;
/** Share of the lines below the headwords that must have a label, or a number, for it to count. */
const REGULAR = 0.7;
/** Share of the records with as many lines as most have. */
const EVEN = 0.85;
/** Characters of a headword on average, at most: longer lines are running text broken into lines. */
const HEADWORD = 45;
/** Columns that records can have. */
const COLUMNS = 40;
/** Letters that it takes to tell a language, where the script does not. */
const TOLD = 40;
/** How much likelier a place must be in its own language than the other places are. */
const OWN = 0.2;

/** @param lines as they stand: blank lines and spaces before them count */
export function proposedRecords(lines: readonly string[]): Guess<RecordsPattern> | null {
  const some = lines.slice(0, SAMPLE).map((line) => line.trimEnd());
  return proposed(byBlankLines(some), 'blank') ?? proposed(byIndent(some), 'indent');
}

/** Trimmed lines of each record. */
type Records = readonly (readonly string[])[];

function byBlankLines(lines: readonly string[]): Records {
  const records: string[][] = [];
  let before = true;
  for (const line of lines) {
    const blank = line === '' || isRule(line);
    if (!blank && before) records.push([]);
    if (!blank) records.at(-1)!.push(line.trim());
    before = blank;
  }
  return records;
}

function byIndent(lines: readonly string[]): Records {
  const records: string[][] = [];
  for (const line of lines) {
    if (line === '' || isRule(line)) continue;
    if (!isIndented(line) || records.length === 0) records.push([]);
    records.at(-1)!.push(line.trim());
  }
  return records;
}

function proposed(records: Records, by: 'blank' | 'indent'): Guess<RecordsPattern> | null {
  const all = records.filter((record) => record.length > 1);
  if (all.length < FEWEST || all.length < records.length * MOST) return null;
  const numbered = all.filter(([head]) => isWordless(head!) || NUMBER.test(head!)).length > all.length / 2;
  const several = numbered ? all.map(withoutNumber).filter((record) => record.length > 0) : all;
  const mark = markOf(several);
  const found =
    withLabels(several, by) ??
    withSomeLabels(several, by) ??
    withSenses(several, by) ??
    inPlaces(unmarked(several, mark), by);
  if (!found) return null;
  const { share } = found;
  const pattern = {
    ...found.pattern,
    ...(mark && found.pattern.labels.length === 0 && { mark }),
    ...(numbered && { numbered }),
  };
  return {
    value: pattern,
    sureness: Math.min(0.95, share * (several.length / records.length) ** 0.5),
    reason:
      pattern.labels.length > 0
        ? because('records-labelled', { count: records.length, labels: pattern.labels.slice(0, 4) })
        : because(by === 'blank' ? 'records-apart' : 'records-indented', { count: records.length }),
  };
}

function withoutNumber(record: readonly string[]): readonly string[] {
  const [head, ...below] = record;
  return isWordless(head!) ? below : [head!.replace(NUMBER, ''), ...below];
}

/** With what nearly all lines below the headwords begin. */
function markOf(records: Records): string {
  const marks = records.flatMap((record) => record.slice(1).map(prefixOf));
  const [first] = marks;
  return first && marks.filter((mark) => mark === first).length > marks.length * EVEN ? first : '';
}

function unmarked(records: Records, mark: string): Records {
  return mark ? records.map(([head, ...below]) => [head!, ...below.map((line) => bare(line, mark))]) : records;
}

interface Found {
  readonly pattern: RecordsPattern;
  /** Of the records or lines, that it fits. */
  readonly share: number;
}

function withLabels(records: Records, by: 'blank' | 'indent'): Found | null {
  const within = new Map<string, number>();
  for (const record of records)
    for (const label of new Set(record.map((line) => labelled(line)?.label ?? '')))
      if (label) within.set(label, (within.get(label) ?? 0) + 1);
  const labels = [...within].filter(([, count]) => count >= Math.max(2, records.length * 0.03)).map(([label]) => label);
  if (labels.length === 0 || labels.length > COLUMNS) return null;
  const isLabelled = (line: string): boolean => labels.includes(labelled(line)?.label ?? '');
  const headed = records.filter(([head]) => isLabelled(head!)).length < records.length / 2;
  const below = records.flatMap((record) => record.slice(headed ? 1 : 0)).filter((line) => !SENSE.test(line));
  const share = below.filter(isLabelled).length / Math.max(1, below.length);
  if (share < REGULAR || (!headed && labels.length < 2)) return null;
  if (headed && meanLength(records.map(([head]) => head!)) > HEADWORD) return null;
  const senses =
    headed && records.filter((record) => record.some((line) => SENSE.test(line))).length > records.length / 2;
  const own = inOrder(records, labels);
  return {
    pattern: { kind: 'records', by, headed, labels: own, rest: senses ? 'senses' : 'together', width: senses ? 1 : 0 },
    share,
  };
}

/** A headword and its translations, then lines with labels, which may go on: "Definition: …". */
function withSomeLabels(records: Records, by: 'blank' | 'indent'): Found | null {
  const within = new Map<string, number>();
  for (const record of records)
    for (const label of new Set(record.slice(1).map((line) => labelled(line, true)?.label ?? '')))
      if (label) within.set(label, (within.get(label) ?? 0) + 1);
  const labels = [...within].filter(([, count]) => count >= records.length * SOME).map(([label]) => label);
  if (labels.length === 0 || labels.length > COLUMNS) return null;
  const first = (record: readonly string[]): number =>
    record.findIndex((line, i) => i > 0 && labels.includes(labelled(line, true)?.label ?? ''));
  const before = records.map((record) => (first(record) < 0 ? record.length : first(record)) - 1);
  const counts = new Map<number, number>();
  for (const count of before) counts.set(count, (counts.get(count) ?? 0) + 1);
  const [width, count] = [...counts].sort((a, b) => b[1] - a[1])[0]!;
  const has = records.filter((record) => first(record) >= 0).length;
  if (width < 1 || width > 4 || count < records.length * EVEN || has < records.length * MOST) return null;
  if (meanLength(records.map(([head]) => head!)) > HEADWORD) return null;
  return {
    pattern: { kind: 'records', by, headed: true, labels: inOrder(records, labels), rest: 'columns', width },
    share: count / records.length,
  };
}

/** As the records have them, the first that has it deciding. */
function inOrder(records: Records, labels: readonly string[]): string[] {
  const place = (label: string): number =>
    records.reduce((sum, record) => {
      const at = record.findIndex((line) => labelled(line)?.label === label);
      return at < 0 ? sum : Math.max(sum, at);
    }, 0);
  return [...labels].sort((a, b) => place(a) - place(b));
}

function withSenses(records: Records, by: 'blank' | 'indent'): Found | null {
  const below = records.flatMap((record) => record.slice(1));
  const share = below.filter((line) => SENSE.test(line)).length / below.length;
  if (share < REGULAR || records.filter(([head]) => SENSE.test(head!)).length > records.length * 0.2) return null;
  if (meanLength(records.map(([head]) => head!)) > HEADWORD) return null;
  return { pattern: { kind: 'records', by, headed: true, labels: [], rest: 'senses', width: 1 }, share };
}

/** Lines without any mark: their place in the record says what they are. */
function inPlaces(records: Records, by: 'blank' | 'indent'): Found | null {
  const sizes = new Map<number, number>();
  for (const { length } of records) sizes.set(length, (sizes.get(length) ?? 0) + 1);
  const [size, count] = [...sizes].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]!;
  const share = count / records.length;
  const heads = records.map(([head]) => head!);
  const isEven = share >= EVEN && size <= 8;
  if (
    isEven &&
    areOwn(
      records.filter((record) => record.length === size),
      size,
    )
  )
    return { pattern: { kind: 'records', by, headed: true, labels: [], rest: 'columns', width: size - 1 }, share };
  // Running text in lines of equal length is none.
  if (meanLength(heads) > HEADWORD || heads.filter((head) => /[.!?…,;]$/.test(head)).length > heads.length * 0.3)
    return null;
  const below = records.flatMap((record) => record.slice(1));
  if (!areApart([heads, below]) || meanLength(below) > HEADWORD * 2) return null;
  return { pattern: { kind: 'records', by, headed: true, labels: [], rest: 'together', width: 1 }, share: 0.8 };
}

/** Whether each place of the records is in a language of its own. */
function areOwn(records: Records, size: number): boolean {
  return areApart(Array.from({ length: size }, (_, place) => records.map((record) => record[place]!)));
}

/** Whether each of some lists is in a language of its own. */
function areApart(lists: readonly (readonly string[])[]): boolean {
  const places = lists.map((texts) => identifyPooled(texts));
  const best = places.map((place) => place[0]?.language ?? '');
  if (new Set(best).size < lists.length || best.includes('')) return false;
  return places.every((place, i) => {
    const isTold = place[0]!.share === 1 || lists[i]!.join('').length >= TOLD;
    const elsewhere = places.filter((_, j) => j !== i).map((other) => shareOf(best[i]!, other));
    return isTold && shareOf(best[i]!, place) - Math.max(...elsewhere) > OWN;
  });
}

function meanLength(texts: readonly string[]): number {
  return texts.reduce((sum, text) => sum + text.length, 0) / Math.max(1, texts.length);
}
