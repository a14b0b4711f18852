/** What is known of two texts while they are being aligned, and what it says of passages of theirs. */
import { fullBand } from './band.js';
import { lengthOf } from './bead.js';
import type { EdgeModel } from './edges.js';
import type { Junctions } from './junctions.js';
import type { BeadKinds, Score } from './lattice.js';
import type { LayoutModel } from './layout.js';
import type { LengthModel } from './length-model.js';
import type { PassageScore } from './moves.js';
import type { Twins } from './twins.js';
import { WordEvidence, type Knowledge, type Room } from './word-evidence.js';

/** Segments on one side of a bead at most. */
export const LARGEST = 4;
/**
 * How much what the words say counts beside what the lengths say: words of a sentence do not vary independently, the two of
 * a button nearly do. `few` and `many` are words of a segment, on average.
 */
const WORDS = { few: 4, ofFew: 1, many: 10, ofMany: 0.65 };

export interface Known {
  readonly room: Room;
  readonly words: Knowledge;
  readonly lengths: LengthModel;
  readonly twins: Twins;
  readonly layout: LayoutModel | null;
  readonly edges: EdgeModel;
  /** How much the texts are lists, or as good as one: see `listness`. */
  readonly list: number;
  readonly junctions: Junctions;
  readonly kinds: BeadKinds;
}

/** Evidence for any rectangle of the two texts. */
export function partScores(known: Known): PassageScore {
  return (sources, targets, most = LARGEST) => {
    const evidence = new WordEvidence(
      known.room,
      known.words,
      fullBand(sources, targets),
      sources.from,
      sources.to,
      Math.min(most, lengthOf(sources)),
      Math.min(most, lengthOf(targets)),
    );
    return scoreOf(evidence, known);
  };
}

export function scoreOf(evidence: WordEvidence, { room, lengths, twins, layout, edges, junctions }: Known): Score {
  const weight = weightOfWords(room);
  const bare: Score = (i, a, j, b) =>
    weight * evidence.score(i, a, j, b) +
    lengths.score(i, a, j, b) +
    twins.score(i, a, j, b) +
    edges.score(i, a, j, b) +
    junctions.score(i, a, j, b);
  return layout ? (i, a, j, b) => bare(i, a, j, b) + layout.score(i, a, j, b) : bare;
}

function weightOfWords({ source, target }: Room): number {
  const mean = (source.tokens.length + target.tokens.length) / Math.max(1, source.size + target.size);
  const share = Math.min(1, Math.max(0, (mean - WORDS.few) / (WORDS.many - WORDS.few)));
  return WORDS.ofFew + (WORDS.ofMany - WORDS.ofFew) * share;
}
