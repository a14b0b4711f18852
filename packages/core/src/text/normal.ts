/** Unicode normal forms of any text in linear time. */

/**
 * As `String.prototype.normalize`. A run of marks longer than any language has is normalised in parts of thirty (the limit of
 * the Stream-Safe Text Format, UAX #15, section 13): to put a million marks in order takes the time of their square.
 */
export function normalized(text: string, form: 'NFC' | 'NFD' | 'NFKD' | 'NFKC'): string {
  if (form === 'NFC' && !FROM_MARKS_ON.test(text)) return text;
  if (!hasLongRun(text)) return text.normalize(form);
  return text.replace(PART, (part) => part.normalize(form));
}

export const nfc = (text: string): string => normalized(text, 'NFC');

/** Whether there is a combining mark in a text. */
export function hasMarks(text: string): boolean {
  if (!FROM_MARKS_ON.test(text)) return false;
  for (let i = 0; i < text.length; i++) if (mayBeMark(text.charCodeAt(i))) return /\p{M}/u.test(text);
  return false;
}

/** Below U+0300 there is no mark, and everything is in NFC (Unicode: NFC_Quick_Check). */
const FROM_MARKS_ON = /[^\0-\u02ff]/;
const LONGEST = 30;
const LONG_RUN = /\p{M}{31}/u;
const PART = /[^\p{M}]*\p{M}{1,30}|[^\p{M}]+/gu;

function hasLongRun(text: string): boolean {
  // A run that is too long covers one of these places.
  for (let i = LONGEST; i < text.length; i += LONGEST + 1)
    if (mayBeMark(text.charCodeAt(i))) return LONG_RUN.test(text);
  return false;
}

const NO_MARK = 1;
const MARK = 2;
/** By UTF-16 unit, as far as it was asked for. */
const KINDS = new Uint8Array(0x10000);

/** True for the halves of characters beyond U+FFFF too. */
function mayBeMark(unit: number): boolean {
  return (KINDS[unit] ||= /[\p{M}\p{Cs}]/u.test(String.fromCharCode(unit)) ? MARK : NO_MARK) === MARK;
}
