/**
 * Inline codes: formatting, placeholders and links inside a segment. The text holds one private-use character for each
 * code, in order; the codes stand in a list beside it, each with the form that it had, so that it can be written back
 * unchanged. Whatever compares, counts or searches works on the text alone.
 */

/** Stands for a code in a text (private use area of Unicode). One that a file brings itself becomes a code. */
export const CODE = '\uE0C0';
const CODES = new RegExp(CODE, 'g');

export interface InlineCode {
  /** A pair opens and closes; everything else stands alone. */
  readonly kind: 'open' | 'close' | 'alone';
  /** Joins the two ends of a pair within a segment, and the same code in other languages; empty: nothing to join. */
  readonly pair: string;
  /** What a reader sees: "b", "line break", "{0}". */
  readonly shown: string;
  /** The standard in whose words the form is kept. */
  readonly format: 'tmx' | 'xliff' | 'text';
  /** The element: "bpt", "g". */
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  /** What stands in the element, as XML. */
  readonly inner: string;
}

/** A text with its codes. */
export interface Segment {
  readonly text: string;
  readonly codes: readonly InlineCode[];
}

export const NO_CODES: readonly InlineCode[] = [];

/** A text without codes; a stray code character becomes a code that shows itself. */
export function plainSegment(text: string): Segment {
  if (!text.includes(CODE)) return { text, codes: NO_CODES };
  return { text, codes: [...text].filter((c) => c === CODE).map(() => strayCode()) };
}

/** The character itself, where a file uses it as text. */
export function strayCode(): InlineCode {
  return { kind: 'alone', pair: '', shown: CODE, format: 'text', name: CODE, attributes: {}, inner: '' };
}

/** The text as people read and search it: codes leave nothing behind. */
export function withoutCodes(text: string): string {
  return text.includes(CODE) ? text.replace(CODES, '') : text;
}

/** A place in a text with codes, in the text without them. */
export const plainPlace = (text: string, place: number): number => withoutCodes(text.slice(0, place)).length;

/** Where the codes of a text stand in it without them: before the character of that index; ascending. */
export function codePlaces(text: string): number[] {
  const places: number[] = [];
  for (let at = text.indexOf(CODE); at >= 0; at = text.indexOf(CODE, at + 1)) places.push(at - places.length);
  return places;
}

/** The pieces of a segment in order: texts and codes. */
export function* piecesOf({ text, codes }: Segment): Generator<string | InlineCode> {
  let from = 0;
  let next = 0;
  for (let at = text.indexOf(CODE); at >= 0; at = text.indexOf(CODE, from)) {
    if (at > from) yield text.slice(from, at);
    const code = codes[next++];
    if (code) yield code;
    from = at + 1;
  }
  if (from < text.length) yield text.slice(from);
}

/**
 * The segment with another text in which the code characters say where the codes stand now.
 * @param order which of the old codes each code character means; null: as before. Codes that are left out are lost.
 */
export function retyped(segment: Segment, text: string, order: readonly number[] | null = null): Segment {
  const count = text.match(CODES)?.length ?? 0;
  const all = order ? order.map((i) => segment.codes[i]) : segment.codes.slice(0, count);
  if (all.length !== count || all.some((code) => !code)) throw new RangeError('codes and text do not fit');
  return { text, codes: count === 0 ? NO_CODES : (all as InlineCode[]) };
}

/** Whether every opened pair closes after it and no closing end stands alone. */
export function isBalanced({ codes }: Segment): boolean {
  const open = new Map<string, number>();
  for (const { kind, pair } of codes) {
    if (kind === 'open') open.set(pair, (open.get(pair) ?? 0) + 1);
    if (kind === 'close') {
      const count = open.get(pair) ?? 0;
      if (count === 0) return false;
      open.set(pair, count - 1);
    }
  }
  return [...open.values()].every((count) => count === 0);
}

const SHOWN: Readonly<Record<string, string>> = {
  lb: 'line break',
  br: 'line break',
  bold: 'b',
  italic: 'i',
  ulined: 'u',
};

/** A short name for a code from its type and the markup that it holds. */
export function shownCode(type: string | undefined, markup: string, fallback: string): string {
  const known = type && SHOWN[type.replace(/^x-/, '')];
  if (known) return known;
  const tag = /^\s*<\/?\s*([\w:-]{1,16})/.exec(markup)?.[1];
  if (tag) return SHOWN[tag.toLowerCase()] ?? tag;
  const text = markup.trim();
  if (text && text.length <= 12) return text;
  return type?.replace(/^x-/, '') || fallback;
}
