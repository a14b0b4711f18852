/** The cleaning steps of a cell in their order, and their one interpreter. */
import type { CleaningStepId } from '../reading.js';
import { bracketsStep } from './brackets.js';
import { type CleaningContext, type CleaningStep, type Piece } from './piece.js';
import { punctuationStep } from './punctuation.js';
import { spacesStep } from './spaces.js';
import { synonymsStep } from './synonyms.js';
import { unicodeStep } from './unicode.js';

type CellStepId = Exclude<CleaningStepId, 'duplicates'>;

const STEPS: readonly (CleaningStep & { readonly id: CellStepId })[] = [
  unicodeStep,
  synonymsStep,
  spacesStep,
  bracketsStep,
  punctuationStep,
] as (CleaningStep & { readonly id: CellStepId })[];

export interface Cleaned {
  readonly pieces: readonly Piece[];
  /** The steps that changed the cell. */
  readonly touched: readonly CellStepId[];
  /** The steps that are switched off and would have. */
  readonly wouldTouch: readonly CellStepId[];
}

/** Words of letters and digits with single spaces or hyphens between them: most cells, and no step has anything to do. */
const PLAIN = /^[\p{L}\p{N}]+(?:[ -][\p{L}\p{N}]+)*$/u;
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
  if (isPlain(cell)) return { pieces: [{ text: cell, notes: [] }], touched: NOTHING, wouldTouch: NOTHING };
  const touched = new Set<CellStepId>();
  const wouldTouch = new Set<CellStepId>();
  let pieces: readonly Piece[] = [{ text: cell, notes: [] }];
  // A step can uncover work for an earlier one: the comma of "pound (canal)," hides the bracket.
  for (let round = 0; round < ROUNDS; round++) {
    const before = pieces;
    for (const step of STEPS) {
      const next = step.apply(pieces, context);
      if (next === pieces) continue;
      (steps[step.id] ? touched : wouldTouch).add(step.id);
      if (steps[step.id]) pieces = next;
    }
    if (pieces === before) break;
  }
  return {
    pieces: pieces.filter((piece) => piece.text.trim() !== ''),
    touched: [...touched],
    wouldTouch: [...wouldTouch],
  };
}

/** What a single step makes of a cell that has gone through those before it: for the preview. */
export function previewStep(
  id: CellStepId,
  cell: string,
  steps: Readonly<Record<CleaningStepId, boolean>>,
  context: CleaningContext,
): { readonly before: string; readonly after: readonly Piece[] } | null {
  let pieces: readonly Piece[] = [{ text: cell, notes: [] }];
  for (const step of STEPS) {
    const next = step.apply(pieces, context);
    if (step.id === id) return next === pieces ? null : { before: pieces.map((p) => p.text).join(' ⏐ '), after: next };
    if (steps[step.id]) pieces = next;
  }
  return null;
}
