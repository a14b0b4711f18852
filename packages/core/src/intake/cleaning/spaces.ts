/** White space: runs become one space, none at the ends. */
import { mapPieces, withText, type CleaningStep } from './piece.js';

const UNTIDY = /^\s|\s$|\s\s|[^\S ]/u;

export const spacesStep: CleaningStep = {
  id: 'spaces',
  apply: (pieces) =>
    mapPieces(pieces, (piece) =>
      UNTIDY.test(piece.text) ? withText(piece, piece.text.replace(/\s+/gu, ' ').trim()) : piece,
    ),
};
