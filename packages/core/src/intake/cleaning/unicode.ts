/** Unicode NFC (Unicode Standard Annex 15), and characters that cannot be seen. */
import { composed } from '../../text/composed.js';
import { withoutInvisible } from '../../text/invisible.js';
import { mapPieces, withText, type CleaningStep } from './piece.js';

/** Control characters of ISO 6429 within a word: letters that were read in a wrong encoding, which is asked, not dropped. */
const WAS_LETTER = /((?<=\p{L})[\u0080-\u009F]|[\u0080-\u009F](?=\p{L}))/u;

export const unicodeStep: CleaningStep = {
  id: 'unicode',
  apply: (pieces) => mapPieces(pieces, (piece) => withText(piece, visible(piece.text))),
};

function visible(text: string): string {
  return text
    .split(WAS_LETTER)
    .map((part, i) => (i % 2 ? part : composed(withoutInvisible(part))))
    .join('');
}
