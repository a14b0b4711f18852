/** "see lock gate", "siehe Schleusentor", "→ écluse": a reference, not a term. */
import { withValue } from '../../termbase/fields.js';
import { NO_FIELDS } from '../../termbase/concept.js';
import { spreadPieces, type CleaningStep, type Piece } from './piece.js';

/** Common practice. */
const SEE =
  '(?:see\\s+also|see|siehe\\s+auch|siehe|s\\.\\s?a\\.|vgl\\.|voir\\s+aussi|voir|cf\\.|v[ée]ase(?:\\s+tambi[ée]n)?|ver\\s+tamb[ée]m|vedi(?:\\s+anche)?|zob\\.|patrz|katso(?:\\s+myös)?|ks\\.|zie(?:\\s+ook)?|se\\s+även|lásd|viz)';
const ARROW = '(?:→|⇒|->|=>)';
const WHOLE = new RegExp(`^[([]?\\s*(?:${SEE}\\s*:?\\s+|${ARROW}\\s*)(\\S[^()\\[\\]]*?)\\s*[)\\]]?$`, 'iu');
const AT_END = new RegExp(`^(.*\\S)\\s*(?:[;,]\\s+|\\s*[([])\\s*${SEE}\\s*:?\\s+(\\S[^()\\[\\]]*?)\\s*[)\\]]?$`, 'iu');

export const seeStep: CleaningStep = { id: 'see', apply: (pieces) => spreadPieces(pieces, referred) };

/** Where a reference can begin: looked for first, since hardly any text has one. */
const MAYBE =
  /(?:^|[;,([]\s*)(?:see|siehe|s\.|vgl|voir|cf|v[ée]ase|ver\s|vedi|zob|patrz|katso|ks\.|zie|se\s|lásd|viz)|[→⇒]|[-=]>/iu;

function referred(piece: Piece): readonly Piece[] | null {
  if (!MAYBE.test(piece.text)) return null;
  const whole = WHOLE.exec(piece.text);
  if (whole) return [reference({ ...piece, text: '' }, whole[1]!)];
  const end = AT_END.exec(piece.text);
  return end ? [reference({ ...piece, text: end[1]! }, end[2]!)] : null;
}

function reference(piece: Piece, to: string): Piece {
  return { ...piece, ofConcept: withValue(piece.ofConcept ?? NO_FIELDS, 'crossReference', to) };
}
