/** "personal protective equipment (PPE)": the full form and its abbreviation are two terms. */
import { withValue } from '../../termbase/fields.js';
import { NO_FIELDS } from '../../termbase/concept.js';
import { spreadPieces, type CleaningStep, type Piece } from './piece.js';

const BEHIND = /^(.*\S)\s*[(（[]\s*([\p{L}\p{N}.&/-]{2,12})\s*[)）\]]$/u;
const BEFORE = /^([\p{L}\p{N}.&/-]{2,12})\s*[(（[]\s*([^()（）[\]]*\S)\s*[)）\]]$/u;

export const abbreviationsStep: CleaningStep = {
  id: 'abbreviations',
  apply: (pieces) => spreadPieces(pieces, apart),
};

function apart(piece: Piece): readonly Piece[] | null {
  if (!/[(（[]/.test(piece.text)) return null;
  const behind = BEHIND.exec(piece.text);
  if (behind && isShortFor(behind[2]!, behind[1]!)) return both(piece, behind[1]!, behind[2]!);
  const before = BEFORE.exec(piece.text);
  if (before && isShortFor(before[1]!, before[2]!)) return both(piece, before[2]!, before[1]!);
  return null;
}

function both(piece: Piece, full: string, short: string): readonly Piece[] {
  return [
    { ...piece, text: full, fields: withValue(piece.fields, 'termType', 'fullForm') },
    { text: short, fields: withValue(NO_FIELDS, 'termType', 'abbreviation') },
  ];
}

/** Capitals for the most part, and its letters occur in the full form in this order, the first at its beginning. */
export function isShortFor(short: string, full: string): boolean {
  const letters = [...short].filter((char) => /\p{L}/u.test(char));
  const capitals = letters.filter((char) => char !== char.toLowerCase()).length;
  if (letters.length < 2 || letters.length > 8 || capitals < 2 || capitals < letters.length / 2) return false;
  if (full.length < short.length * 2) return false;
  const text = fold(full);
  let at = 0;
  for (const [i, letter] of letters.entries()) {
    const found = text.indexOf(fold(letter), at);
    if (found < 0 || (i === 0 && found !== 0)) return false;
    at = found + 1;
  }
  return true;
}

function fold(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}
