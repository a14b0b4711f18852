/** Entities and tags of HTML or XML that were left in a text: "&eacute;cluse", "<b>lock</b>". */
import { decodeHTMLStrict } from 'entities';
import { mapPieces, withText, type CleaningStep } from './piece.js';

const TAG = /<\/?(?:b|i|u|em|strong|sub|sup|span|font|small|tt|code|a|p|div)(?:\s[^<>]*)?\/?>/gi;
const BREAK = /<br\s*\/?>/gi;

export const entitiesStep: CleaningStep = {
  id: 'entities',
  apply: (pieces) => mapPieces(pieces, (piece) => withText(piece, withoutMarkup(piece.text))),
};

/** Named entities of HTML, numeric ones, and the tags of inline text; "a < b" and "R&D" stay. */
export function withoutMarkup(text: string): string {
  if (!/[&<]/.test(text)) return text;
  const plain = text.replace(BREAK, '\n').replace(TAG, '');
  return plain.includes('&') ? decodeHTMLStrict(plain) : plain;
}
