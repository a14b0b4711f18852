/** Files opposite each other: those whose names are most alike, in the order in which they came. */
export interface Side {
  readonly name: string;
  readonly sha256: string;
}

export function matched<T extends { readonly name: string }>(
  files: readonly T[],
): { readonly pairs: readonly (readonly [T, T])[]; readonly left: readonly T[] } {
  const waiting = [...files];
  const pairs: (readonly [T, T])[] = [];
  while (waiting.length >= 2) {
    const first = waiting.shift()!;
    const best = waiting.reduce((a, b) => (likeness(first.name, b.name) > likeness(first.name, a.name) ? b : a));
    waiting.splice(waiting.indexOf(best), 1);
    pairs.push([first, best]);
  }
  return { pairs, left: waiting };
}

/** Letter pairs in common (Dice 1945), the ending of the name left out: 0 to 1. */
export function likeness(a: string, b: string): number {
  const [left, right] = [bigrams(a), bigrams(b)];
  const common = [...left].filter((pair) => right.has(pair)).length;
  return left.size + right.size === 0 ? 0 : (2 * common) / (left.size + right.size);
}

function bigrams(name: string): Set<string> {
  const text = name.toLowerCase().replace(/\.[^.]+$/, '');
  return new Set(Array.from({ length: Math.max(0, text.length - 1) }, (_, k) => text.slice(k, k + 2)));
}
