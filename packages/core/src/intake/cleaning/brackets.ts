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

/** Labels of usage, region and style, as glossaries print them. Common practice. */
const LABELS = new Set(
  (
    'obsolete obs dated archaic rare formal informal coll colloquial slang fig figurative lit literal spec special general gen ' +
    'us uk gb brit am amer ca can au at ch österr schweiz dt südd nordd europe eu ' +
    'veraltet selten ugs umgangssprachlich fachspr fachsprachlich fam vieilli rare litt desus poco usado antiguo obsoleto ' +
    'raro pop plural singular formerly früher auch also short kurz abbr abk preferred deprecated bevorzugt trademark tm'
  ).split(' '),
);
/** Cells in brackets that show a habit. */
const ENOUGH = 3;
/** Of the bracketed parts. */
const MOST = 0.6;

export interface BracketHabits {
  /** Most parts in brackets are labels or domains, which are no part of the term. */
  readonly noted: boolean;
  /** Most of those in square brackets are domains: "[tech.]", the same again and again. */
  readonly squareIsSubject: boolean;
}

/** How a column uses brackets. */
export function bracketHabits(cells: readonly string[]): BracketHabits {
  const parts = cells.flatMap((cell) => {
    const found = AT_END.exec(cell.trim());
    if (found) return [{ square: found[2] === '[', text: labelKey(found[3]!) }];
    const front = AT_START.exec(cell.trim());
    return front ? [{ square: front[1] === '[', text: labelKey(front[2]!) }] : [];
  });
  const times = new Map<string, number>();
  for (const { text } of parts) times.set(text, (times.get(text) ?? 0) + 1);
  const isRepeated = (text: string): boolean => times.get(text)! > 1;
  const labels = parts.filter(
    ({ text }) => isRepeated(text) || LABELS.has(text.replace(/\.$/, '')) || /^\p{L}{2,8}\.$/u.test(text),
  );
  const square = parts.filter((part) => part.square);
  const domains = square.filter(({ text }) => isRepeated(text) || text.endsWith('.'));
  return {
    noted: parts.length >= ENOUGH && labels.length >= parts.length * MOST,
    squareIsSubject: square.length >= ENOUGH && domains.length >= square.length * MOST,
  };
}

const labelKey = (text: string): string => text.trim().toLowerCase();
