/**
 * Letters broken by reading UTF-8 as windows-1252 or Latin-1 ("SchlÃ¼ssel"), put right where it can be proved: a
 * sequence is turned back only if its bytes are valid UTF-8 (RFC 3629) for a letter with a mark, a typographic mark, or a
 * letter of another script, of which several must stand together.
 */
import { mapPieces, withText, type CleaningStep } from './piece.js';

/** The characters of windows-1252 at 0x80 to 0x9F. */
const HIGH = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';
const BYTE_OF = new Map<string, number>([...HIGH].map((char, i) => [char, 0x80 + i]));

function byteOf(char: string): number {
  const code = char.charCodeAt(0);
  return BYTE_OF.get(char) ?? (code >= 0x80 && code <= 0xff ? code : -1);
}

export const encodingStep: CleaningStep = {
  id: 'encoding',
  apply: (pieces) => mapPieces(pieces, (piece) => withText(piece, repaired(piece.text))),
};

/** @param text returned as it is if nothing in it is proved to be broken */
export function repaired(text: string): string {
  if (!/[Â-ï]/.test(text)) return text;
  const sequences: Sequence[] = [];
  for (let at = 0; at < text.length; at++) {
    const found = sequenceAt(text, at);
    if (!found) continue;
    sequences.push(found);
    at = found.end - 1;
  }
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

/** Bytes that are the UTF-8 of one character. */
interface Sequence {
  readonly at: number;
  readonly end: number;
  readonly char: string;
}

function sequenceAt(text: string, at: number): Sequence | null {
  const lead = byteOf(text[at]!);
  const length = lead >= 0xc2 && lead <= 0xdf ? 2 : lead >= 0xe0 && lead <= 0xef ? 3 : 0;
  if (length === 0 || at + length > text.length) return null;
  let code = lead & (length === 2 ? 0x1f : 0x0f);
  for (let i = 1; i < length; i++) {
    const byte = byteOf(text[at + i]!);
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
