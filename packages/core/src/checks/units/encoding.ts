/** Letters that were read in another encoding than they were written in, or that got lost. */
import type { Mark } from '../check.js';
import { onSide, perPair, type Pair } from './pair.js';

const about = { id: 'broken-encoding', severity: 'error' } as const;

/** What bytes 80 to 9F are in Windows-1252 (Unicode, CP1252.TXT). */
const CP1252 = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';
/** What bytes 80 to FF are in Windows-1251 (Unicode, CP1251.TXT). */
const CP1251 =
  'ЂЃ‚ѓ„…†‡€‰Љ‹ЊЌЋЏђ‘’“”•–—\u0098™љ›њќћџ\u00a0ЎўЈ¤Ґ¦§Ё©Є«¬\u00ad®Ї°±Ііґµ¶·ё№є»јЅѕї' +
  'АБВГДЕЖЗИЙКЛМНОПРСТУФХЦЧШЩЪЫЬЭЮЯабвгдежзийклмнопрстуфхцчшщъыьэюя';

const bytesOf = (table: string, from: number): ReadonlyMap<string, number> =>
  new Map([...table].map((letter, i) => [letter, from + i]));
const WESTERN = new Map([
  ...bytesOf(CP1252, 0x80),
  ...Array.from({ length: 96 }, (_, i) => [String.fromCharCode(0xa0 + i), 0xa0 + i] as const),
]);
const CYRILLIC = bytesOf(CP1251, 0x80);

/** What a run of letters beyond ASCII was before UTF-8 was read as something else; null: it was not. */
function reread(run: string, bytes: ReadonlyMap<string, number>): string | null {
  const all: number[] = [];
  for (const letter of run) {
    const byte = bytes.get(letter);
    if (byte === undefined) return null;
    all.push(byte);
  }
  try {
    return decodeURIComponent(all.map((byte) => `%${byte.toString(16).padStart(2, '0')}`).join(''));
  } catch {
    return null;
  }
}

const RUN = /[^\x00-\x7f]{2,}/g;
/** A mark of a lost letter inside a word; not in an address or a pattern. */
const LOST = /(?<=\p{L})\?(?=\p{Ll})(?![^\s]*[=&])/gu;
/** The replacement character, and controls that no text has. */
const NO_TEXT = /[\ufffd\u0080-\u009f]+/g;
/** Letters written as what stands for them in HTML, twice. */
const ESCAPED_TWICE = /&amp;(?:#\d+|#x[\da-f]+|[a-z]+);/gi;

export interface Broken {
  readonly marks: Mark[];
  readonly correction: string | null;
}

/** @param other the text beside it: what both have is meant */
export function broken({ text, place }: Pick<Mark, 'place'> & { readonly text: string }, other: string): Broken | null {
  const marks: Mark[] = [];
  let mended = '';
  let last = 0;
  let isWhole = true;
  const note = (from: number, length: number, right: string | null): void => {
    marks.push({ place, from, to: from + length });
    if (right === null) isWhole = false;
    mended += text.slice(last, from) + (right ?? text.slice(from, from + length));
    last = from + length;
  };
  for (const { 0: run, index } of text.matchAll(RUN)) {
    const western = reread(run, WESTERN);
    const right = western ?? (run.length >= 4 ? reread(run, CYRILLIC) : null);
    if (right !== null && right.length < run.length && /^[\p{L}\p{P}\p{S}\p{M}\s]+$/u.test(right))
      note(index, run.length, right);
  }
  for (const pattern of [NO_TEXT, LOST, ESCAPED_TWICE])
    for (const { 0: found, index } of text.matchAll(pattern)) {
      if (marks.some(({ from, to }) => index >= from && index < to)) continue;
      if (pattern !== NO_TEXT && other.includes(found) && pattern.test(other)) {
        pattern.lastIndex = 0;
        continue;
      }
      pattern.lastIndex = 0;
      marks.push({ place, from: index, to: index + found.length });
      isWhole = false;
    }
  if (marks.length === 0) return null;
  return { marks, correction: isWhole ? mended + text.slice(last) : null };
}

const COULD = /[^\x00-\x7f]{2}|[\ufffd\u0080-\u009f]|\p{L}\?\p{Ll}|&amp;/u;

export const encodingCheck = perPair(about, function* (pair: Pair) {
  for (const side of [pair.target, pair.source]) {
    if (!COULD.test(side.text)) continue;
    const found = broken(side, (side === pair.target ? pair.source : pair.target).text);
    if (!found) continue;
    const { marks, correction } = found;
    yield onSide(
      about,
      pair,
      side,
      { code: 'letters-broken', values: { text: side.text.slice(marks[0]!.from, marks[0]!.to) } },
      { marks, ...(correction !== null && { correction: { kind: 'text', text: correction, safe: true } }) },
    );
  }
});
