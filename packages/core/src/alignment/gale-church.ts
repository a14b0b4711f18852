/**
 * The published length aligner, as a measure for ours: Gale & Church 1993 (Computational Linguistics 19:1), with the
 * frequencies and the variance of the paper.
 */
import type { Bead } from './bead.js';

const KINDS: readonly (readonly [a: number, b: number, prior: number])[] = [
  [1, 1, 0.89],
  [1, 0, 0.0099],
  [0, 1, 0.0099],
  [2, 1, 0.089],
  [1, 2, 0.089],
  [2, 2, 0.011],
];
const VARIANCE = 6.8;

/**
 * @param source @param target lengths of the segments in characters
 * @param ratio characters of the target for one of the source; 1 in the paper
 * Cost: source times target.
 */
export function lengthAlignment(source: readonly number[], target: readonly number[], ratio = 1): Bead[] {
  const width = target.length + 1;
  const cost = new Float64Array((source.length + 1) * width).fill(Infinity);
  const back = new Int8Array(cost.length).fill(-1);
  cost[0] = 0;
  for (let i = 0; i <= source.length; i++)
    for (let j = 0; j <= target.length; j++)
      KINDS.forEach(([a, b, prior], kind) => {
        if (a > i || b > j) return;
        let left = 0;
        let right = 0;
        for (let k = i - a; k < i; k++) left += source[k]!;
        for (let k = j - b; k < j; k++) right += target[k]!;
        const here = cost[(i - a) * width + j - b]! + disagreement(left, right, ratio) - Math.log(prior);
        if (here < cost[i * width + j]!) {
          cost[i * width + j] = here;
          back[i * width + j] = kind;
        }
      });
  const beads: Bead[] = [];
  for (let i = source.length, j = target.length; i > 0 || j > 0;) {
    const [a, b] = KINDS[back[i * width + j]!]!;
    beads.push({ source: { from: i - a, to: i }, target: { from: j - b, to: j } });
    i -= a;
    j -= b;
  }
  return beads.reverse();
}

/** Minus the log of how probable so great a difference is, either way. */
function disagreement(left: number, right: number, ratio: number): number {
  const mean = (left + right / ratio) / 2;
  if (mean === 0) return 0;
  const delta = Math.abs(right - left * ratio) / Math.sqrt(mean * VARIANCE);
  return -(Math.LN2 + logTail(delta));
}

/** log P(Z > x) of the normal distribution, x ≥ 0, to about seven digits. */
export function logTail(x: number): number {
  if (x > 30) return (-x * x) / 2 - Math.log(x) - 0.9189385332046727;
  const z = x / Math.SQRT2;
  // Complementary error function by a Chebyshev fit (Press et al., Numerical Recipes, erfcc; from memory).
  const t = 1 / (1 + z / 2);
  const series = [
    -1.26551223, 1.00002368, 0.37409196, 0.09678418, -0.18628806, 0.27886807, -1.13520398, 1.48851587, -0.82215223,
    0.17087277,
  ].reduceRight((sum, c) => sum * t + c, 0);
  return Math.log(t) - z * z + series - Math.LN2;
}
