/**
 * Marked bilingual text: source and translation in one running text. The pattern is proposed from the text itself:
 * marks around both in one paragraph, a mark at the beginning of each line, each paragraph followed by its translation,
 * or blocks that alternate between two languages.
 */
import { identifyPooled, languagesAmong, shareOf } from '../language/identify.js';
import type { Guess } from '../guess.js';

export type MarkedPattern =
  /** `[[source || target]]`: marks in their order; the first and the last may be empty. `#` stands for any digits. */
  | { readonly kind: 'marks'; readonly marks: readonly string[] }
  /** Each line begins with one of the marks; the first begins a new row. */
  | { readonly kind: 'prefixes'; readonly marks: readonly string[] }
  /** Each line is followed by its translation, or by several. */
  | {
      readonly kind: 'alternating';
      readonly size: number;
      readonly numbered?: boolean;
      readonly prefixes?: readonly string[];
    }
  /** Some lines in one language, then their translations in the other. */
  | { readonly kind: 'blocks'; readonly languages: readonly [string, string] };

const SAMPLE = 1000;
const MOST = 0.85;

/** @param lines of a text, or paragraphs of a document; null where nothing is seen */
export function proposedMarked(lines: readonly string[], cutByDelimiter: boolean): Guess<MarkedPattern> | null {
  const some = lines
    .map((line) => line.trim())
    .filter(Boolean)
    .slice(0, SAMPLE);
  if (some.length < 2) return null;
  return (
    markedByMarks(some, cutByDelimiter) ??
    (cutByDelimiter ? null : markedOverLines(some)) ??
    markedByPrefixes(some) ??
    (cutByDelimiter ? null : alternating(some))
  );
}

/** Texts of one row as a person takes them out of some lines, in the order in which they stand there. */
export type MarkedExample = readonly [source: string, target: string];

/**
 * The pattern by which some lines hold the texts of an example: null where the texts do not stand in them in this order,
 * or nothing tells where they begin and end.
 * @param lines the beginning of the text; the example may stand anywhere in them
 */
export function markedFromExample(lines: readonly string[], example: MarkedExample): MarkedPattern | null {
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
      overLines(outside.map((text) => generalised(text.trim())) as Ends, lines.slice(i, j)),
      outside.every((text) => text.trim() === '') ? onLinesOfTheirOwn(lines, i, j) : null,
    ].map((pattern) => pattern && fitting(pattern, lines, [source, target]));
    return candidates.reduce((best, one) => (rowsOf(one, lines) > rowsOf(best, lines) ? one : best), null);
  }
  return null;
}

/** Rows with two texts that are there at all. */
const rowsOf = (pattern: MarkedPattern | null, lines: readonly string[]): number =>
  pattern ? markedRows(lines, pattern).filter(({ cells }) => cells.length === 2 && cells.every(Boolean)).length : 0;

type Ends = [beforeSource: string, afterSource: string, beforeTarget: string, afterTarget: string];

/** What stands on the lines before, between and after two lines of text is their marks. */
function onLinesOfTheirOwn(lines: readonly string[], i: number, j: number): MarkedPattern | null {
  const marks = [lines[i - 1], lines.slice(i + 1, j).join('\n'), lines[j + 1]].map((mark) => mark?.trim() ?? '');
  return marks.every(Boolean) ? { kind: 'marks', marks: marks.map(generalised) } : null;
}

/** @param apart the lines from the source up to its translation */
function overLines([head, tail, begin, end]: Ends, apart: readonly string[]): MarkedPattern | null {
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
  pattern: MarkedPattern,
  lines: readonly string[],
  [source, target]: MarkedExample,
): MarkedPattern | null {
  const rows = markedRows(lines, pattern);
  return rows.some(({ cells }) => cells.includes(source) && cells.includes(target)) ? pattern : null;
}

/** All rows of some lines. */
export function markedRows(lines: readonly string[], pattern: MarkedPattern): MarkedRow[] {
  const reader = new MarkedReader(pattern);
  return [...lines.flatMap((line, k) => reader.take(line, k + 1)), ...reader.end()];
}

/** Marks around both texts that stand on lines of their own, or at the ends of several lines. */
function markedOverLines(lines: readonly string[]): Guess<MarkedPattern> | null {
  for (let size = 2; size <= 6 && lines.length >= size * 2; size++) {
    const groups: string[] = [];
    for (let i = 0; i + size <= lines.length; i += size) groups.push(lines.slice(i, i + size).join('\n'));
    const found = markedByMarks(groups, false);
    // Without marks at both ends nothing says where a text ends.
    if (found?.value?.kind === 'marks' && found.value.marks[0] && found.value.marks.at(-1)) return found;
  }
  return null;
}

const TOKEN =
  /<\/?[A-Za-z][\w-]*\/?>|\[\/?[\p{L}_-]{1,12}\]|([@#%$*_=~|+]{1,4})[\p{L}\p{N}]{1,12}\1|[^\p{L}\p{M}\s.,;:!?…"'“”„«»’‘()¿¡%-]+|[.,;:!?…"'“”„«»’‘()¿¡%-]+|(?<![\p{L}\p{M}])[\p{L}\p{N}-]{1,12}[:>=]+/gu;
/** What stands in texts anyway. */
const ORDINARY = /^(?:[.,;:!?'"’“”„«»()–—/%&*+-]{1,2}|…|[#\p{N}][.,:]?|.*[#\p{N}][.,]?)$/u;

function generalised(token: string): string {
  return token.replace(/\p{N}+/gu, '#');
}

/** Marks that stand exactly once in nearly every line, in the same order. */
function markedByMarks(lines: readonly string[], cutByDelimiter: boolean): Guess<MarkedPattern> | null {
  const found = lines.map((line) =>
    [...line.matchAll(TOKEN)].map((match) => ({
      token: generalised(match[0]),
      at: match.index,
      end: match.index + match[0].length,
    })),
  );
  const once = new Map<string, number>();
  for (const tokens of found) {
    const counts = new Map<string, number>();
    for (const { token } of tokens) counts.set(token, (counts.get(token) ?? 0) + 1);
    for (const [token, count] of counts) if (count === 1) once.set(token, (once.get(token) ?? 0) + 1);
  }
  const steady = [...once]
    .filter(([token, count]) => count >= lines.length * MOST && !ORDINARY.test(token))
    .map(([token]) => token);
  if (steady.length === 0) return null;
  const places = (tokens: (typeof found)[number]): { token: string; at: number; end: number }[] =>
    tokens.filter(({ token }) => steady.includes(token));
  const orders = new Map<string, number>();
  for (const tokens of found) {
    const order = places(tokens)
      .map(({ token }) => token)
      .join('\0');
    orders.set(order, (orders.get(order) ?? 0) + 1);
  }
  const [order, count] = [...orders].sort((a, b) => b[1] - a[1])[0]!;
  if (count < lines.length * MOST) return null;
  const example = found.findIndex(
    (tokens) =>
      places(tokens)
        .map(({ token }) => token)
        .join('\0') === order,
  );
  const marks: string[] = [];
  // Neighbours without anything between them are one mark.
  let last = -1;
  for (const { token, at, end } of places(found[example]!)) {
    const between = lines[example]!.slice(Math.max(0, last), at);
    if (last >= 0 && between.trim() === '') marks[marks.length - 1] += between + token;
    else if (last < 0 && between.trim() !== '') marks.push('', token);
    else marks.push(token);
    last = end;
  }
  if (lines[example]!.slice(last).trim() !== '') marks.push('');
  if (marks.length < 3) return null;
  const pattern: MarkedPattern = { kind: 'marks', marks };
  const good = lines.filter((line) => (cutMarked(line, marks)?.filter(Boolean).length ?? 0) >= 2).length;
  // A single separator between two texts is what delimited text is made of.
  if (good < lines.length * MOST || (marks.length === 3 && marks[0] === '' && marks[2] === '' && cutByDelimiter))
    return null;
  if (marks[0] === '' && marks.at(-1) === '') return null;
  return {
    value: pattern,
    sureness: good / lines.length,
    reason: `nearly every paragraph has ${marks
      .filter(Boolean)
      .map((m) => `“${m.trim()}”`)
      .join(', ')} once`,
  };
}

const PREFIX =
  /^(?:\[[\p{L}\p{N}_-]{1,12}\]|<\/?[\p{L}\p{N}_-]{1,12}>|\(?[\p{L}\p{N}_-]{1,12}\)?\s?[:>=|»\]]+|[^\p{L}\p{M}\p{N}\s"“„«'‘(¿¡.…]{1,4}(?=\s))\s*/u;

/** Lines that begin with one of few marks, which take turns. */
function markedByPrefixes(all: readonly string[]): Guess<MarkedPattern> | null {
  // Numbers and rules between the rows say nothing.
  const lines = all.filter((line) => /\p{L}/u.test(line));
  const counts = new Map<string, number>();
  const prefixes = lines.map((line) => generalised(PREFIX.exec(line)?.[0].trim() ?? ''));
  for (const prefix of prefixes) if (prefix) counts.set(prefix, (counts.get(prefix) ?? 0) + 1);
  const marks = [...counts].filter(([, count]) => count >= 2 && count >= lines.length * 0.08).map(([mark]) => mark);
  if (marks.length < 2 || marks.length > 8) return null;
  const inTurn = marks.sort((a, b) => prefixes.indexOf(a) - prefixes.indexOf(b));
  const covered = prefixes.filter((prefix) => marks.includes(prefix)).length;
  const turns = prefixes.filter((prefix, i) => i === 0 || prefix !== prefixes[i - 1]).length;
  if (covered < lines.length * MOST || turns < lines.length * 0.8) return null;
  return {
    value: { kind: 'prefixes', marks: inTurn },
    sureness: covered / lines.length,
    reason: `the lines begin with ${inTurn.map((mark) => `“${mark}”`).join(' and ')} in turn`,
  };
}

/** "[12]", "12.", "(12)" before a line. */
const NUMBER = /^(?:\[\d+\]|\(\d+\)|\d+[.):])\s+/;

/** Lines without marks whose languages take turns. */
function alternating(all: readonly string[]): Guess<MarkedPattern> | null {
  const numbered = all.filter((line) => NUMBER.test(line)).length > all.length * MOST;
  const lines = numbered ? all.map((line) => line.replace(NUMBER, '')) : all;
  if (lines.length < 4 || lines.reduce((sum, line) => sum + line.length, 0) / lines.length < 12) return null;
  for (const size of [2, 3, 4]) {
    if (lines.length < size * 2) break;
    const slots = Array.from({ length: size }, (_, i) => identifyPooled(lines.filter((_, at) => at % size === i)));
    const best = slots.map((slot) => slot[0]?.language ?? '');
    // How much more the best language of each place has there than in the other places.
    const margins = slots.map((slot, i) => {
      const elsewhere = slots.filter((_, j) => j !== i).map((other) => shareOf(best[i]!, other));
      return shareOf(best[i]!, slot) - Math.max(...elsewhere);
    });
    const sure = Math.min(...margins);
    if (new Set(best).size === size && sure > 0.2)
      return {
        value: { kind: 'alternating', size, ...(numbered && { numbered }), ...prefixesOf(lines, size) },
        sureness: Math.min(0.95, 0.6 + sure / 2),
        reason: `every line is followed by its translation: ${best.join(', ')}`,
      };
  }
  const among = identifyPooled(lines).slice(0, 2);
  if (among.length < 2 || among[1]!.share < 0.15) return null;
  const pair = [among[0]!.language, among[1]!.language] as const;
  const each = lines.map((line) => languageAmong(line, pair));
  const known = each.filter((language) => language !== null).length;
  if (known < lines.length * 0.7) return null;
  const first = each.find((language) => language !== null)!;
  const languages = first === pair[0] ? pair : ([pair[1], pair[0]] as const);
  return {
    value: { kind: 'blocks', languages },
    sureness: known / lines.length,
    reason: `the lines alternate between ${languages.join(' and ')} in blocks`,
  };
}

/** A mark with which nearly every line in a place begins. */
function prefixesOf(lines: readonly string[], size: number): { readonly prefixes?: readonly string[] } {
  const prefixes = Array.from({ length: size }, (_, place) => {
    const own = lines.filter((_, i) => i % size === place).map(prefixOf);
    const first = own.find(Boolean) ?? '';
    return own.filter((prefix) => prefix === first).length >= own.length * MOST ? first : '';
  });
  return prefixes.some(Boolean) ? { prefixes } : {};
}

/** The text without the mark, if it begins with it. */
function bare(text: string, prefix: string | undefined): string {
  return prefix && prefixOf(text) === prefix ? text.slice(PREFIX.exec(text)![0].length) : text;
}

function prefixOf(line: string): string {
  return generalised(PREFIX.exec(line)?.[0].trim() ?? '');
}

/** Which of the languages a line is in, or null where it does not say. */
export function languageAmong(line: string, languages: readonly string[]): string | null {
  return [...languagesAmong([line], languages)].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

/** The texts between the marks, or null where a mark is missing. */
export function cutMarked(text: string, marks: readonly string[]): string[] | null {
  const parts: string[] = [];
  let at = 0;
  for (const [i, mark] of marks.entries()) {
    const place =
      mark === '' ? (i === 0 ? { from: 0, to: 0 } : { from: text.length, to: text.length }) : find(text, mark, at);
    if (!place) return null;
    if (i > 0) parts.push(text.slice(at, place.from).trim());
    else if (text.slice(0, place.from).trim() !== '') return null;
    at = place.to;
  }
  return text.slice(at).trim() === '' ? parts : null;
}

function find(text: string, mark: string, from: number): { from: number; to: number } | null {
  if (!mark.includes('#') && !/\s/.test(mark)) {
    const at = text.indexOf(mark, from);
    return at < 0 ? null : { from: at, to: at + mark.length };
  }
  const pattern = new RegExp(
    mark
      .replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
      .replace(/#+/g, '(?:(?<!\\d)\\d+(?!\\d)|#+)')
      .replace(/\s+/g, '\\s*'),
    'g',
  );
  pattern.lastIndex = from;
  const found = pattern.exec(text);
  return found && { from: found.index, to: found.index + found[0].length };
}

/** Lines in, rows of cells out, each with the line (from 1) on which it began. What fits nothing is a row by itself. */
export class MarkedReader {
  private open: { cells: string[]; line: number; marks: string[] } | null = null;
  private blocks: { language: string; lines: string[]; line: number }[] = [];

  constructor(private readonly pattern: MarkedPattern) {}

  take(text: string, line: number): MarkedRow[] {
    const { pattern } = this;
    switch (pattern.kind) {
      case 'marks':
        return this.byMarks(text, line, pattern.marks);
      case 'prefixes':
        return this.byPrefix(text, line, pattern.marks);
      case 'alternating':
        if (text.trim() === '') return [];
        this.open ??= { cells: [], line, marks: [] };
        this.open.cells.push(
          bare(
            pattern.numbered ? text.trim().replace(NUMBER, '') : text.trim(),
            pattern.prefixes?.[this.open.cells.length],
          ),
        );
        return this.open.cells.length === pattern.size ? this.flush() : [];
      case 'blocks':
        return this.byLanguage(text, line, pattern.languages);
    }
  }

  end(): MarkedRow[] {
    return this.pattern.kind === 'blocks' ? this.flushBlocks() : this.flush();
  }

  private flush(): MarkedRow[] {
    const { open } = this;
    this.open = null;
    return open ? [{ cells: open.cells, line: open.line }] : [];
  }

  /** A text in marks may go on over several lines. */
  private byMarks(text: string, line: number, marks: readonly string[]): MarkedRow[] {
    if (text.trim() === '') return this.open ? this.flush() : [];
    const whole = this.open ? `${this.open.cells[0]}\n${text}` : text;
    const cells = cutMarked(whole, marks);
    if (cells) {
      const begun = this.open?.line ?? line;
      this.open = null;
      return [{ cells, line: begun }];
    }
    const begins = marks[0] !== '' && find(text, marks[0]!, 0)?.from === text.length - text.trimStart().length;
    const before = begins ? this.flush() : [];
    if (this.open) this.open.cells[0] = whole;
    else this.open = { cells: [text], line, marks: [] };
    return marks.at(-1) === '' ? [...before, ...this.flush()] : before;
  }

  private byPrefix(text: string, line: number, marks: readonly string[]): MarkedRow[] {
    if (text.trim() === '') return [];
    const trimmed = text.trim();
    if (!/\p{L}/u.test(trimmed)) return this.flush();
    const found = PREFIX.exec(trimmed);
    const mark = found ? generalised(found[0].trim()) : '';
    const at = marks.indexOf(mark);
    if (at < 0) {
      // A line that goes on.
      const last = this.open?.cells.length ?? 0;
      if (!this.open) return [{ cells: [trimmed], line }];
      this.open.cells[last - 1] += `\n${trimmed}`;
      return [];
    }
    const done = at === 0 || this.open?.marks.includes(mark) ? this.flush() : [];
    this.open ??= { cells: [], line, marks: [] };
    while (this.open.cells.length < at) this.open.cells.push('');
    this.open.cells[at] = trimmed.slice(found![0].length).trim();
    this.open.marks.push(mark);
    return done;
  }

  private byLanguage(text: string, line: number, languages: readonly [string, string]): MarkedRow[] {
    const trimmed = text.trim();
    if (trimmed === '') return [];
    const current = this.blocks.at(-1);
    const language = languageAmong(trimmed, languages) ?? current?.language ?? languages[0];
    if (current?.language === language) {
      current.lines.push(trimmed);
      return [];
    }
    const done = this.blocks.length === 2 ? this.flushBlocks() : [];
    this.blocks.push({ language, lines: [trimmed], line });
    return done;
  }

  /** Line by line where both blocks have as many lines, otherwise each block as one. */
  private flushBlocks(): MarkedRow[] {
    const [first, second] = this.blocks;
    this.blocks = [];
    if (!first) return [];
    const languages = (this.pattern as Extract<MarkedPattern, { kind: 'blocks' }>).languages;
    const cells = (of: string, i: number | null): string => {
      const block = first.language === of ? first : second?.language === of ? second : undefined;
      return block ? (i === null ? block.lines.join('\n') : (block.lines[i] ?? '')) : '';
    };
    if (second && first.lines.length !== second.lines.length)
      return [{ cells: languages.map((language) => cells(language, null)), line: first.line }];
    return first.lines.map((_, i) => ({
      cells: languages.map((language) => cells(language, i)),
      line: first.line + i,
    }));
  }
}

export interface MarkedRow {
  readonly cells: string[];
  readonly line: number;
}
