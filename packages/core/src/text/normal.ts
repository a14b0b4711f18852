/** Unicode normal forms of any text in linear time. */

/**
 * As `String.prototype.normalize`. A run of marks longer than any language has is normalised in parts of thirty (the limit of
 * the Stream-Safe Text Format, UAX #15, section 13): to put a million marks in order takes the time of their square.
 */
export function normalized(text: string, form: 'NFC' | 'NFD' | 'NFKD' | 'NFKC'): string {
  if (!LONG_RUN.test(text)) return text.normalize(form);
  return text.replace(PART, (part) => part.normalize(form));
}

const LONG_RUN = /\p{M}{31}/u;
const PART = /[^\p{M}]*\p{M}{1,30}|[^\p{M}]+/gu;

export const nfc = (text: string): string => normalized(text, 'NFC');
