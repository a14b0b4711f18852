/**
 * How well the edges of two passages agree: what ends with a full stop, a question or in the midst of a sentence has a
 * counterpart that does so too, and so has what begins with a capital or a small letter. How much that says is learned from
 * the texts themselves: Thai has no full stops, Japanese no capitals.
 */
import { lengthOf, type Bead, type WeighedBead } from './bead.js';

/**
 * Kinds of ends by their mark, after closing quotes and brackets are taken off: 0 without a mark. The semicolon is the
 * question mark of Greek, also by its own code point after NFC.
 */
const END_MARKS: readonly RegExp[] = [/[.。।…۔]$/u, /[?？؟;]$/u, /[!！]$/u, /[:：]$/u, /[,、，،؛]$/u];
const CLOSING = /[\s\p{Pf}\p{Pe}"'”’»“‘]+$/u;
/** Kinds of beginnings, after opening quotes and brackets: 0 another. */
const BEGINNINGS: readonly RegExp[] = [/^\p{Lu}/u, /^\p{Ll}/u, /^\p{N}/u, /^\p{Lo}/u];
const OPENING = /^[\s\p{Pi}\p{Ps}"'“‘«„¿¡]+/u;
const KINDS = 6;
/** Edges are looked at no further than this; UTF-16 code units. */
const WIDTH = 40;

/** Usual share of passages that keep their kind of edge. */
const KEPT = 0.8;
/** Passages for which the usual counts. */
const USUAL = 8;
/** How much it says beside the words and lengths: more than they do, as hardly anything else says where a cut is. */
const WEIGHT = 1;

interface Kinds {
  readonly begin: Uint8Array;
  readonly end: Uint8Array;
}

/** The edges of all segments of two texts. */
interface Edges {
  readonly source: Kinds;
  readonly target: Kinds;
}

function kindsIn(texts: readonly string[]): Kinds {
  const kindOf = (text: string, kinds: readonly RegExp[]): number => kinds.findIndex((kind) => kind.test(text)) + 1;
  return {
    begin: Uint8Array.from(texts, (text) => kindOf(text.slice(0, WIDTH).replace(OPENING, ''), BEGINNINGS)),
    end: Uint8Array.from(texts, (text) => kindOf(text.slice(-WIDTH).replace(CLOSING, ''), END_MARKS)),
  };
}

export class EdgeModel {
  private constructor(
    private readonly edges: Edges,
    /** Logs of how much likelier two kinds are together than by chance. */
    private readonly begins: Float64Array,
    private readonly ends: Float64Array,
  ) {}

  /** What is usual. */
  static of(source: readonly string[], target: readonly string[]): EdgeModel {
    return EdgeModel.from({ source: kindsIn(source), target: kindsIn(target) }, []);
  }

  /** @param beads an alignment: what is learned is from pairs of one and one between such pairs */
  learned(beads: readonly WeighedBead[]): EdgeModel {
    return EdgeModel.from(this.edges, beads);
  }

  private static from(edges: Edges, beads: readonly WeighedBead[]): EdgeModel {
    const { source, target } = edges;
    // A passage that is cut anew, broken up, has edges that do not agree; and it leaves a bead of other size beside it.
    const singles = beads.map((bead) => lengthOf(bead.source) === 1 && lengthOf(bead.target) === 1);
    const begins = beads
      .filter((_, k) => singles[k] && (singles[k - 1] ?? true))
      .map((bead) => [source.begin[bead.source.from]!, target.begin[bead.target.from]!, bead.sureness] as const);
    const ends = beads
      .filter((_, k) => singles[k] && (singles[k + 1] ?? true))
      .map((bead) => [source.end[bead.source.from]!, target.end[bead.target.from]!, bead.sureness] as const);
    return new EdgeModel(
      edges,
      togetherness(source.begin, target.begin, begins),
      togetherness(source.end, target.end, ends),
    );
  }

  /** The same of two passages for what lies between them: the end of the one and the beginning of the other. */
  between(one: Bead, other: Bead): number {
    const { source, target } = this.edges;
    return (
      this.ends[source.end[one.source.to - 1]! * KINDS + target.end[one.target.to - 1]!]! +
      this.begins[source.begin[other.source.from]! * KINDS + target.begin[other.target.from]!]!
    );
  }

  /** Log of how much likelier the edges are if the passages belong together. Constant cost. */
  score(i: number, a: number, j: number, b: number): number {
    const { source, target } = this.edges;
    return (
      this.begins[source.begin[i]! * KINDS + target.begin[j]!]! +
      this.ends[source.end[i + a - 1]! * KINDS + target.end[j + b - 1]!]!
    );
  }
}

function togetherness(
  source: Uint8Array,
  target: Uint8Array,
  seen: readonly (readonly [source: number, target: number, sureness: number])[],
): Float64Array {
  const [left, right] = [sharesOf(source), sharesOf(target)];
  // What is kept, and the rest of each kind on either side by chance, so that each stays as frequent as it is.
  const kept = left.map((share, kind) => KEPT * Math.min(share, right[kind]!));
  const rest = 1 - kept.reduce((sum, share) => sum + share, 0);
  const counts = new Float64Array(KINDS * KINDS);
  let total = 0;
  for (const [s, t, sureness] of seen) {
    counts[s * KINDS + t]! += sureness;
    total += sureness;
  }
  return counts.map((count, at) => {
    const [s, t] = [Math.floor(at / KINDS), at % KINDS];
    const chance = left[s]! * right[t]!;
    const usual = (s === t ? kept[s]! : 0) + ((left[s]! - kept[s]!) * (right[t]! - kept[t]!)) / rest;
    return WEIGHT * log((count + USUAL * usual) / (total + USUAL) / chance);
  });
}

/** Nothing is impossible, and nothing certain. */
const log = (ratio: number): number => Math.log(Math.min(50, Math.max(0.02, ratio)));

/** How frequent each kind is; none is impossible. */
function sharesOf(kinds: Uint8Array): Float64Array {
  const counts = new Float64Array(KINDS).fill(0.5);
  for (const kind of kinds) counts[kind]!++;
  return counts.map((count) => count / (kinds.length + KINDS / 2));
}
