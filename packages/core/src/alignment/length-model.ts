/**
 * How well the lengths of two passages agree, as evidence for their belonging together. After Gale & Church 1993
 * (Computational Linguistics 19:1): the length of a translation is normally distributed around a multiple of that of
 * its original, with a variance that grows with it. Unlike there, it is weighed against the length of any passage of the
 * text (Moore 2002), so that a segment without counterpart costs nothing for being long.
 */
import type { WeighedBead } from './bead.js';
import type { Side } from './sides.js';

/** Variance per character as published by Gale & Church. */
export const PUBLISHED_VARIANCE = 6.8;
/** Passages whose lengths disagree more than this many standard deviations are not told apart further. */
const FARTHEST = 5;

export class LengthModel {
  /** Sums over the segments before, of lengths and of the log probability of such lengths. */
  private readonly sourceSums: Float64Array;
  private readonly targetSums: Float64Array;
  private readonly logRatio: number;
  private readonly sourceChance: Float64Array;
  private readonly targetChance: Float64Array;

  /**
   * @param ratio characters of the target for one of the source
   * @param variance per character
   */
  constructor(
    source: Side,
    target: Side,
    readonly ratio: number,
    readonly variance: number,
  ) {
    this.logRatio = Math.log(ratio);
    this.sourceSums = sums(source.lengths);
    this.targetSums = sums(target.lengths);
    this.sourceChance = sums(chances(source.lengths));
    this.targetChance = sums(chances(target.lengths));
  }

  /** Log of how much likelier the lengths are if the passages belong together. Constant cost. */
  score(i: number, a: number, j: number, b: number): number {
    const left = this.sourceSums[i + a]! - this.sourceSums[i]!;
    const right = this.targetSums[j + b]! - this.targetSums[j]!;
    const expected = left * this.ratio;
    // In characters of the target; +1: short strings vary more than in proportion.
    const spread = this.variance * this.ratio * ((left + right / this.ratio) / 2 + 2);
    const difference = right - expected;
    const deviation = Math.min((difference * difference) / spread, FARTHEST * FARTHEST);
    const density = -deviation / 2 - 0.5 * logOf(spread) - HALF_LOG_TWO_PI;
    // Right side given the left one, and left given right (its density has the ratio as factor).
    const forward =
      density - (this.targetChance[j + b]! - this.targetChance[j]!) - (b === 1 ? 0 : (b - 1) * logOf(right));
    const backward =
      density +
      this.logRatio -
      (this.sourceChance[i + a]! - this.sourceChance[i]!) -
      (a === 1 ? 0 : (a - 1) * logOf(left));
    return (forward + backward) / 2;
  }

  /** The same for other parameters. */
  static estimated(source: Side, target: Side, beads: readonly WeighedBead[]): LengthModel | null {
    let left = 0;
    let right = 0;
    let weight = 0;
    const pairs: [number, number, number][] = [];
    for (const { source: s, target: t, sureness } of beads) {
      if (s.to === s.from || t.to === t.from || sureness < 0.5) continue;
      let l1 = 0;
      let l2 = 0;
      for (let i = s.from; i < s.to; i++) l1 += source.lengths[i]!;
      for (let j = t.from; j < t.to; j++) l2 += target.lengths[j]!;
      left += l1 * sureness;
      right += l2 * sureness;
      weight += sureness;
      pairs.push([l1, l2, sureness]);
    }
    if (weight < 20) return null;
    const ratio = right / left;
    let squares = 0;
    for (const [l1, l2, sureness] of pairs) {
      const spread = ratio * ((l1 + l2 / ratio) / 2 + 2);
      squares += sureness * Math.min((l2 - l1 * ratio) ** 2 / spread, 16 * PUBLISHED_VARIANCE);
    }
    return new LengthModel(source, target, ratio, Math.max(0.5, squares / weight));
  }
}

const HALF_LOG_TWO_PI = 0.5 * Math.log(2 * Math.PI);
const LOGS = Float64Array.from({ length: 1 << 15 }, (_, k) => Math.log((k + 0.5) / 8));

/** To three digits and quickly: the lattice asks for millions. */
function logOf(value: number): number {
  const at = value * 8;
  return at > 64 && at < LOGS.length ? LOGS[at | 0]! : Math.log(value);
}

function sums(values: Float64Array): Float64Array {
  const result = new Float64Array(values.length + 1);
  for (let i = 0; i < values.length; i++) result[i + 1] = result[i]! + values[i]!;
  return result;
}

/** Log density of the length of each segment among the lengths of its text: log-normal, fitted. */
function chances(lengths: Float64Array): Float64Array {
  let sum = 0;
  let squares = 0;
  for (const length of lengths) {
    const log = Math.log(length);
    sum += log;
    squares += log * log;
  }
  const mean = sum / Math.max(1, lengths.length);
  const variance = Math.max(0.1, squares / Math.max(1, lengths.length) - mean * mean);
  return lengths.map((length) => {
    const log = Math.log(length);
    return -((log - mean) ** 2) / (2 * variance) - 0.5 * Math.log(2 * Math.PI * variance) - log;
  });
}
