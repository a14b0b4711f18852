/**
 * Letters broken by reading UTF-8 as windows-1252 or Latin-1 ("SchlÃ¼ssel"), put right where it can be proved: a
 * sequence is turned back only if its bytes are valid UTF-8 (RFC 3629) for a letter of a common script or a
 * typographic mark.
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

export function repaired(text: string): string {
  if (!/[Â-ï]/.test(text)) return text;
  // One East Asian character could be an accented letter before two marks; several are none.
  const eastAsian = [...text].filter((_, i) => (sequenceAt(text, i)?.char.codePointAt(0) ?? 0) >= 0x3000).length > 1;
  let result = '';
  let changed = false;
  for (let i = 0; i < text.length;) {
    const found = sequenceAt(text, i);
    if (found && (eastAsian || found.char.codePointAt(0)! < 0x3000)) {
      result += found.char;
      i += found.length;
      changed = true;
    } else result += text[i++];
  }
  return changed ? result : text;
}

function sequenceAt(text: string, at: number): { readonly char: string; readonly length: number } | null {
  const lead = byteOf(text[at]!);
  const length = lead >= 0xc2 && lead <= 0xd1 ? 2 : lead >= 0xe0 && lead <= 0xef ? 3 : 0;
  if (length === 0 || at + length > text.length) return null;
  let code = lead & (length === 2 ? 0x1f : 0x0f);
  for (let i = 1; i < length; i++) {
    const byte = byteOf(text[at + i]!);
    if (byte < 0x80 || byte > 0xbf) return null;
    code = (code << 6) | (byte & 0x3f);
  }
  if (length === 3 && code < 0x800) return null;
  const char = String.fromCodePoint(code);
  return isLikely(code, char) ? { char, length } : null;
}

/** Latin with marks, Greek, Cyrillic, East Asian scripts and the typographic marks; not what no glossary contains. */
function isLikely(code: number, char: string): boolean {
  return (
    (code >= 0xa0 && code <= 0x17f) ||
    (code >= 0x386 && code <= 0x3ce) ||
    (code >= 0x400 && code <= 0x45f) ||
    (code >= 0x2010 && code <= 0x203a) ||
    code === 0x20ac ||
    code === 0x2122 ||
    (code >= 0x1e00 && code <= 0x1eff) ||
    (code >= 0x3000 && /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Hang}、。]/u.test(char))
  );
}
