/**
 * Passages that are cut differently on both sides: "a, b1 | b2, c" beside "a | b | c". A way of small beads breaks them up,
 * since each of its beads has much in common. What gives them away is text that reaches over the bound: if a part of one
 * segment were moved to the neighbouring bead, lengths and words of both beads would agree better. Then both are one bead.
 */
import { lengthOf, type Span, type WeighedBead } from './bead.js';
import type { EdgeModel } from './edges.js';
import type { BeadKinds } from './lattice.js';
import type { LengthModel } from './length-model.js';
import type { Side } from './sides.js';
import { UNTRANSLATED, type Knowledge, type Room } from './word-evidence.js';

/** Share of the words that are expected to be translated, and how much words count beside lengths; as in the whole score of sentences. */
const [TRANSLATED, WORDS] = [1 - UNTRANSLATED, 0.65];
/** Log of the places within a segment at which it may be cut. */
const PLACES = 1;
/** How often two neighbours are one passage that is cut anew, where nothing is known yet; and at most. */
const FREQUENCY = { usual: 0.002, most: 0.3 };
/** Neighbours for which the frequency of all counts, for how often those of one kind are one. */
const OF_ALL = 20;
/** How often frequencies are estimated anew. */
const ROUNDS = 5;
/** Pairs that a text has at least to show how it is cut; the share of them that are then no pair of one and one. */
const PAIRS = { least: 20, anew: 0.05 };
/** Gains that chance hardly explains, and the shares of neighbours that have them in a text cut anew throughout. */
const PLAINLY = [
  { gain: 9, share: 0.005 },
  { gain: 5, share: 0.02 },
];
/** The share of pairs of so many segments from which on a text shows by itself that it is cut anew. */
const SEEN = { segments: 5, share: 0.02 };
/** Segments on one side of a bead at most. */
const LARGEST = 4;
/** Deviations of lengths beyond which nothing is told apart. */
const FARTHEST = 5;

/** What two texts say, as the rest of the alignment knows it. */
export interface Texts {
  readonly room: Room;
  readonly words: Knowledge;
  readonly lengths: LengthModel;
  readonly edges: EdgeModel;
  readonly kinds: BeadKinds;
}

/** Two beads that may be one; what lies between them: nothing, or a segment without counterpart. */
interface Bound {
  readonly first: number;
  readonly second: number;
  /** Log of how much likelier they are one by what reaches over. */
  readonly gain: number;
  /** What the one would be: 3-2. */
  readonly kind: string;
}

/** @returns the beads, some of them joined; of the others the sureness says how far that is in doubt. O(words) */
export function joinedWhereRecut(beads: readonly WeighedBead[], texts: Texts): WeighedBead[] {
  if (!isCutAnew(beads)) return [...beads];
  const bounds = boundsOf(beads, new Reach(texts));
  const isPlain = PLAINLY.some(
    ({ gain: least, share }) => bounds.filter(({ gain }) => gain > least).length >= share * bounds.length,
  );
  if (!isPlain && !isSeenCut(beads)) return [...beads];
  const chances = chancesOf(bounds);
  const result = beads.map((bead): WeighedBead | null => bead);
  /** By bead: the first of those that it is joined with. */
  const firsts = beads.map((_, k) => k);
  bounds.forEach(({ first, second }, k) => {
    const share = chances[k]!;
    const [at, before, bead] = [firsts[first]!, result[firsts[first]!]!, result[second]!];
    const joined = { source: over(before.source, bead.source), target: over(before.target, bead.target) };
    if (lengthOf(joined.source) > LARGEST || lengthOf(joined.target) > LARGEST) return;
    if (share > 0.5) {
      // What either of them is right in, the joined one is right in as well.
      result[at] = { ...joined, sureness: share, together: Math.max(share, before.together ?? 0, bead.together ?? 0) };
      result.fill(null, first + 1, second + 1);
      firsts[second] = at;
    } else {
      result[at] = { ...before, sureness: before.sureness * (1 - share) };
      result[second] = { ...bead, sureness: bead.sureness * (1 - share) };
    }
  });
  return result.filter((bead) => bead !== null);
}

/** Whether so many beads are no pair of one and one that neighbours may be one as well: nothing of it in a text cut alike. */
const isCutAnew = (beads: readonly WeighedBead[]): boolean =>
  beads.filter(isPair).length >= PAIRS.least && shareOf(beads, 3) >= PAIRS.anew;

/** Whether so many pairs are of many segments that a text shows that it is cut anew throughout. */
export const isSeenCut = (beads: readonly WeighedBead[]): boolean => shareOf(beads, SEEN.segments) > SEEN.share;

/** The share of pairs that are of so many segments or more, both sides together. */
function shareOf(beads: readonly WeighedBead[], segments: number): number {
  const pairs = beads.filter(isPair);
  const large = pairs.filter(({ source, target }) => lengthOf(source) + lengthOf(target) >= segments);
  return large.length / Math.max(1, pairs.length);
}

const isPair = ({ source, target }: WeighedBead): boolean => lengthOf(source) > 0 && lengthOf(target) > 0;

function boundsOf(beads: readonly WeighedBead[], reach: Reach): Bound[] {
  return beads.flatMap((bead, second): Bound[] => {
    const [before, last] = [beads[second - 2], beads[second - 1]];
    if (!isPair(bead) || !last) return [];
    if (isPair(last)) return [{ first: second - 1, second, gain: reach.over(last, bead), kind: kindOf(last, bead) }];
    if (!before || !isPair(before)) return [];
    return [{ first: second - 2, second, gain: reach.through(before, last, bead), kind: kindOf(before, bead) }];
  });
}

const kindOf = (first: WeighedBead, second: WeighedBead): string =>
  `${lengthOf(over(first.source, second.source))}-${lengthOf(over(first.target, second.target))}`;

/** How probable it is that each is one; each kind is as frequent as it is found to be, in rounds (expectation and maximization). */
function chancesOf(bounds: readonly Bound[]): readonly number[] {
  const within = (share: number): number => Math.min(FREQUENCY.most, Math.max(FREQUENCY.usual, share));
  let chances = bounds.map(({ gain }) => chance(gain, FREQUENCY.usual));
  for (let round = 0; round < ROUNDS; round++) {
    const all = within(chances.reduce((sum, share) => sum + share, 0) / Math.max(1, bounds.length));
    const kinds = new Map<string, { sum: number; count: number }>();
    bounds.forEach(({ kind }, k) => {
      const { sum, count } = kinds.get(kind) ?? { sum: OF_ALL * all, count: OF_ALL };
      kinds.set(kind, { sum: sum + chances[k]!, count: count + 1 });
    });
    chances = bounds.map(({ kind, gain }) => chance(gain, within(kinds.get(kind)!.sum / kinds.get(kind)!.count)));
  }
  return chances;
}
const over = (a: Span, b: Span): Span => ({ from: a.from, to: b.to });

function chance(gain: number, frequency: number): number {
  return 1 / (1 + Math.exp(PLACES + Math.log((1 - frequency) / frequency) - gain));
}

/** For a word: log of how much likelier something makes it. */
type GainOf = (word: number) => number;

/** How much two neighbouring beads would gain if a part of one segment went over to the other bead. */
class Reach {
  private readonly left: Side;
  private readonly right: Side;

  constructor(private readonly texts: Texts) {
    this.left = texts.room.source;
    this.right = texts.room.target;
  }

  /** Log of how much likelier both are then. */
  over(a: WeighedBead, b: WeighedBead): number {
    const { left, right } = this;
    const [sourceOne, sourceOther] = this.ofSource(a.target, b.target);
    const [targetOne, targetOther] = this.ofTarget(a.source, b.source);
    const ofSource: GainOf = (word) => sourceOther(word) - sourceOne(word);
    const ofTarget: GainOf = (word) => targetOther(word) - targetOne(word);
    const sizes = this.sizesOf(a, b);
    const now = this.agreement(...sizes.a) + this.agreement(...sizes.b);
    /** @param x characters of the source, @param y of the target that go from the first bead to the second */
    const moved = (x: number, y: number): number =>
      this.agreement(sizes.a[0] - x, sizes.a[1] - y) + this.agreement(sizes.b[0] + x, sizes.b[1] + y) - now;
    const edges = this.texts.edges.between(a, b);
    return (
      -edges +
      Math.max(
        best(
          left,
          b.source.from,
          false,
          (word) => -ofSource(word),
          (x) => moved(-x, 0),
        ),
        best(left, a.source.to - 1, true, ofSource, (x) => moved(x, 0)),
        best(
          right,
          b.target.from,
          false,
          (word) => -ofTarget(word),
          (y) => moved(0, -y),
        ),
        best(right, a.target.to - 1, true, ofTarget, (y) => moved(0, y)),
      )
    );
  }

  /** The same where a segment without counterpart lies between them, of which a part goes with the one and the rest with the other. */
  through(a: WeighedBead, alone: WeighedBead, b: WeighedBead): number {
    const isSource = lengthOf(alone.source) > 0;
    const [side, span] = isSource ? [this.left, alone.source] : [this.right, alone.target];
    if (lengthOf(span) !== 1) return -Infinity;
    const [one, other] = isSource ? this.ofSource(a.target, b.target) : this.ofTarget(a.source, b.source);
    const sizes = this.sizesOf(a, b);
    const now = this.agreement(...sizes.a) + this.agreement(...sizes.b);
    const added = (characters: number): readonly [number, number] => (isSource ? [characters, 0] : [0, characters]);
    const grown = ([x, y]: readonly [number, number], characters: number): number => {
      const [moreX, moreY] = added(characters);
      return this.agreement(x + moreX, y + moreY);
    };
    const all = side.lengths[span.from]!;
    const { kinds } = this.texts;
    const single = isSource ? kinds.gaps.single.source : kinds.gaps.single.target;
    return (
      parted(side, span.from, one, other, (first) => grown(sizes.a, first) + grown(sizes.b, all - first) - now) -
      single -
      this.texts.edges.between(a, b)
    );
  }

  private sizesOf(a: WeighedBead, b: WeighedBead) {
    const { left, right } = this;
    return {
      a: [lengthIn(left, a.source), lengthIn(right, a.target)],
      b: [lengthIn(left, b.source), lengthIn(right, b.target)],
    } as const;
  }

  /** Log density of the lengths of two passages beside one another, but for what is the same however they are parted. */
  private agreement(left: number, right: number): number {
    const { ratio, variance } = this.texts.lengths;
    const spread = variance * ratio * ((left + right / ratio) / 2 + 2);
    const difference = right - left * ratio;
    return -Math.min((difference * difference) / spread, FARTHEST * FARTHEST) / 2 - 0.5 * Math.log(spread);
  }

  /** For a word of the source: what it says beside each of two target spans. */
  private ofSource(first: Span, second: Span): readonly [GainOf, GainOf] {
    const { lexicon, alone } = this.texts.words;
    const [one, other] = [wordsOf(this.right, first), wordsOf(this.right, second)];
    const said = (word: number, there: ReadonlySet<number>): number => {
      let sum = 0;
      for (let slot = lexicon.rows[word]!; slot < lexicon.rows[word + 1]!; slot++)
        if (there.has(lexicon.targets[slot]!)) sum += lexicon.backward[slot]!;
      const rare = this.texts.room.rareSource[word]! * TRANSLATED;
      return Math.log(alone.source.words[word]! + (rare * sum) / Math.max(1, there.size));
    };
    return [(word) => said(word, one), (word) => said(word, other)];
  }

  /** The same for a word of the target. */
  private ofTarget(first: Span, second: Span): readonly [GainOf, GainOf] {
    const { alone } = this.texts.words;
    const [one, other] = [this.expected(first), this.expected(second)];
    const said = (word: number, { sums, size }: { sums: ReadonlyMap<number, number>; size: number }): number => {
      const rare = this.texts.room.rareTarget[word]! * TRANSLATED;
      return Math.log(alone.target.words[word]! + (rare * (sums.get(word) ?? 0)) / Math.max(1, size));
    };
    return [(word) => said(word, one), (word) => said(word, other)];
  }

  private expected(span: Span): { readonly sums: ReadonlyMap<number, number>; readonly size: number } {
    const { lexicon } = this.texts.words;
    const sums = new Map<number, number>();
    const there = wordsOf(this.left, span);
    for (const word of there)
      for (let slot = lexicon.rows[word]!; slot < lexicon.rows[word + 1]!; slot++) {
        const other = lexicon.targets[slot]!;
        sums.set(other, (sums.get(other) ?? 0) + lexicon.forward[slot]!);
      }
    return { sums, size: there.size };
  }
}

const wordsOf = ({ tokens, starts }: Side, { from, to }: Span): ReadonlySet<number> =>
  new Set(tokens.subarray(starts[from]!, starts[to]!));

function lengthIn({ lengths }: Side, { from, to }: Span): number {
  let sum = 0;
  for (let k = from; k < to; k++) sum += lengths[k]!;
  return sum;
}

/** Words that go over at least, and that stay. */
const LEAST = 1;

/**
 * The best that a part of a segment can do by going over: its beginning, or its end.
 * @param lengthGain for characters that go
 */
function best(
  { tokens, starts, counts, lengths }: Side,
  segment: number,
  fromEnd: boolean,
  gainOf: GainOf,
  lengthGain: (characters: number) => number,
): number {
  const [from, to] = [starts[segment]!, starts[segment + 1]!];
  const size = to - from;
  let [sum, most] = [0, -Infinity];
  for (let k = 1; k <= size - LEAST; k++) {
    const word = tokens[fromEnd ? to - k : from + k - 1]!;
    const gain = gainOf(word);
    // What a word says for its own bead it has partly learned from that bead; one that stands but once, all of it.
    sum += gain < 0 ? gain * (1 - 1 / counts[word]!) : gain;
    if (k >= LEAST) most = Math.max(most, WORDS * sum + lengthGain((lengths[segment]! * k) / size));
  }
  return most;
}

/** The best way of parting a segment, its beginning to the one bead and the rest to the other. */
function parted(
  { tokens, starts, lengths }: Side,
  segment: number,
  one: GainOf,
  other: GainOf,
  lengthGain: (characters: number) => number,
): number {
  const words = tokens.subarray(starts[segment]!, starts[segment + 1]!);
  let sum = words.reduce((all, word) => all + other(word), 0);
  let most = -Infinity;
  words.forEach((word, k) => {
    sum += one(word) - other(word);
    const size = k + 1;
    if (size >= LEAST && size <= words.length - LEAST)
      most = Math.max(most, WORDS * sum + lengthGain((lengths[segment]! * size) / words.length));
  });
  return most;
}
