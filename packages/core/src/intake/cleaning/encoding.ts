/**
 * Letters broken by reading UTF-8 in an older encoding ("SchlÃ¼ssel" as windows-1252, "SchlГјssel" as windows-1251,
 * "Schl├╝ssel" in DOS), once or several times over, put right where it can be proved: a sequence is turned back only if its
 * bytes are valid UTF-8 (RFC 3629) for a letter with a mark, a typographic mark, or a letter of another script, of which
 * several must stand together.
 */
import { OTHERS, WESTERN } from './code-pages.js';
import { mapPieces, withText, type CleaningStep } from './piece.js';

/** Character → byte from 0x80. */
type Page = ReadonlyMap<string, number>;

const pageOf = (high: string): [string, number][] => [...high].map((char, i) => [char, 0x80 + i]);

/** windows-1252, and Latin-1 where that has other characters. */
const WESTERN_PAGE: Page = new Map([
  ...pageOf(String.fromCharCode(...Array.from({ length: 128 }, (_, i) => 0x80 + i))),
  ...pageOf(WESTERN),
]);

/** Signs of which tables have the one or the other: ohm and omega, increment and delta, micro and mu, euro and currency. */
const ALIKE = [
  ['\u2126', '\u03a9'],
  ['\u2206', '\u0394'],
  ['\u00b5', '\u03bc'],
  ['\u20ac', '\u00a4'],
] as const;

function withAlike(page: Map<string, number>): Page {
  for (const [a, b] of ALIKE) {
    const byte = page.get(a) ?? page.get(b);
    if (byte === undefined) continue;
    for (const sign of [a, b]) if (!page.has(sign)) page.set(sign, byte);
  }
  return page;
}

const PAGES: readonly Page[] = [WESTERN_PAGE, ...Object.values(OTHERS).map((high) => withAlike(new Map(pageOf(high))))];

/** Character → the pages in which it is the first byte of a letter in UTF-8. */
const LEADS = new Map<string, Page[]>();
for (const page of PAGES)
  for (const [char, byte] of page)
    if (byte >= 0xc2 && byte <= 0xef) LEADS.set(char, [...(LEADS.get(char) ?? []), page]);

/** How many times over a text may have been broken. */
const TIMES = 3;

export const encodingStep: CleaningStep = {
  id: 'encoding',
  apply: (pieces) => mapPieces(pieces, (piece) => withText(piece, repaired(piece.text))),
};

/** @param text returned as it is if nothing in it is proved to be broken */
export function repaired(text: string): string {
  let result = text;
  for (let i = 0; i < TIMES; i++) {
    const before = result;
    result = repairedOnce(before);
    if (result === before) break;
  }
  return result;
}

function repairedOnce(text: string): string {
  const first = beyondAscii(text);
  if (first < 0) return text;
  // Whatever is broken throughout begins with two characters that are the first bytes of a letter in some page.
  for (const page of LEADS.get(text[first]!) ?? []) {
    const next = page.get(text[first + 1] ?? '') ?? 0;
    const whole = next >= 0x80 && next <= 0xbf ? wholeTurnedBack(text, page) : null;
    if (whole !== null) return whole;
  }
  if (!/[Â-ï]/.test(text)) return text;
  // Broken twice: between, the text has control characters.
  const between = wholeTurnedBack(text, WESTERN_PAGE, true);
  const twice = between && wholeTurnedBack(between, WESTERN_PAGE);
  return twice ?? turnedBack(text, WESTERN_PAGE);
}

/** Where the first character beyond ASCII stands; -1: nowhere. */
function beyondAscii(text: string): number {
  for (let i = 0; i < text.length; i++) if (text.charCodeAt(i) > 0x7f) return i;
  return -1;
}

function sequencesIn(text: string, page: Page): Sequence[] {
  const sequences: Sequence[] = [];
  for (let at = 0; at < text.length; at++) {
    const found = sequenceAt(text, at, page);
    if (!found) continue;
    sequences.push(found);
    at = found.end - 1;
  }
  return sequences;
}

/** Each sequence that is likely, or proved by others. */
function turnedBack(text: string, page: Page): string {
  const sequences = sequencesIn(text, page);
  if (sequences.length === 0) return text;
  const proved = SCRIPTS.filter((script) => isProved(script, sequences));
  let result = '';
  let done = 0;
  for (const { at, end, char } of sequences) {
    if (!isLikely(char, text[at - 1] ?? '') && !proved.some((script) => script.test(char))) continue;
    result += text.slice(done, at) + char;
    done = end;
  }
  return done === 0 ? text : result + text.slice(done);
}

/**
 * The text with all that is beyond ASCII turned back, or null: something is no such sequence, or one of them is no likely
 * letter. Where the page has letters of a script of its own, one sequence alone could be two letters of a word: capital and
 * small ones must be mixed as no word has them.
 *
 * @param isStep whether what comes of it may be broken still
 */
function wholeTurnedBack(text: string, page: Page, isStep = false): string | null {
  const sequences = sequencesIn(text, page);
  if (sequences.length === 0) return null;
  let result = '';
  let done = 0;
  let odd = 0;
  for (const { at, end, char } of sequences) {
    const between = text.slice(done, at);
    if (!/^[\0-\x7F]*$/.test(between) || !(isStep || isLikely(char, text[at - 1] ?? ''))) return null;
    if (!/^\p{Lu}\p{Ll}$/u.test(text.slice(at, end)) || /\p{L}/u.test(text[at - 1] ?? '')) odd++;
    result += between + char;
    done = end;
  }
  const rest = text.slice(done);
  return /^[\0-\x7F]*$/.test(rest) && odd > 0 ? result + rest : null;
}

/** Bytes that are the UTF-8 of one character. */
interface Sequence {
  readonly at: number;
  readonly end: number;
  readonly char: string;
}

function sequenceAt(text: string, at: number, page: Page): Sequence | null {
  const lead = page.get(text[at]!) ?? -1;
  const length = lead >= 0xc2 && lead <= 0xdf ? 2 : lead >= 0xe0 && lead <= 0xef ? 3 : 0;
  if (length === 0 || at + length > text.length) return null;
  let code = lead & (length === 2 ? 0x1f : 0x0f);
  for (let i = 1; i < length; i++) {
    const byte = page.get(text[at + i]!) ?? -1;
    if (byte < 0x80 || byte > 0xbf) return null;
    code = (code << 6) | (byte & 0x3f);
  }
  if (length === 3 && code < 0x800) return null;
  return { at, end: at + length, char: String.fromCodePoint(code) };
}

/** Latin with marks, Greek, Cyrillic and the typographic marks: one of them is enough. */
function isLikely(char: string, before: string): boolean {
  const code = char.codePointAt(0)!;
  return (
    (code >= 0xa0 && code <= 0x17f) ||
    (code >= 0x386 && code <= 0x3ce) ||
    (code >= 0x400 && code <= 0x45f) ||
    (code >= 0x200b && code <= 0x203a) ||
    code === 0x20ac ||
    code === 0x2122 ||
    (code >= 0x1e00 && code <= 0x1eff) ||
    /[ȘșȚəƏƠơƯưʼ]/.test(char) ||
    // Behind a capital "È›" is rather the end of a quotation: "‹CAFFÈ›".
    (char === 'ț' && !/\p{Lu}/u.test(before))
  );
}

/** Scripts of which a single letter could be two marks of another text, several together could not. */
const SCRIPTS = [
  /[\u3000-\u303F\uFF00-\uFFEF]|\p{scx=Han}|\p{scx=Hira}|\p{scx=Kana}|\p{scx=Hang}/u,
  ...(
    'Arab Hebr Cyrl Grek Armn Geor Ethi Deva Beng Guru Gujr Orya Taml Telu Knda Mlym Sinh Thai Laoo Tibt Mymr Khmr ' +
    'Syrc Thaa Nkoo Cher Tfng Mong'
  )
    .split(' ')
    .map((script) => new RegExp(`\\p{scx=${script}}`, 'u')),
];

/** Whether two letters of a script stand together. */
function isProved(script: RegExp, sequences: readonly Sequence[]): boolean {
  return sequences.some(({ at, char }, k) => {
    const before = sequences[k - 1];
    return before?.end === at && script.test(char) && script.test(before.char) && /\p{L}|\p{M}/u.test(char);
  });
}
