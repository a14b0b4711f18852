/**
 * Which word of one language stands for which of another, learned from pairs of texts that are certain: IBM Model 1 (Brown,
 * Della Pietra, Della Pietra & Mercer 1993, Computational Linguistics 19:2) in both directions.
 */

const WORD = /[\p{L}\p{M}\p{N}]+/gu;
const ROUNDS = 4;
/** Share of a word that its counterparts explain; the rest comes by chance. */
const EXPLAINED = 0.9;
/** A word that was never seen comes as often as this. */
const UNSEEN = 1e-5;
/** Texts with more words teach little about any of them. */
const LONGEST = 40;
/** A word that stands on both sides: a name, a number, a placeholder. */
const SAME = 0.8;

export const wordsOf = (text: string): string[] => text.toLowerCase().match(WORD) ?? [];

type Table = Map<string, Map<string, number>>;

export class WordPairs {
  private readonly forward: Table;
  private readonly backward: Table;
  private readonly left: Map<string, number>;
  private readonly right: Map<string, number>;

  /** @param pairs some ten thousand teach enough; cost: the words of each side times those of the other, some times */
  constructor(pairs: readonly (readonly [string, string])[]) {
    const all = pairs
      .map(([a, b]) => [wordsOf(a), wordsOf(b)] as const)
      .filter(([a, b]) => a.length > 0 && b.length > 0 && a.length <= LONGEST && b.length <= LONGEST);
    this.forward = learned(all);
    this.backward = learned(all.map(([a, b]) => [b, a]));
    this.left = shares(all.map(([a]) => a));
    this.right = shares(all.map(([, b]) => b));
  }

  /** The logarithm of how much more likely the texts are as translations of each other than by chance; 0: nothing says. */
  evidence(a: string, b: string): number {
    const [x, y] = [wordsOf(a), wordsOf(b)];
    return (explained(x, y, this.forward, this.right) + explained(y, x, this.backward, this.left)) / 2;
  }
}

/** How much better the words of `to` are explained by those of `from` than by their own frequency. */
function explained(
  from: readonly string[],
  to: readonly string[],
  table: Table,
  background: ReadonlyMap<string, number>,
): number {
  let sum = 0;
  for (const word of to) {
    const chance = background.get(word) ?? UNSEEN;
    let best = 0;
    for (const other of from) best = Math.max(best, other === word ? SAME : (table.get(other)?.get(word) ?? 0));
    sum += Math.log((EXPLAINED * best + (1 - EXPLAINED) * chance) / chance);
  }
  return sum;
}

function learned(pairs: readonly (readonly [readonly string[], readonly string[]])[]): Table {
  let table: Table = new Map();
  for (let round = 0; round < ROUNDS; round++) {
    const counts: Table = new Map();
    for (const [from, to] of pairs)
      for (const word of to) {
        let sum = 0;
        const weights = from.map((other) => {
          const weight = round === 0 ? 1 : (table.get(other)?.get(word) ?? 0);
          sum += weight;
          return weight;
        });
        if (sum === 0) continue;
        for (const [i, other] of from.entries()) {
          const share = weights[i]! / sum;
          if (share < 1e-3) continue;
          let row = counts.get(other);
          if (!row) counts.set(other, (row = new Map()));
          row.set(word, (row.get(word) ?? 0) + share);
        }
      }
    for (const row of counts.values()) {
      let total = 0;
      // What was seen once proves little (absolute discounting, Ney, Essen & Kneser 1994).
      for (const count of row.values()) total += count;
      for (const [word, count] of row) row.set(word, Math.max(0, count - (round === ROUNDS - 1 ? 0.5 : 0)) / total);
    }
    table = counts;
  }
  return table;
}

function shares(texts: readonly (readonly string[])[]): Map<string, number> {
  const counts = new Map<string, number>();
  let total = 0;
  for (const text of texts)
    for (const word of text) {
      counts.set(word, (counts.get(word) ?? 0) + 1);
      total++;
    }
  for (const [word, count] of counts) counts.set(word, count / total);
  return counts;
}
