/**
 * Marked bilingual text: source and translation in one running text, told apart by marks around both in one paragraph,
 * by a mark at the beginning of each line, by taking turns line by line, by blocks in two languages, or by records over
 * several lines.
 */
import { recordColumns, type RecordsPattern } from './records.js';

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
      /** In which language each line of a row is, where that is known: then it is seen where a line is missing. */
      readonly languages?: readonly string[];
    }
  /** Some lines in one language, then their translations in the other. */
  | {
      readonly kind: 'blocks';
      readonly languages: readonly [string, string];
      /** Most blocks have as many lines as their translations: where one has not, a line is missing. */
      readonly even?: boolean;
    }
  | RecordsPattern;

/** {@link MarkedPattern} that can be read without knowing languages. */
export type PatternByMarks = Exclude<MarkedPattern, { readonly kind: 'blocks' }>;

/** What the pattern itself says of the columns ("de", "Definition"); empty texts where it says nothing. */
export function columnNames(pattern: MarkedPattern): readonly string[] {
  if (pattern.kind === 'records') return recordColumns(pattern);
  return pattern.kind === 'prefixes' ? pattern.marks.map((mark) => mark.replace(/[^\p{L}\p{M}\p{N}_ -]+/gu, '')) : [];
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

/** The texts of several rows, one after another in a paragraph; null where a mark is missing. */
export function cutAllMarked(text: string, marks: readonly string[]): string[][] | null {
  const whole = cutMarked(text, marks);
  const [first, last] = [marks[0]!, marks.at(-1)!];
  // Only marks at both ends say where the next row begins.
  if (first === '' || last === '' || (whole && !whole.some((part) => find(part, first, 0)))) return whole && [whole];
  const rows: string[][] = [];
  let from = 0;
  while (text.slice(from).trim() !== '') {
    let at = from;
    for (const mark of marks) {
      const place = find(text, mark, at);
      if (!place) return whole && [whole];
      at = place.to;
    }
    const cells = cutMarked(text.slice(from, at), marks);
    if (!cells) return whole && [whole];
    rows.push(cells);
    from = at;
  }
  return rows.length > 0 ? rows : null;
}

/** Where a mark stands in a text from a place on; its spaces and digits may differ. */
export function find(text: string, mark: string, from: number): { from: number; to: number } | null {
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
