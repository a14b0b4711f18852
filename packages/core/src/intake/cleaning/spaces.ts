/** White space: runs become one space, none at the ends. */
import { mapPieces, withText, type CleaningStep } from './piece.js';

export const spacesStep: CleaningStep = {
  id: 'spaces',
  apply: (pieces) => mapPieces(pieces, (piece) => withText(piece, piece.text.replace(/\s+/gu, ' ').trim())),
};
