/** Final punctuation that does not belong to a term; abbreviations keep their point. */
import { mapPieces, withText, type CleaningStep } from './piece.js';

/** Longer abbreviations of several languages; shorter words keep their point anyway. Common practice. */
const ABBREVIATIONS = new Set(
  'approx corp dept univ prof abbr etc usw bzw resp evtl ggf inkl exkl zzgl straße abschn temp max min tech techn elektr mech math phys chem biol incl excl'.split(
    ' ',
  ),
);

/** Words from which on a text with a capital and a full stop is a sentence. */
const SENTENCE = 6;

export const punctuationStep: CleaningStep = {
  id: 'punctuation',
  apply: (pieces) => mapPieces(pieces, (piece) => withText(piece, withoutFinalPunctuation(piece.text))),
};

/** Takes away a final point, comma, colon or semicolon, and full-width ones; "…", "!" and "?" stay. */
export function withoutFinalPunctuation(text: string): string {
  if (!'.,;:。、；：'.includes(text.at(-1) ?? ' ')) return text;
  const found = /^(.*[\p{L}\p{N})\]”»"’])\s*([.,;:。、；：]+)$/u.exec(text);
  if (!found) return text;
  const [, body, marks] = found as unknown as [string, string, string];
  if (/\.\./.test(marks)) return text;
  // A saying or a whole sentence keeps its full stop.
  if (marks === '.' && body.split(/\s+/).length >= SENTENCE && /^\p{Lu}/u.test(body)) return text;
  if (marks.startsWith('.') && isAbbreviation(body)) return marks === '.' ? text : body + '.';
  return body;
}

function isAbbreviation(body: string): boolean {
  const last = /[\p{L}\p{M}]+$/u.exec(body)?.[0] ?? '';
  return body.includes('.') || last.length === 0 || last.length <= 4 || ABBREVIATIONS.has(last.toLowerCase());
}
