/** A target much longer or shorter than those of sources of its length, or with fewer sentences than its source. */
import { segmenterFor, type Segmenter } from '../../segmentation/segmenter.js';
import { withoutCodes } from '../../text/inline-codes.js';
import { Candidates, onTarget, overPairs, type Pair } from './pair.js';

const length = { id: 'length', severity: 'warning' } as const;
const sentences = { id: 'sentence-missing', severity: 'warning' } as const;

/** Classes of length by doubling: short texts vary more. */
const CLASSES = 12;
const classOf = (letters: number): number => Math.min(CLASSES - 1, Math.max(0, Math.floor(Math.log2(letters / 8)) + 1));

const lettersOf = (text: string): number => {
  let count = 0;
  for (let i = 0; i < text.length; i++) if (text.charCodeAt(i) > 32) count++;
  return count;
};

/** The logarithm of how much longer the target is; NaN: one is empty. */
function ratioOf({ source, target }: Pair): { readonly log: number; readonly kind: number } {
  const [a, b] = [lettersOf(withoutCodes(source.text)), lettersOf(withoutCodes(target.text))];
  return { log: Math.log(b / a), kind: classOf(a) };
}

const BINS = 161;
const STEP = 0.05;
const binOf = (log: number): number => Math.max(0, Math.min(BINS - 1, Math.round(log / STEP) + (BINS >> 1)));

/** How the lengths of two languages stand to each other in this memory: median and median absolute deviation (MAD). */
class Ratios {
  private readonly counts = Array.from({ length: CLASSES }, () => new Uint32Array(BINS));

  add(log: number, kind: number): void {
    this.counts[kind]![binOf(log)]!++;
  }

  /** Of this class with its neighbours, as wide as it takes to have enough; null: the memory is too small. */
  of(kind: number): Usual | null {
    for (let reach = 0; reach < CLASSES; reach++) {
      const all = new Uint32Array(BINS);
      let total = 0;
      for (let k = Math.max(0, kind - reach); k <= Math.min(CLASSES - 1, kind + reach); k++)
        for (let i = 0; i < BINS; i++) {
          all[i]! += this.counts[k]![i]!;
          total += this.counts[k]![i]!;
        }
      if (total < ENOUGH) continue;
      const middle = placeOf(all, total / 2);
      const apart = new Uint32Array(BINS);
      for (let i = 0; i < BINS; i++) apart[Math.abs(i - middle)]! += all[i]!;
      return {
        median: logOf(middle),
        mad: Math.max(LEAST_MAD, placeOf(apart, total / 2) * STEP),
        edges:
          total < MANY
            ? [-Infinity, Infinity]
            : [logOf(placeOf(all, total * EDGE)), logOf(placeOf(all, total * (1 - EDGE)))],
      };
    }
    return null;
  }
}

/** The bin in which the so-manieth lies. */
function placeOf(counts: Uint32Array, wanted: number): number {
  let sum = 0;
  for (let i = 0; i < counts.length; i++) if ((sum += counts[i]!) >= wanted) return i;
  return counts.length - 1;
}

const logOf = (bin: number): number => (bin - (BINS >> 1)) * STEP;

interface Usual {
  readonly median: number;
  readonly mad: number;
  /** Between which all but two of a hundred lie; infinite where there are too few. */
  readonly edges: readonly [number, number];
}

const ENOUGH = 30;
const MANY = 150;
const EDGE = 0.01;
/** So far beyond the edges a length is out of line as well. */
const BEYOND = 0.3;
const LEAST_MAD = 0.08;
/** Deviations (a normal distribution has 1.4826 MAD in one) from which on a length is out of line. */
const FAR = 4.5;
/** And it must be out of line by this much itself, by class: short texts more. */
const leastApart = (kind: number): number => (kind < 2 ? 1.6 : kind < 3 ? 1.2 : 0.85);

const ratiosOf = (): ((pair: Pair) => Ratios) => {
  const all = new Map<string, Ratios>();
  return ({ source, target }) => {
    const key = `${source.general} ${target.general}`;
    let ratios = all.get(key);
    if (!ratios) all.set(key, (ratios = new Ratios()));
    return ratios;
  };
};

export const unitLengthCheck = overPairs(length, (facts) => {
  const ratios = ratiosOf();
  const candidates = new Candidates(facts);
  return {
    see(pair) {
      const { log, kind } = ratioOf(pair);
      if (!Number.isFinite(log)) return;
      ratios(pair).add(log, kind);
      // Whatever the memory is like, nearly all lie closer to each other than this.
      if (Math.abs(log) > 0.7) candidates.add(pair);
    },
    *end() {
      for (const [pair] of candidates.pairs()) {
        const { log, kind } = ratioOf(pair);
        const usual = ratios(pair).of(kind);
        if (!usual) continue;
        const apart = Math.abs(log - usual.median);
        const [low, high] = usual.edges;
        const isFar = apart >= FAR * usual.mad * 1.4826 || log < low - BEYOND || log > high + BEYOND;
        if (!isFar || apart < leastApart(kind)) continue;
        const percent = Math.round(100 * Math.exp(log - usual.median));
        const { place, text } = pair.target;
        yield onTarget(
          length,
          pair,
          { code: 'length-ratio', values: { percent } },
          { marks: [{ place, from: 0, to: text.length }] },
        );
      }
    },
  };
});

/** Something ends a sentence before the end of the text. */
const INNER_END = /[.!?…。！？؟।;][\s”"»)』」]*[\s\p{Lo}]*\S/u;

export const sentenceMissingCheck = overPairs(sentences, (facts) => {
  const ratios = ratiosOf();
  const candidates = new Candidates(facts);
  const segmenters = new Map<string, Segmenter>();
  const cut = (text: string, language: string): number => {
    let segmenter = segmenters.get(language);
    if (!segmenter) segmenters.set(language, (segmenter = segmenterFor(language)));
    return text
      .split(/\n+/)
      .reduce((sum, line) => sum + segmenter(line).filter((one) => /\p{L}{2}/u.test(one)).length, 0);
  };
  return {
    see(pair) {
      const { log, kind } = ratioOf(pair);
      if (!Number.isFinite(log)) return;
      ratios(pair).add(log, kind);
      const { source, target } = pair;
      if (source.text.length < 40 || !INNER_END.test(source.text)) return;
      const wanted = cut(withoutCodes(source.text), source.general);
      if (wanted < 2) return;
      const there = cut(withoutCodes(target.text), target.general);
      if (there < wanted) candidates.add(pair, wanted * 1000 + Math.min(999, there));
    },
    *end() {
      for (const [pair, note] of candidates.pairs()) {
        const [wanted, there] = [Math.floor(note / 1000), note % 1000];
        const { log, kind } = ratioOf(pair);
        const usual = ratios(pair).of(kind) ?? { median: 0, mad: 0.15, edges: [0, 0] as const };
        // Two sentences may have become one: then the text is as long as it should be.
        const short = log - usual.median;
        const expected = Math.log(Math.max(there, 0.5) / wanted);
        if (short > -0.15 || short > expected * 0.3 || short > -usual.mad) continue;
        const { place, text } = pair.target;
        yield onTarget(
          sentences,
          pair,
          { code: 'sentences-missing', values: { wanted, there } },
          { marks: [{ place, from: 0, to: text.length }] },
        );
      }
    },
  };
});
