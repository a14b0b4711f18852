/** Notes in brackets before or after a term: "Schleuse (selten)" → Schleuse, note "selten". */
import { mapPieces, type CleaningStep, type Piece } from './piece.js';

/** A bracket of its own at the end or the beginning; not "colo(u)r", not one inside another, not the whole text. */
const AT_END = /^(.*\S)\s+[([（]([^()[\]（）]+)[)\]）]$/u;
const AT_START = /^[([（]([^()[\]（）]+)[)\]）]\s+(\S.*)$/u;

export const bracketsStep: CleaningStep = { id: 'brackets', apply: (pieces) => mapPieces(pieces, withoutBrackets) };

function withoutBrackets(piece: Piece): Piece {
  let { text } = piece;
  const front: string[] = [];
  const back: string[] = [];
  for (let found = AT_END.exec(text); found; found = AT_END.exec(text)) {
    text = found[1]!;
    back.unshift(found[2]!.trim());
  }
  for (let found = AT_START.exec(text); found; found = AT_START.exec(text)) {
    text = found[2]!;
    front.push(found[1]!.trim());
  }
  const notes = [...front, ...back];
  return notes.length ? { text, notes: [...piece.notes, ...notes] } : piece;
}
