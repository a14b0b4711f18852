/** Notes in brackets before or after a term: "Schleuse (selten)" → Schleuse, note "selten". */
import { NO_FIELDS } from '../../termbase/concept.js';
import { withValue } from '../../termbase/fields.js';
import { mapPieces, type CleaningContext, type CleaningStep, type Piece } from './piece.js';

/** A bracket of its own at the end or the beginning; not "colo(u)r", not one inside another, not the whole text. */
const AT_END = /^(.*\S)\s+([([（])([^()[\]（）]+)[)\]）]$/u;
const AT_START = /^([([（])([^()[\]（）]+)[)\]）]\s+(\S.*)$/u;

export const bracketsStep: CleaningStep = {
  id: 'brackets',
  apply: (pieces, context) => mapPieces(pieces, (piece) => withoutBrackets(piece, context)),
};

function withoutBrackets(piece: Piece, { squareIsSubject }: CleaningContext): Piece {
  if (!/[([（]/.test(piece.text)) return piece;
  let { text } = piece;
  const front: Said[] = [];
  const back: Said[] = [];
  for (let found = AT_END.exec(text); found; found = AT_END.exec(text)) {
    text = found[1]!;
    back.unshift([found[2]!, found[3]!.trim()]);
  }
  for (let found = AT_START.exec(text); found; found = AT_START.exec(text)) {
    text = found[3]!;
    front.push([found[1]!, found[2]!.trim()]);
  }
  const said = [...front, ...back];
  if (said.length === 0) return piece;
  let { fields } = piece;
  let ofConcept = piece.ofConcept ?? NO_FIELDS;
  for (const [bracket, content] of said) {
    if (squareIsSubject && bracket === '[') ofConcept = withValue(ofConcept, 'subjectField', content);
    else fields = withValue(fields, 'note', content);
  }
  return { text, fields, ...(ofConcept !== NO_FIELDS && { ofConcept }) };
}

/** The bracket and what stands in it. */
type Said = readonly [string, string];
