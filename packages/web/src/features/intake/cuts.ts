/** Where columns begin, while a person moves that about. In ascending order, none twice. */

export function moved(cuts: readonly number[], index: number, to: number, width: number): readonly number[] {
  const at = Math.max((cuts[index - 1] ?? 0) + 1, Math.min(to, (cuts[index + 1] ?? width) - 1));
  return cuts.map((cut, i) => (i === index ? at : cut));
}

export function removed(cuts: readonly number[], index: number): readonly number[] {
  return cuts.filter((_, i) => i !== index);
}

/** One more, in the middle of the widest column. */
export function added(cuts: readonly number[], width: number): readonly number[] {
  const edges = [0, ...cuts, width];
  const widths = edges.slice(1).map((edge, i) => edge - edges[i]!);
  const widest = widths.indexOf(Math.max(...widths));
  if (widths[widest]! < 2) return cuts;
  const at = edges[widest]! + Math.floor(widths[widest]! / 2);
  return [...cuts, at].sort((a, b) => a - b);
}
