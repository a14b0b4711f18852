/** Texts in the form in which they are compared, with what a plan ignores taken away. */
import { nfc } from '../../text/normal.js';
import { CODE, type Segment } from '../../text/inline-codes.js';
import { IGNORABLE, type Ignorable } from './plan.js';

export type Ignoring = ReadonlySet<Ignorable>;

const NUMBER = /\p{Nd}+(?:[.,'’\u00a0\u202f]\p{Nd}+)*/gu;

/**
 * A segment as a string that equals another exactly when the two count as the same. Linear time. A text of which nothing
 * would be left ("…" where punctuation is ignored) stays as it is.
 */
export function loosened({ text, codes }: Segment, ignoring: Ignoring): string {
  let plain = nfc(text);
  if (codes.length > 0) plain = withCodes(plain, codes, ignoring.has('codes'));
  if (ignoring.size === 0) return plain;
  let loose = plain;
  if (ignoring.has('punctuation')) loose = loose.replace(/\p{P}+/gu, ' ');
  if (ignoring.has('digits')) loose = loose.replace(NUMBER, '0');
  if (ignoring.has('spaces') || ignoring.has('punctuation')) loose = loose.replace(/\s+/gu, ' ').trim();
  // Unicode default case folding, as far as languages have it: ß is ss, and the Greek final sigma a sigma.
  if (ignoring.has('case')) loose = loose.toLowerCase().replace(/ß/g, 'ss').replace(/ς/g, 'σ');
  return loose === '' ? plain : loose;
}

/** Each code by its kind and what it shows: a bold passage is not an italic one. */
function withCodes(text: string, codes: Segment['codes'], drops: boolean): string {
  let next = 0;
  return text.replaceAll(CODE, () => {
    const code = codes[next++];
    return drops || !code ? '' : `${CODE}${code.kind[0]}${code.shown}${CODE}`;
  });
}

const SETS = new Map<string, Ignoring>();

export function ignoringSet(ignore: readonly Ignorable[]): Ignoring {
  const key = ignore.join();
  let set = SETS.get(key);
  if (!set) SETS.set(key, (set = new Set(ignore)));
  return set;
}

export const DIGITS: Ignoring = new Set(['digits']);
export const BUT_DIGITS: Ignoring = new Set(IGNORABLE.filter((one) => one !== 'digits'));

/** In what two segments differ that are the same but for it: as few as explain it; null: in more than that. */
export function difference(a: Segment, b: Segment): readonly Ignorable[] | null {
  for (const kinds of BY_SIZE)
    if (loosened(a, kinds) === loosened(b, kinds)) return IGNORABLE.filter((kind) => kinds.has(kind));
  return null;
}

/** All sets of what can be ignored, the smallest first. */
const BY_SIZE: readonly Ignoring[] = Array.from(
  { length: 1 << IGNORABLE.length },
  (_, bits) => new Set(IGNORABLE.filter((_, i) => bits & (1 << i))),
).sort((x, y) => x.size - y.size);
