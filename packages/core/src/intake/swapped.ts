/**
 * Rows whose two languages are exchanged. The columns themselves are the evidence: the letter groups of each column
 * are counted, and a row whose cells both fit the other column much better than their own is turned round. Works for
 * any two languages, also those that no identification knows; needs some hundred letters in each column.
 */
const PAIR = 2;
const GROUP = 3;
/** Natural logarithm of the odds that both cells together must give. */
const ENOUGH = 6;
/** Letter groups that a column must show before it can be judged. */
const LEAST = 300;

/** How often each group of letters stands in the texts of a language. */
export class LetterProfile {
  private readonly counts = new Map<string, number>();
  total = 0;

  add(text: string): void {
    for (const group of groups(text)) {
      this.counts.set(group, (this.counts.get(group) ?? 0) + 1);
      this.total++;
    }
  }

  /** @param own what the text itself has put into this profile: it does not speak for itself */
  share(group: string, own: number, kinds: number): number {
    return (Math.max(0, (this.counts.get(group) ?? 0) - own) + 0.1) / (this.total + 0.1 * kinds);
  }

  get kinds(): number {
    return this.counts.size;
  }
}

export class SwapFinder {
  private readonly left = new LetterProfile();
  private readonly right = new LetterProfile();
  private readonly once = new Map<string, number>();

  /** @param rows cells of the two columns, a sample of some thousand */
  constructor(rows: Iterable<readonly [string, string]>) {
    for (const [a, b] of rows) {
      if (a.trim() === b.trim()) continue;
      this.left.add(a);
      this.right.add(b);
    }
  }

  /** How strongly the row looks turned round: the logarithm of the odds; 0 where it cannot be told. */
  evidence(a: string, b: string): number {
    if (this.left.total < LEAST || this.right.total < LEAST || a.trim() === b.trim()) return 0;
    const left = counted(a);
    // Without what the row itself put into the other column the odds are lower still: most rows end here.
    if (this.oddsAlone(left) <= 1) return 0;
    const right = counted(b);
    const first = odds(left, right, this.right, this.left);
    const second = odds(right, left, this.left, this.right);
    // Both cells have to say so.
    return first > 1 && second > 1 ? first + second : 0;
  }

  /** `odds` of a text of the left column without its counterpart; what a group that stands in it once says is kept. */
  private oddsAlone(text: Counts): number {
    const kinds = Math.max(this.left.kinds, this.right.kinds);
    let sum = 0;
    for (const [group, count] of text) {
      let said = count === 1 ? this.once.get(group) : undefined;
      if (said === undefined) {
        said = Math.log(this.right.share(group, 0, kinds) / this.left.share(group, count, kinds));
        if (count === 1) this.once.set(group, said);
      }
      sum += count * said;
    }
    return sum / PAIR;
  }

  isSwapped(a: string, b: string): boolean {
    return this.evidence(a, b) >= ENOUGH;
  }
}

/** For a text that was added to `home`: the logarithm of the odds that it is of `other`. */
export function oddsOfOther(text: string, other: LetterProfile, home: LetterProfile): number {
  return odds(counted(text), NONE, other, home);
}

type Counts = ReadonlyMap<string, number>;
const NONE: Counts = new Map();

/**
 * For a text that stands in `home`: how much better it fits `other`. What the row itself has put into the two columns
 * does not count, so that a name which occurs once and is nearly the same in both says nothing.
 */
function odds(text: Counts, counterpart: Counts, other: LetterProfile, home: LetterProfile): number {
  const kinds = Math.max(other.kinds, home.kinds);
  let sum = 0;
  for (const [group, count] of text)
    sum += count * Math.log(other.share(group, counterpart.get(group) ?? 0, kinds) / home.share(group, count, kinds));
  // Neighbouring groups overlap and are no independent evidence.
  return sum / PAIR;
}

function counted(text: string): Counts {
  const counts = new Map<string, number>();
  for (const group of groups(text)) counts.set(group, (counts.get(group) ?? 0) + 1);
  return counts;
}

function groups(text: string): string[] {
  const found: string[] = [];
  for (const word of text.toLowerCase().match(/[\p{L}\p{M}]+/gu) ?? []) {
    const padded = ` ${word} `;
    for (let i = 0; i + GROUP <= padded.length; i++) found.push(padded.slice(i, i + GROUP));
  }
  return found;
}
