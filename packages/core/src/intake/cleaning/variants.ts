/** Variants in brackets inside a word: "colo(u)r" is "colour" and "color", "Schleuse(n)" is "Schleuse" and "Schleusen". */
import { withValue } from '../../termbase/fields.js';
import { NO_FIELDS } from '../../termbase/concept.js';
import { spreadPieces, type CleaningStep, type Piece } from './piece.js';

const INSIDE = /^(.*\p{L}{2})\((\p{L}{1,4})\)(\p{L}+.*)$/u;
const AT_END = /^(.*\p{Ll}{3})\((\p{Ll}{1,3})\)((?:\s.*)?)$/u;

export const variantsStep: CleaningStep = { id: 'variants', apply: (pieces) => spreadPieces(pieces, bothForms) };

function bothForms(piece: Piece): readonly Piece[] | null {
  if (!/\p{L}\(\p{L}/u.test(piece.text)) return null;
  const inside = INSIDE.exec(piece.text);
  if (inside) return forms(piece, inside[1]! + inside[2]! + inside[3]!, inside[1]! + inside[3]!);
  const end = AT_END.exec(piece.text);
  return end ? forms(piece, end[1]! + end[3]!, end[1]! + end[2]! + end[3]!) : null;
}

function forms(piece: Piece, first: string, second: string): readonly Piece[] {
  return [
    { ...piece, text: first },
    { text: second, fields: withValue(NO_FIELDS, 'termType', 'variant') },
  ];
}
