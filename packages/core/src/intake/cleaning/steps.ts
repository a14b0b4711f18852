/** The cleaning steps of a cell in their order, and their one interpreter. */
import { NO_FIELDS, type Fields } from '../../termbase/concept.js';
import { joinedFields } from '../../termbase/fields.js';
import type { CellStepId, CleaningStepId } from '../reading.js';
import { abbreviationsStep } from './abbreviations.js';
import { articlesStep } from './articles.js';
import { bracketsStep } from './brackets.js';
import { capitalsStep } from './capitals.js';
import { encodingStep } from './encoding.js';
import { entitiesStep } from './entities.js';
import { grammarStep } from './grammar.js';
import { type CleaningContext, type CleaningStep, type Piece } from './piece.js';
import { punctuationStep } from './punctuation.js';
import { seeStep } from './see.js';
import { spacesStep } from './spaces.js';
import { synonymsStep } from './synonyms.js';
import { unicodeStep } from './unicode.js';
import { variantsStep } from './variants.js';

type CellStep = CleaningStep & { readonly id: CellStepId };

const STEPS = [
  encodingStep,
  entitiesStep,
  unicodeStep,
  seeStep,
  synonymsStep,
  spacesStep,
  grammarStep,
  abbreviationsStep,
  variantsStep,
  bracketsStep,
  articlesStep,
  capitalsStep,
  punctuationStep,
] as readonly CellStep[];

export interface Cleaned {
  readonly pieces: readonly Piece[];
  /** What the cell said about the concept. */
  readonly ofConcept: Fields;
  /** The steps that changed the cell. */
  readonly touched: readonly CellStepId[];
  /** The steps that are switched off and would have. */
  readonly wouldTouch: readonly CellStepId[];
}

/** Words of letters and digits with single spaces or hyphens between them: most cells, for which few steps matter. */
const PLAIN = /^[\p{L}\p{Nd}]+(?:[ -][\p{L}\p{Nd}]+)*$/u;
const PLAIN_STEPS = [seeStep, articlesStep, capitalsStep] as readonly CellStep[];
const NOTHING: readonly CellStepId[] = [];
/** Each round takes something away; real cells need two. */
const ROUNDS = 12;

function isPlain(cell: string): boolean {
  return PLAIN.test(cell) && cell.normalize('NFC') === cell;
}

/** One cell through all steps; those switched off are only tried. Empty pieces fall away. */
export function cleanCell(
  cell: string,
  steps: Readonly<Record<CleaningStepId, boolean>>,
  context: CleaningContext,
): Cleaned {
  const touched = new Set<CellStepId>();
  const wouldTouch = new Set<CellStepId>();
  let pieces: readonly Piece[] = [{ text: cell, fields: NO_FIELDS }];
  // A step can uncover work for an earlier one: the comma of "pound (canal)," hides the bracket.
  for (let round = 0; round < ROUNDS; round++) {
    const before = pieces;
    const list = pieces.every(({ text }) => isPlain(text)) ? PLAIN_STEPS : STEPS;
    for (const step of list) {
      const next = step.apply(pieces, context);
      if (next === pieces) continue;
      (steps[step.id] ? touched : wouldTouch).add(step.id);
      if (steps[step.id]) pieces = next;
    }
    if (pieces === before) break;
  }
  return {
    pieces: pieces.filter((piece) => piece.text.trim() !== ''),
    ofConcept: pieces.reduce((all, { ofConcept }) => (ofConcept ? joinedFields(all, ofConcept) : all), NO_FIELDS),
    touched: touched.size ? [...touched] : NOTHING,
    wouldTouch: wouldTouch.size ? [...wouldTouch] : NOTHING,
  };
}

/** What a single step makes of a cell that has gone through those before it: for the preview. */
export function previewStep(
  id: CellStepId,
  cell: string,
  steps: Readonly<Record<CleaningStepId, boolean>>,
  context: CleaningContext,
): { readonly before: string; readonly after: readonly Piece[] } | null {
  let pieces: readonly Piece[] = [{ text: cell, fields: NO_FIELDS }];
  for (const step of STEPS) {
    const next = step.apply(pieces, context);
    if (step.id === id) return next === pieces ? null : { before: pieces.map((p) => p.text).join(' ⏐ '), after: next };
    if (steps[step.id]) pieces = next;
  }
  return null;
}
