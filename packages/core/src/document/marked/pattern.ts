/**
 * Marked bilingual text: source and translation in one running text, told apart by marks around both in one paragraph,
 * by a mark at the beginning of each line, by taking turns line by line, or by blocks in two languages.
 */

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

/** {@link MarkedPattern} that can be read without knowing languages. */
export type PatternByMarks = Exclude<MarkedPattern, { readonly kind: 'blocks' }>;

/** A mark with its numbers as `#`: "[12]" is "[#]". */
export function generalised(token: string): string {
  return token.replace(/\p{N}+/gu, '#');
}

/** What can begin a line as its mark: "[de]", "<en>", "EN:", "=>". */
export const PREFIX =
  /^(?:\[[\p{L}\p{N}_-]{1,12}\]|<\/?[\p{L}\p{N}_-]{1,12}>|\(?[\p{L}\p{N}_-]{1,12}\)?\s?[:>=|»\]]+|[^\p{L}\p{M}\p{N}\s"“„«'‘(¿¡.…]{1,4}(?=\s))\s*/u;

/** "[12]", "12.", "(12)" before a line. */
export const NUMBER = /^(?:\[\d+\]|\(\d+\)|\d+[.):])\s+/;

/** The text without the mark, if it begins with it. */
export function bare(text: string, prefix: string | undefined): string {
  return prefix && prefixOf(text) === prefix ? text.slice(PREFIX.exec(text)![0].length) : text;
}

/** The mark with which a line begins, or nothing. */
export function prefixOf(line: string): string {
  return generalised(PREFIX.exec(line)?.[0].trim() ?? '');
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
