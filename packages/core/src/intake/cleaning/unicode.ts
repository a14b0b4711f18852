/** Unicode NFC (Unicode Standard Annex 15), and characters that cannot be seen. */
import { composed } from '../../text/composed.js';
import { withoutInvisible } from '../../text/invisible.js';
import { mapPieces, withText, type CleaningStep } from './piece.js';

export const unicodeStep: CleaningStep = {
  id: 'unicode',
  apply: (pieces) => mapPieces(pieces, (piece) => withText(piece, composed(withoutInvisible(piece.text)))),
};
