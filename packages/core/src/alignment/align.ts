/** Two texts cut into segments → which segments belong together, with how much certainty. */
import { anchorsOf, guideOf } from './anchors.js';
import { lengthOf, type Alignment, type Bead, type WeighedBead } from './bead.js';
import { EdgeModel } from './edges.js';
import { withHeadings } from './headings.js';
import { Junctions } from './junctions.js';
import { kindsOf } from './kinds.js';
import { LARGEST, partScores, type Known } from './known.js';
import type { KnownWords } from './known-words.js';
import { LayoutModel, type Layout } from './layout.js';
import { LengthModel, PUBLISHED_VARIANCE } from './length-model.js';
import type { TrainingBead } from './corpus.js';
import { learnedLexicon, lexiconOfPrior, type PriorPairs } from './lexicon.js';
import { listness } from './listness.js';
import { movedPassages } from './moves.js';
import { firstBeads, isQuiet, needsAnchors, refined, roughPath } from './paths.js';
import { priorPairs } from './prior.js';
import { isSeenCut, joinedWhereRecut } from './recut.js';
import { partsOf, rectangles, withFixed, type Rectangle } from './rectangles.js';
import { isScanned, lookOf, readable } from './scanned.js';
import { doubtedAtSeams, fixedIn, orderOf, putBack, sectionsOf } from './sections.js';
import { readSide, wordsIn, type Side } from './sides.js';
import { ended, withShares, type Steps } from './steps.js';
import { Twins } from './twins.js';
import { usualRatio } from './usual-lengths.js';
import { EXPECTED, knowledgeOf, Room, type Expected } from './word-evidence.js';

export interface AlignOptions {
  /** BCP 47. */
  readonly sourceLanguage: string;
  readonly targetLanguage: string;
  /** Beads that are as they are, in the order of both sides: the rest is paired between them. */
  readonly fixed?: readonly Bead[];
  /** Pairs of terms that are known to translate each other. */
  readonly terms?: readonly (readonly [source: string, target: string])[];
  /** Words that are known to stand for each other, in these two languages. */
  readonly words?: KnownWords;
  /** Where the segments stand in their documents, if that is known. */
  readonly layout?: Layout;
}

const ROUNDS = 3;
/** Texts of more segments than this teach enough in one round less. */
const MANY = 4000;
/** Beads that a lexicon is learned from, at most: the last one, and those before it. */
const TEACHING = { before: 10_000, last: 300_000 };
/** Pairs for each segment of the shorter text, from which on it is worth learning from them. */
const HOPELESS = 0.08;
/** Share of beads without doubt, from which on there is nothing more to be learned. */
const SETTLED = 0.9;

/** Shares of a round that are done when the rough path is found, and when its beads are. */
const [ROUGH, PAIRED] = [0.3, 0.7];

/** Shares of the work that are done when the texts are read, before the last pass, and after it. */
const [READ, BEFORE_LAST, LAST] = [0.05, 0.7, 0.95];

/** Before anything is learned, that a word has no counterpart says little. */
const NOTHING_LEARNED = { once: 0.1, more: 0.1 };

/** Segments of the shorter text from which on a word that has no counterpart says something, and says all it can. */
const [TELLS_FROM, TELLS_ALL] = [12, 120];

/**
 * How much it says, after all rounds, that a word has no counterpart. A letter or a label teaches next to nothing: there
 * hardly any word has one that could be known, and a segment is not without counterpart for being long.
 */
function expectedOf(few: number): Expected {
  const by = (nothing: number, all: number): number => all + (nothing - all) * few;
  return { once: by(NOTHING_LEARNED.once, EXPECTED.once), more: by(NOTHING_LEARNED.more, EXPECTED.more) };
}

const learnedShare = (size: number): number => Math.min(1, Math.max(0, (size - TELLS_FROM) / (TELLS_ALL - TELLS_FROM)));

/** Share of the segments in pairs without doubt, from which on the texts stand in one order. */
const IN_ORDER = 0.97;
const isSure = ({ source, target, sureness }: WeighedBead): boolean =>
  source.to > source.from && target.to > target.from && sureness > 0.9;
/** How often a text that shows that it is cut anew is gone through again by what is seen, at most. */
const RECUT_ROUNDS = 2;

/** Segments of a passage that surely stands elsewhere. */
const PASSAGE = 3;

/**
 * Yields the share of the work done; returns the alignment. Time and memory grow about linearly with the segments.
 * @param source @param target NFC texts of the segments
 */
export function* align(source: readonly string[], target: readonly string[], options: AlignOptions): Steps<Alignment> {
  let furthest = 0;
  const forward = (share: number): number => (furthest = Math.max(furthest, share));
  // Some texts are gone through again: no share is less than one before it.
  const first = yield* withShares(alignedInOrder(source, target, options), forward);
  const size = Math.min(source.length, target.length);
  const sure = first.beads.filter(isSure).reduce((sum, bead) => sum + lengthOf(bead.source), 0);
  if (sure >= IN_ORDER * size) return first;
  const order = sectionOrder(source, target, options);
  const fixed = order && fixedIn(order, options.fixed ?? []);
  if (!order || !fixed) return first;
  const { layout } = options;
  const again = alignedInOrder(
    source,
    order.map((j) => target[j]!),
    {
      ...options,
      fixed,
      ...(layout && { layout: { ...layout, target: Uint8Array.from(order, (j) => layout.target[j]!) } }),
    },
  );
  const back = putBack(yield* withShares(again, () => LAST), order, source.length, target.length);
  return doubtedAtSeams(back, source, target, options.fixed ?? []);
}

/** The target in the order of the source; null: it is, or the texts are too long to be searched for another. */
function sectionOrder(
  source: readonly string[],
  target: readonly string[],
  options: AlignOptions,
): readonly number[] | null {
  const [left, right] = ended(sidesOf(source, target, options));
  if (left.size === 0 || right.size === 0 || needsAnchors(left, right)) return null;
  const known = ended(firstKnown(left, right, source, target, options, 0, priorOf(left, right, options)));
  const all = { sources: { from: 0, to: left.size }, targets: { from: 0, to: right.size } };
  const score = partScores(known)(all.sources, all.targets, 2);
  return orderOf(sectionsOf(left.size, right.size, score), left.size, right.size);
}

function* alignedInOrder(
  source: readonly string[],
  target: readonly string[],
  options: AlignOptions,
): Steps<Alignment> {
  const few = 1 - learnedShare(Math.min(source.length, target.length));
  const strict = yield* aligned(source, target, options, 0);
  // A passage that stands elsewhere leaves gaps that are no want of knowledge: they are not to be bridged.
  if (few === 0 || strict.moved.length >= PASSAGE) return strict;
  return yield* aligned(source, target, options, few);
}

/** @param few how much what is usual counts for what the texts are too short to show: 0 to 1 */
function* aligned(
  source: readonly string[],
  target: readonly string[],
  options: AlignOptions,
  few: number,
): Steps<Alignment> {
  const [left, right] = yield* withShares(sidesOf(source, target, options), (share) => READ * share);
  const prior = priorOf(left, right, options);
  yield READ;
  const fixed = options.fixed ?? [];
  const between = rectangles(left.size, right.size, fixed);
  let known = yield* withShares(firstKnown(left, right, source, target, options, few, prior), () => READ);
  yield READ;
  function* learned(beads: readonly WeighedBead[], lessons: readonly TrainingBead[]): Steps<Known> {
    const lexicon = yield* learnedLexicon(left, right, lessons, prior);
    return {
      ...known,
      words: knowledgeOf(left, right, lexicon, expectedOf(few)),
      lengths: LengthModel.estimated(left, right, beads) ?? known.lengths,
      layout: options.layout ? LayoutModel.of(options.layout, beads) : null,
      edges: known.edges.learned(beads),
      kinds: kindsOf(beads, known.list),
      junctions: known.junctions.weighed(Math.max(few, (1 - known.list) * Junctions.weightOf(beads))),
    };
  }
  const rounds = left.size + right.size > 2 * MANY ? ROUNDS - 1 : ROUNDS;
  let parts: readonly (readonly WeighedBead[])[] = [];
  let isHopeless = false;
  for (let round = 0; round < rounds; round++) {
    const anchors = needsAnchors(left, right) ? guideOf(parts.flat(), anchorsOf(left, right, known.words.lexicon)) : [];
    const ofWhole = (share: number): number => READ + ((BEFORE_LAST - READ) * (round + share)) / rounds;
    const found: (readonly WeighedBead[])[] = [];
    for (const part of between) {
      const path = yield* withShares(roughPath(known, part, anchors), (share) => ofWhole(ROUGH * share));
      found.push(yield* withShares(firstBeads(known, path), (share) => ofWhole(ROUGH + (PAIRED - ROUGH) * share)));
    }
    parts = found;
    const beads = withFixed(fixed, parts);
    const lessons = trainingBeads(beads);
    isHopeless = teachNothing(left, right, lessons);
    // Where a long text leaves hardly a doubt, another round would say the same.
    const isSettled = rounds < ROUNDS && parts.flat().filter(isQuiet).length > SETTLED * beads.length;
    const isLast = isSettled || round === rounds - 1;
    const learning = learned(beads, spread(lessons, isLast ? TEACHING.last : TEACHING.before));
    known = yield* withShares(learning, (share) => ofWhole(PAIRED + (1 - PAIRED) * share));
    yield ofWhole(1);
    if (isHopeless || isSettled) break;
  }
  parts = yield* lastPass(known, parts, between, isHopeless);
  const isRecut = (): boolean => !isHopeless && isSeenCut(parts.flat());
  for (let again = 0; again < RECUT_ROUNDS && isRecut(); again++) {
    parts = parts.map((beads) => joinedWhereRecut(beads, known));
    const beads = withFixed(fixed, parts);
    // All kinds of beads are seen only now: where many are large, they are as frequent as that, and teach other words.
    known = yield* withShares(learned(beads, spread(trainingBeads(beads), TEACHING.last)), () => BEFORE_LAST);
    parts = yield* lastPass(known, parts, between, false);
  }
  parts = parts.map((beads) => joinedWhereRecut(beads, known));
  yield LAST;
  return withPassages(left, right, known, parts, between, fixed);
}

/** Long texts of which next to nothing belongs together teach nothing: another round would find no more. */
const teachNothing = (left: Side, right: Side, lessons: readonly TrainingBead[]): boolean =>
  needsAnchors(left, right) &&
  lessons.filter(({ weight }) => weight > 0.5).length < HOPELESS * Math.min(left.size, right.size);

/** What is left over on both sides is tried as passages that stand elsewhere. */
function withPassages(
  left: Side,
  right: Side,
  known: Known,
  parts: readonly (readonly WeighedBead[])[],
  between: readonly Rectangle[],
  fixed: readonly Bead[],
): Alignment {
  const { lexicon } = known.words;
  const apart = { ...known, words: knowledgeOf(left, right, lexicon, { once: 0, more: 0.5 }) };
  const score = partScores(apart);
  // Without the fixed ones: what a person has left without counterpart is not tried again.
  const paired = parts.flat();
  const { beads, moved } = withHeadings(paired, movedPassages(left, right, paired, lexicon, known.kinds, score), score);
  return withMoved(withFixed(fixed, partsOf(beads, between)), moved);
}

/** All kinds of beads around what is known. Yields the share of the whole work that is done. */
function* lastPass(
  known: Known,
  parts: readonly (readonly WeighedBead[])[],
  between: readonly Rectangle[],
  isHopeless: boolean,
): Steps<WeighedBead[][]> {
  const done: WeighedBead[][] = [];
  for (const [k, beads] of parts.entries()) {
    const ofWhole = (share: number): number => BEFORE_LAST + ((LAST - BEFORE_LAST) * (k + share)) / parts.length;
    done.push(yield* withShares(refined(known, beads, between[k]!, isHopeless), ofWhole));
  }
  return done;
}

/** Both texts as they are compared: where scanning damaged one of them, both by how words look. */
function* sidesOf(
  source: readonly string[],
  target: readonly string[],
  { sourceLanguage, targetLanguage }: AlignOptions,
): Steps<readonly [Side, Side]> {
  const asScanned = isScanned(source) || isScanned(target);
  const read = (segments: readonly string[], language: string): Steps<Side> =>
    asScanned ? readSide(segments.map(readable(segments)), language, lookOf) : readSide(segments, language);
  return [
    yield* withShares(read(source, sourceLanguage), (share) => share / 2),
    yield* withShares(read(target, targetLanguage), (share) => 0.5 + share / 2),
  ];
}

function priorOf(left: Side, right: Side, options: AlignOptions): PriorPairs {
  return priorPairs(left, right, termWords(options), options.words ?? new Map<never, never>());
}

/** What is known before anything is paired. */
function* firstKnown(
  left: Side,
  right: Side,
  source: readonly string[],
  target: readonly string[],
  options: AlignOptions,
  few: number,
  prior: PriorPairs,
): Steps<Known> {
  const list = listness(source, target, few);
  return {
    room: new Room(left, right),
    words: knowledgeOf(left, right, lexiconOfPrior(left, right, prior), NOTHING_LEARNED),
    lengths: firstLengths(left, right, options, few),
    twins: new Twins(source, target),
    layout: options.layout ? LayoutModel.of(options.layout, []) : null,
    edges: EdgeModel.of(source, target),
    junctions: yield* Junctions.of(source, target, few),
    kinds: kindsOf([], list),
    list,
  };
}

/** Moved passages in the place of the segments without counterpart that they were. */
function withMoved(beads: readonly WeighedBead[], moved: readonly WeighedBead[]): Alignment {
  const sources = new Set<number>();
  const targets = new Set<number>();
  for (const { source, target } of moved) {
    for (let i = source.from; i < source.to; i++) sources.add(i);
    for (let j = target.from; j < target.to; j++) targets.add(j);
  }
  const waiting = [...moved].sort((a, b) => a.source.from - b.source.from);
  const result: WeighedBead[] = [];
  const places: number[] = [];
  for (const bead of beads) {
    while (waiting.length > 0 && waiting[0]!.source.from <= bead.source.from && bead.source.to > bead.source.from) {
      places.push(result.length);
      result.push(waiting.shift()!);
    }
    const taken = bead.source.to === bead.source.from ? targets.has(bead.target.from) : sources.has(bead.source.from);
    if (!taken) result.push(bead);
  }
  for (const bead of waiting) {
    places.push(result.length);
    result.push(bead);
  }
  return { beads: result, moved: places };
}

/** Segments that what is usual between two languages counts for, in a text that is too short to show it by itself. */
const USUAL = 40;

function firstLengths(
  left: Side,
  right: Side,
  { sourceLanguage, targetLanguage }: AlignOptions,
  few: number,
): LengthModel {
  const sum = (lengths: Float64Array): number => lengths.reduce((a, b) => a + b, 0);
  const shown = Math.max(0.01, sum(right.lengths) / Math.max(1, sum(left.lengths)));
  const usual = usualRatio(sourceLanguage, targetLanguage) ?? shown;
  const weight = USUAL * few;
  const size = Math.max(1, Math.min(left.size, right.size));
  const ratio = Math.exp((size * Math.log(shown) + weight * Math.log(usual)) / (size + weight));
  return new LengthModel(left, right, Math.min(8, Math.max(0.125, ratio)), PUBLISHED_VARIANCE);
}

/** So many of a list at most, from all of it. */
function spread<T>(list: readonly T[], most: number): readonly T[] {
  return list.length <= most
    ? list
    : Array.from({ length: most }, (_, k) => list[Math.floor((k * list.length) / most)]!);
}

/** What the lexicon is learned from: likely pairs of a size that a translation has; a person may join more. */
function trainingBeads(beads: readonly WeighedBead[]): TrainingBead[] {
  const isOfUse = ({ source, target, sureness }: WeighedBead): boolean =>
    sureness > 0.3 && [source, target].every((span) => lengthOf(span) > 0 && lengthOf(span) <= LARGEST);
  return beads.filter(isOfUse).map(({ source, target, sureness }) => ({ source, target, weight: sureness }));
}

function termWords({ terms = [], sourceLanguage, targetLanguage }: AlignOptions): (readonly [string[], string[]])[] {
  const left = wordsIn(sourceLanguage);
  const right = wordsIn(targetLanguage);
  return terms.map(([source, target]) => [left(source), right(target)]);
}
