/** Which units of a memory a filter lets through, and in which order. */
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { ApiError } from '../errors.js';
import { groupedById, type MemoryFile } from '../store/memory-file.js';
import { intersection, type WordMatch } from '../store/word-index.js';
import { wordsOf } from '../store/word-runs.js';
import type { UnitFilter, UnitSort } from './schemas.js';

/** Milliseconds that a regular expression may take over a whole memory. */
const PATTERN_TIME = 15_000;
/** More candidates than this are not worth looking up one by one. */
const MANY = 30_000;

export interface FoundUnits {
  readonly ids: Uint32Array;
  /** False where the limit ended it. */
  readonly complete: boolean;
}

/**
 * @param limit enough units for the first screen; only in the order of the file
 * @param checkpoint called now and then with the share done; may throw to stop
 */
export function unitIds(
  file: MemoryFile,
  filter: UnitFilter,
  sort: UnitSort,
  limit = Infinity,
  checkpoint: (share: number) => void = () => {},
): FoundUnits {
  const ids: number[] = [];
  let complete = true;
  for (const id of passing(file, filter, checkpoint)) {
    if (ids.length >= limit) {
      complete = false;
      break;
    }
    ids.push(id);
  }
  const found = Uint32Array.from(ids);
  return {
    ids: sort.by === 'file' ? (sort.descending ? found.reverse() : found) : sorted(file, found, sort),
    complete,
  };
}

function* passing(file: MemoryFile, filter: UnitFilter, checkpoint: (share: number) => void): Generator<number> {
  const { where, values } = conditions(file, filter);
  const test = textTest(filter);
  const languages = filter.language ? file.languageIds(filter.language) : null;
  const texts = file.db.prepare<[number], { language: number; text: string }>(
    'SELECT language, text FROM segment WHERE unit_id = ?',
  );
  const holds = (id: number): boolean => {
    for (const { language, text } of texts.all(id))
      if ((!languages || languages.includes(language)) && test!(withoutCodes(text))) return true;
    return false;
  };
  const candidates = test && !filter.not ? candidatesOf(file, filter, languages) : null;
  if (candidates && candidates.length < MANY) {
    const passes = file.db.prepare(`SELECT 1 FROM unit u WHERE u.id = ? ${where ? `AND ${where}` : ''}`);
    for (let i = 0; i < candidates.length; i++) {
      if (i % 1000 === 0) checkpoint(i / candidates.length);
      const id = candidates[i]!;
      if (passes.get(id, ...values) !== undefined && holds(id)) yield id;
    }
    return;
  }
  const highest = file.db.prepare<[], { id: number | null }>('SELECT max(id) AS id FROM unit').get()!.id ?? 1;
  const within = candidates ? new Set(candidates) : null;
  const narrowed = where ? `AND ${where}` : '';
  if (!test) {
    const batch = file.db
      .prepare<unknown[], number>(`SELECT u.id FROM unit u WHERE u.id > ? ${narrowed} ORDER BY u.id LIMIT ${BATCH}`)
      .pluck();
    let last = 0;
    for (;;) {
      const ids = batch.all(last, ...values);
      if (ids.length === 0) return;
      checkpoint(last / highest);
      yield* ids;
      last = ids.at(-1)!;
    }
  }
  const rows = file.db.prepare<unknown[], { id: number; language: number; text: string }>(
    `SELECT u.id, s.language, s.text FROM unit u JOIN segment s ON s.unit_id = u.id
     WHERE u.id > ? ${narrowed} ORDER BY u.id, s.ordinal LIMIT ${BATCH}`,
  );
  const read = (last: number) => {
    checkpoint(last / highest);
    return rows.all(last, ...values);
  };
  for (const unit of groupedById(read, BATCH)) {
    const { id } = unit[0]!;
    if (within && !within.has(id)) continue;
    const found = unit.some(
      ({ language, text }) => (!languages || languages.includes(language)) && test(withoutCodes(text)),
    );
    if (found !== (filter.not ?? false)) yield id;
  }
}

const BATCH = 4000;

interface Conditions {
  readonly where: string;
  readonly values: readonly unknown[];
}

/** Everything but the text, as SQL. */
function conditions(file: MemoryFile, filter: UnitFilter): Conditions {
  const parts: string[] = [];
  const values: unknown[] = [];
  const add = (part: string, ...given: unknown[]): void => {
    parts.push(part);
    values.push(...given);
  };
  const languageList = (range: string): string => file.languageIds(range).join(', ') || '-1';
  const has = 'EXISTS (SELECT 1 FROM segment s WHERE s.unit_id = u.id AND s.language IN';
  for (const range of filter.present ?? []) add(`${has} (${languageList(range)}))`);
  for (const range of filter.missing ?? []) add(`NOT ${has} (${languageList(range)}))`);
  if (filter.author) add('instr(lower(u.author), lower(?)) > 0', filter.author);
  if (filter.origin !== undefined) add('u.origin = ?', filter.origin);
  if (filter.changedSince) add('u.changed >= ?', tmxDay(filter.changedSince));
  if (filter.changedBefore) add("u.changed < ? AND u.changed <> ''", tmxDay(filter.changedBefore));
  if (filter.codes !== undefined) add('u.codes = ?', filter.codes ? 1 : 0);
  if (filter.longer !== undefined) add('u.length >= ?', filter.longer);
  if (filter.shorter !== undefined) add('u.length <= ?', filter.shorter);
  if (filter.duplicate) add('EXISTS (SELECT 1 FROM unit d WHERE d.key = u.key AND d.id <> u.id)');
  if (filter.attribute) {
    const { type, value } = filter.attribute;
    const prop = `json_extract(p.value, '$.type') = ?${value ? " AND instr(lower(json_extract(p.value, '$.text')), lower(?)) > 0" : ''}`;
    add(
      `u.said IS NOT NULL AND EXISTS (SELECT 1 FROM json_each(u.said, '$.props') p WHERE ${prop})`,
      type,
      ...(value ? [value] : []),
    );
  }
  return { where: parts.map((part) => `(${part})`).join(' AND '), values };
}

/** "2026-11-23" in the form of TMX. */
function tmxDay(date: string): string {
  return date.replace(/-/g, '');
}

type Test = (text: string) => boolean;

/** Whether a text of the unit passes; null without a text to look for. */
export function textTest({ text, mode = 'any', case: exactCase, accents }: UnitFilter): Test | null {
  if (!text) return null;
  if (mode === 'pattern') return patternTest(text, exactCase ?? false);
  const form = accents ? (exactCase ? plain : lower) : exactCase ? withoutMarks : foldForSearch;
  const wanted = form(text.normalize('NFC').replace(/\s+/g, ' ').trim());
  if (wanted === '') return null;
  const of = (whole: string): string => form(whole.replace(/\s+/g, ' ').trim());
  switch (mode) {
    case 'any':
      return (whole) => of(whole).includes(wanted);
    case 'beginning':
      return (whole) => of(whole).startsWith(wanted);
    case 'whole':
      return (whole) => of(whole) === wanted;
    case 'word':
      return (whole) => hasWord(of(whole), wanted);
  }
}

const plain = (text: string): string => text;
const lower = (text: string): string => text.toLowerCase();
const withoutMarks = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .normalize('NFC');

export function hasWord(text: string, word: string): boolean {
  const isLetter = (char: string | undefined): boolean => char !== undefined && /[\p{L}\p{M}\p{N}]/u.test(char);
  for (let at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1))
    if (!isLetter(text[at - 1]) && !isLetter(text[at + word.length])) return true;
  return false;
}

function patternTest(source: string, exactCase: boolean): Test {
  let pattern: RegExp;
  try {
    pattern = new RegExp(source, exactCase ? 'u' : 'iu');
  } catch (error) {
    throw new ApiError('pattern-wrong', {
      what: (error as Error).message.replace(/^Invalid regular expression: /, ''),
    });
  }
  // Nested repetition can take ages on a single text; what is refused here could not be stopped later.
  if (/\([^)]*[+*][^)]*\)[+*{]/.test(source))
    throw new ApiError('pattern-wrong', { what: 'a repetition inside a repetition' });
  const end = Date.now() + PATTERN_TIME;
  let count = 0;
  return (text) => {
    if (++count % 256 === 0 && Date.now() > end) throw new ApiError('pattern-slow');
    return pattern.test(text.length > 20_000 ? text.slice(0, 20_000) : text);
  };
}

/** Units that can hold the text, from the index; null where the index cannot help. */
function candidatesOf(file: MemoryFile, filter: UnitFilter, languages: readonly number[] | null): Uint32Array | null {
  const { text, mode = 'any' } = filter;
  if (!text || mode === 'pattern') return null;
  return unitsWithWords(file, languages ?? file.languageIds(null), text, mode !== 'any');
}

/**
 * Units with all words of a text in one language. The first and the last word may be the end and the beginning of longer
 * ones, unless `wholeWords`. Null if the text has no word.
 */
export function unitsWithWords(
  file: MemoryFile,
  languages: readonly number[],
  text: string,
  wholeWords: boolean,
): Uint32Array | null {
  const words = [...wordsOf(text)];
  if (words.length === 0) return null;
  const folded = foldForSearch(text);
  const matches = words.map((word): WordMatch => {
    if (wholeWords) return { kind: 'equal', text: word };
    const first = folded.startsWith(word);
    const last = folded.endsWith(word);
    return { kind: first && last ? 'holds' : first ? 'ends' : last ? 'begins' : 'equal', text: word };
  });
  const lists = languages.map((language) => unitsOfLanguage(file, language, matches));
  return lists.length === 1 ? lists[0]! : merged(lists);
}

function unitsOfLanguage(file: MemoryFile, language: number, matches: readonly WordMatch[]): Uint32Array {
  const found = matches.map((match) => {
    const words = file.words.matching(language, match);
    return { words: words.map((word) => word.id), count: words.reduce((sum, word) => sum + word.count, 0) };
  });
  found.sort((a, b) => a.count - b.count);
  let units: Uint32Array | null = null;
  for (const { words, count } of found) {
    // What is left is so little that the text itself decides sooner.
    if (units && units.length < 400 && count > 20_000) break;
    const these = file.words.unitsOf(words);
    units = units ? intersection(units, these) : these;
    if (units.length === 0) break;
  }
  return units ?? new Uint32Array(0);
}

function merged(lists: readonly Uint32Array[]): Uint32Array {
  const all = new Set<number>();
  for (const list of lists) for (const id of list) all.add(id);
  return Uint32Array.from(all).sort();
}

/** By SQLite's own sorter, which keeps memory flat. */
function sorted(file: MemoryFile, ids: Uint32Array, sort: UnitSort): Uint32Array {
  const { db } = file;
  db.exec('CREATE TEMP TABLE IF NOT EXISTS chosen (id INTEGER PRIMARY KEY); DELETE FROM temp.chosen;');
  const insert = db.prepare('INSERT INTO temp.chosen (id) VALUES (?)');
  db.exec('BEGIN');
  for (const id of ids) insert.run(id);
  db.exec('COMMIT');
  const languages = sort.language ? file.languageIds(sort.language).join(', ') || '-1' : '';
  const by = {
    text: `(SELECT text FROM segment s WHERE s.unit_id = u.id AND s.language IN (${languages}) ORDER BY ordinal LIMIT 1) COLLATE NOCASE`,
    changed: 'u.changed',
    length: 'u.length',
    origin: 'u.origin',
    file: 'u.id',
  }[sort.by];
  const direction = sort.descending ? 'DESC' : 'ASC';
  const rows = db
    .prepare(`SELECT u.id FROM temp.chosen c JOIN unit u ON u.id = c.id ORDER BY ${by} ${direction}, u.id`)
    .pluck()
    .all() as number[];
  return Uint32Array.from(rows);
}
