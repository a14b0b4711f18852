import type { LanguageTag } from '../../language/tags.js';
import type { Fields } from '../../termbase/concept.js';

/** What a cell becomes: one piece for each term in it, with what was taken out of it in its fields. */
export interface Piece {
  readonly text: string;
  readonly fields: Fields;
  /** What was said in the cell about the concept, not the term: "see lock gate". */
  readonly ofConcept?: Fields;
}

/**
 * One cleaning step: pieces in, pieces out, the very same array if there is nothing to do. Pure; what it takes out
 * of a text it puts into a field, so that nothing is lost.
 */
export interface CleaningStep {
  readonly id: string;
  apply(pieces: readonly Piece[], context: CleaningContext): readonly Piece[];
}

export interface CleaningContext {
  readonly separators: readonly string[];
  readonly language: LanguageTag | null;
  /** "[arch.]" names a subject, as in dictionaries; otherwise it is a note. */
  readonly squareIsSubject?: boolean;
}

/** Applies a change of text to each piece; gives back the same array when none changed. */
export function mapPieces(pieces: readonly Piece[], change: (piece: Piece) => Piece): readonly Piece[] {
  // Most cells hold one piece that no step changes: nothing is made for them.
  let result: Piece[] | null = null;
  for (let i = 0; i < pieces.length; i++) {
    const next = change(pieces[i]!);
    if (next !== pieces[i]) result ??= pieces.slice(0, i);
    result?.push(next);
  }
  return result ?? pieces;
}

/** Replaces a piece by several; the same array when `change` gives null for all. */
export function spreadPieces(
  pieces: readonly Piece[],
  change: (piece: Piece) => readonly Piece[] | null,
): readonly Piece[] {
  let result: Piece[] | null = null;
  for (let i = 0; i < pieces.length; i++) {
    const next = change(pieces[i]!);
    if (next) result ??= pieces.slice(0, i);
    if (next) result!.push(...next);
    else result?.push(pieces[i]!);
  }
  return result ?? pieces;
}

/** The piece with another text; the very same piece if the text is the same. */
export function withText(piece: Piece, text: string): Piece {
  return text === piece.text ? piece : { ...piece, text };
}
