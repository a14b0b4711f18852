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

/** The code point of the first character that cannot be seen; null: there is none. */
export function firstInvisible(text: string): number | null {
  return (text.match(INVISIBLE)?.[0] ?? text.match(JOINERS)?.[0])?.codePointAt(0) ?? null;
}
