/** Characters that cannot be seen and are never meant, and white space of every kind. */

/**
 * Zero-width characters, soft hyphens, byte order marks, direction marks, other controls. Zero-width joiner and
 * non-joiner (U+200D, U+200C) are left alone where the script needs them (Arabic, Persian, Indic).
 */
const INVISIBLE =
  /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F-\u009F\u00AD\u200B\u200E\u200F\u202A-\u202E\u2060-\u2064\uFEFF\uFFF9-\uFFFB]/gu;
const JOINERS = /[\u200C\u200D]/gu;
const JOINING_SCRIPT =
  /[\p{sc=Arab}\p{sc=Deva}\p{sc=Beng}\p{sc=Taml}\p{sc=Telu}\p{sc=Mlym}\p{sc=Knda}\p{sc=Gujr}\p{sc=Guru}\p{sc=Sinh}\p{Emoji_Presentation}]/u;

export function withoutInvisible(text: string): string {
  const bare = text.replace(INVISIBLE, '');
  return JOINING_SCRIPT.test(bare) ? bare : bare.replace(JOINERS, '');
}

export function hasInvisible(text: string): boolean {
  return withoutInvisible(text) !== text;
}

/** Names for a reader: "soft hyphen", "zero-width space", or the code point. */
export function nameOfInvisible(text: string): string {
  const found = text.match(INVISIBLE)?.[0] ?? text.match(JOINERS)?.[0] ?? '';
  const code = found.codePointAt(0) ?? 0;
  return NAMES[code] ?? `U+${code.toString(16).toUpperCase().padStart(4, '0')}`;
}

const NAMES: Readonly<Record<number, string>> = {
  0xad: 'soft hyphen',
  0x200b: 'zero-width space',
  0x200c: 'zero-width non-joiner',
  0x200d: 'zero-width joiner',
  0x200e: 'left-to-right mark',
  0x200f: 'right-to-left mark',
  0x2060: 'word joiner',
  0xfeff: 'byte order mark',
};
