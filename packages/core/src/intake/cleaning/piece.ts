/** What a cell becomes: one piece for each term in it, with the notes taken out of it. */
export interface Piece {
  readonly text: string;
  readonly notes: readonly string[];
}

/**
 * One cleaning step: pieces in, pieces out, the very same array if there is nothing to do. Pure; what it takes out
 * of a text it puts into the notes, so that nothing is lost.
 */
export interface CleaningStep {
  readonly id: string;
  apply(pieces: readonly Piece[], context: CleaningContext): readonly Piece[];
}

export interface CleaningContext {
  readonly separators: readonly string[];
}

/** Applies a change of text to each piece; gives back the same array when none changed. */
export function mapPieces(pieces: readonly Piece[], change: (piece: Piece) => Piece): readonly Piece[] {
  let changed = false;
  const result = pieces.map((piece) => {
    const next = change(piece);
    if (next !== piece) changed = true;
    return next;
  });
  return changed ? result : pieces;
}

/** The piece with another text; the very same piece if the text is the same. */
export function withText(piece: Piece, text: string): Piece {
  return text === piece.text ? piece : { ...piece, text };
}
