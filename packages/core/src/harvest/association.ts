/**
 * How much the words of a phrase belong together: normalised pointwise mutual information (Bouma 2009, "Normalized (pointwise)
 * mutual information in collocation extraction").
 * @param times that the phrase occurs, @param each times that each of its words does; all over 0
 * @param all words of the texts, more than `times`
 * @returns −1 to 1: never, by chance (0), only together; 1 for one word
 */
export function association(times: number, each: readonly number[], all: number): number {
  if (each.length === 1) return 1;
  const together = Math.log(times / all);
  const apart = each.reduce((sum, one) => sum + Math.log(one / all), 0);
  return (together - apart) / (-(each.length - 1) * together);
}
