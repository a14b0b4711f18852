/**
 * The log-likelihood ratio of two events (Dunning 1993, "Accurate methods for the statistics of surprise and coincidence",
 * Computational Linguistics 19(1), § 4): how surprising it is that they come together as often as they do, also where both
 * are rare.
 *
 * @param both times that both are there
 * @param first only the first, @param second only the second, @param neither none of them
 * @returns −2 log λ, 0 or more
 */
export function logLikelihood(both: number, first: number, second: number, neither: number): number {
  const all = both + first + second + neither;
  const cells = entropy(both) + entropy(first) + entropy(second) + entropy(neither);
  const rows = entropy(both + first) + entropy(second + neither);
  const columns = entropy(both + second) + entropy(first + neither);
  return Math.max(0, 2 * (cells - rows - columns + entropy(all)));
}

const entropy = (count: number): number => (count > 0 ? count * Math.log(count) : 0);
