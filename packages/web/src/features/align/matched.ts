/** Files opposite each other: by their names, their languages, and how long they are. */

export interface FileToPair {
  readonly name: string;
  /** Null: not known yet, or not recognised. */
  readonly language: string | null;
  /** 0: not known yet. */
  readonly paragraphs: number;
}

export type Couple<T> = readonly [source: T | null, target: T | null];

/**
 * The most alike first; what has no counterpart stands alone. The language of the first file is the source's wherever
 * a couple has it.
 */
export function matched<T extends FileToPair>(files: readonly T[]): Couple<T>[] {
  const several = new Set(files.map(({ language }) => language)).size > 1;
  const chances: { readonly a: T; readonly b: T; readonly likeness: number }[] = [];
  files.forEach((a, i) => {
    for (const b of files.slice(i + 1)) {
      // Two texts in the same language belong together only where there is no other language: a text and its revision.
      if (several && a.language !== null && a.language === b.language) continue;
      chances.push({ a, b, likeness: likeness(a, b) });
    }
  });
  chances.sort((x, y) => y.likeness - x.likeness);
  const taken = new Map<T, T>();
  for (const { a, b } of chances) {
    if (taken.has(a) || taken.has(b)) continue;
    taken.set(a, b);
    taken.set(b, a);
  }
  const source = files.find(({ language }) => language !== null)?.language ?? null;
  const couples: Couple<T>[] = [];
  const placed = new Set<T>();
  for (const file of files) {
    if (placed.has(file)) continue;
    const other = taken.get(file) ?? null;
    placed.add(file);
    if (other) placed.add(other);
    const turned = file.language !== source && (other === null ? file.language !== null : other.language === source);
    couples.push(turned ? [other, file] : [file, other]);
  }
  return couples;
}

/** Letter pairs of the names in common (Dice 1945), the ending left out, and lengths that agree: 0 to 1.3. */
export function likeness(a: FileToPair, b: FileToPair): number {
  const [left, right] = [bigrams(a.name), bigrams(b.name)];
  const common = [...left].filter((pair) => right.has(pair)).length;
  const names = left.size + right.size === 0 ? 0 : (2 * common) / (left.size + right.size);
  const lengths = Math.min(a.paragraphs, b.paragraphs) / Math.max(1, a.paragraphs, b.paragraphs);
  return names + 0.3 * lengths;
}

/** What stands at a place exchanged with what stands at another; couples without any file fall away. */
export function exchanged<T>(couples: readonly Couple<T>[], from: Place, to: Place): Couple<T>[] {
  const rows = [
    ...couples,
    ...Array.from({ length: Math.max(0, to.row - couples.length + 1) }, (): Couple<T> => [null, null]),
  ];
  const at = ({ row, side }: Place): T | null => rows[row]![side];
  const [moving, there] = [at(from), at(to)];
  const put = ({ row, side }: Place, file: T | null): void => {
    const [source, target] = rows[row]!;
    rows[row] = side === 0 ? [file, target] : [source, file];
  };
  put(from, there);
  put(to, moving);
  return rows.filter(([source, target]) => source !== null || target !== null);
}

export interface Place {
  readonly row: number;
  readonly side: 0 | 1;
}

function bigrams(name: string): Set<string> {
  const text = name.toLowerCase().replace(/\.[^.]+$/, '');
  return new Set(Array.from({ length: Math.max(0, text.length - 1) }, (_, k) => text.slice(k, k + 2)));
}
