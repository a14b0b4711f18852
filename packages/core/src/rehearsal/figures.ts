/** What a rehearsal comes to in words and money, and what each resource brings. */
import { NEAR, type Match, type Rehearsed, type SegmentClass } from './rehearse.js';
import type { DocumentSegment } from './segment.js';

/** Bands by which translations are paid, the dearest last (common practice). */
export const BANDS = ['context', 'exact', 'repetition', '95-99', '85-94', '75-84', '50-74', 'none'] as const;
export type Band = (typeof BANDS)[number];

export interface RateCard {
  /** ISO 4217. */
  readonly currency: string;
  /** Of a word that has to be translated anew; null: only words are weighed. */
  readonly perWord: number | null;
  /** Of that, for each band: more than 0, at most 1. No band is for nothing: somebody reads it. */
  readonly shares: Readonly<Record<Band, number>>;
}

export const USUAL_RATES: RateCard = {
  currency: 'EUR',
  perWord: null,
  shares: {
    context: 0.1,
    exact: 0.2,
    repetition: 0.2,
    '95-99': 0.3,
    '85-94': 0.6,
    '75-84': 0.6,
    '50-74': 0.85,
    none: 1,
  },
};

/** A match below the lowest band is worth what none is. */
export function bandOf(kind: SegmentClass, score: number): Band {
  if (kind === 'context' || kind === 'exact' || kind === 'repetition') return kind;
  if (kind === 'none' || score < 50) return 'none';
  return score >= NEAR ? '95-99' : score >= 85 ? '85-94' : score >= 75 ? '75-84' : '50-74';
}

export interface BandFigures {
  readonly band: Band;
  readonly segments: number;
  readonly words: number;
  readonly characters: number;
  /** Words by their share. */
  readonly weighted: number;
}

export interface Figures {
  readonly bands: readonly BandFigures[];
  readonly segments: number;
  readonly words: number;
  readonly characters: number;
  readonly weighted: number;
  /** Null: the card names no price. */
  readonly cost: number | null;
  /** Nothing to translate in them; not in the bands. */
  readonly apart: { readonly segments: number; readonly words: number };
  /** Segments that are nearer to an earlier one of the documents than to the kit. */
  readonly within: { readonly segments: number; readonly words: number };
}

/** One pass. Which segments: those of one document, or all. */
export function figuresOf(
  segments: readonly DocumentSegment[],
  rehearsed: readonly Rehearsed[],
  card: RateCard,
  isCounted: (segment: DocumentSegment) => boolean = () => true,
): Figures {
  const sums = new Map<Band, { segments: number; words: number; characters: number }>();
  for (const band of BANDS) sums.set(band, { segments: 0, words: 0, characters: 0 });
  const [apart, within] = [
    { segments: 0, words: 0 },
    { segments: 0, words: 0 },
  ];
  for (const [i, segment] of segments.entries()) {
    if (!isCounted(segment)) continue;
    const { words, characters } = segment;
    if (segment.isApart) {
      apart.segments++;
      apart.words += words;
      continue;
    }
    const found = rehearsed[i]!;
    const sum = sums.get(bandOf(found.class, found.score))!;
    sum.segments++;
    sum.words += words;
    sum.characters += characters;
    if (found.like && found.class !== 'repetition') {
      within.segments++;
      within.words += words;
    }
  }
  const bands = BANDS.map((band) => ({
    band,
    ...sums.get(band)!,
    weighted: rounded(sums.get(band)!.words * card.shares[band]),
  }));
  const total = (of: 'segments' | 'words' | 'characters'): number => bands.reduce((sum, band) => sum + band[of], 0);
  // Of what is shown: whoever adds it up comes to the same.
  const sum = (values: readonly number[]): number => rounded(values.reduce((all, value) => all + value, 0));
  return {
    bands,
    segments: total('segments'),
    words: total('words'),
    characters: total('characters'),
    weighted: sum(bands.map((band) => band.weighted)),
    cost:
      card.perWord === null
        ? null
        : rounded(
            bands.reduce((all, band) => all + costOf(band.weighted, card)!, 0),
            1000,
          ),
    apart,
    within,
  };
}

const rounded = (value: number, to = 100): number => Math.round(value * to) / to;

/** What weighted words cost, to the smallest coin of the currency (ISO 4217); null: the card names no price. */
export function costOf(weighted: number, { perWord, currency }: Pick<RateCard, 'perWord' | 'currency'>): number | null {
  if (perWord === null) return null;
  const unit =
    10 ** (new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2);
  return Math.round(weighted * perWord * unit) / unit;
}

export interface Contribution {
  /** Weighted words that a memory saves by itself. */
  readonly alone: number;
  /** Those it saves in addition to the memories before it. */
  readonly added: number;
}

/** What each memory brings, in the order of their ranks. Repetitions are saved by none of them. */
export function contributions(
  segments: readonly DocumentSegment[],
  rehearsed: readonly Rehearsed[],
  card: RateCard,
  memories: number,
): Contribution[] {
  const sums = Array.from({ length: memories }, () => ({ alone: 0, added: 0 }));
  for (const [i, { words, isApart }] of segments.entries()) {
    const { byMemory, class: kind } = rehearsed[i]!;
    if (isApart || kind === 'repetition') continue;
    let before = 0;
    for (const [m, match] of byMemory.entries()) {
      const saved = match ? words * (1 - card.shares[bandOfMatch(match)]) : 0;
      sums[m]!.alone += saved;
      if (saved > before) {
        sums[m]!.added += saved - before;
        before = saved;
      }
    }
  }
  return sums.map(({ alone, added }) => ({ alone: rounded(alone), added: rounded(added) }));
}

const bandOfMatch = ({ score, inContext }: Match): Band =>
  bandOf(score === 100 ? (inContext ? 'context' : 'exact') : score >= NEAR ? 'near' : 'fuzzy', score);
