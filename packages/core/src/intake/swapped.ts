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
  private readonly alone = new OddsAlone(this.left, this.right);

  /** @param rows cells of the two columns, a sample of some thousand */
  constructor(rows: Iterable<readonly [string, string]>) {
    for (const [a, b] of rows) {
      if (a.trim() === b.trim()) continue;
      this.left.add(a);
      this.right.add(b);
    }
  }

  /** Whether both columns have enough text to be judged by. */
  get knowsEnough(): boolean {
    return this.left.total >= LEAST && this.right.total >= LEAST;
  }

  /** How strongly the row looks turned round: the logarithm of the odds; 0 where it cannot be told. */
  evidence(a: string, b: string): number {
    if (!this.knowsEnough || a.trim() === b.trim()) return 0;
    // Without what the row itself put into the other column the odds are lower still: most rows end here.
    if (this.alone.of(a) <= 1) return 0;
    const left = counted(a);
    const right = counted(b);
    const first = odds(left, right, this.right, this.left);
    const second = odds(right, left, this.left, this.right);
    // Both cells have to say so.
    return first > 1 && second > 1 ? first + second : 0;
  }

  isSwapped(a: string, b: string): boolean {
    return this.evidence(a, b) >= ENOUGH;
  }
}

/** Words whose groups are kept; a list of any length has its common words among the last so many. */
const WORDS_KEPT = 100_000;

/**
 * The odds of a text of the left column without its counterpart. It is asked for every row, so groups are numbered, the
 * groups of a word are kept, and so is what a group says that stands in the text once.
 */
class OddsAlone {
  private readonly numbers = new Map<string, number>();
  private readonly texts: string[] = [];
  private readonly once: number[] = [];
  /** By group, while a text is counted. */
  private readonly counts: number[] = [];
  private readonly words = new Map<string, readonly number[]>();

  constructor(
    private readonly left: LetterProfile,
    private readonly right: LetterProfile,
  ) {}

  /** The logarithm of the odds that the text is of the right column. */
  of(text: string): number {
    const { counts } = this;
    const seen: number[] = [];
    for (const word of smallWords(text))
      for (const group of this.groupsOf(word)) if (counts[group]!++ === 0) seen.push(group);
    let sum = 0;
    for (const group of seen) {
      const count = counts[group]!;
      counts[group] = 0;
      sum += count === 1 ? (this.once[group] ??= this.said(group, 1)) : count * this.said(group, count);
    }
    return sum / PAIR;
  }

  private said(group: number, count: number): number {
    const kinds = Math.max(this.left.kinds, this.right.kinds);
    const text = this.texts[group]!;
    return Math.log(this.right.share(text, 0, kinds) / this.left.share(text, count, kinds));
  }

  private groupsOf(word: string): readonly number[] {
    let found = this.words.get(word);
    if (found) return found;
    if (this.words.size >= WORDS_KEPT) this.words.clear();
    found = groupsOfWord(word).map((group) => {
      let number = this.numbers.get(group);
      if (number === undefined) {
        this.numbers.set(group, (number = this.texts.length));
        this.texts.push(group);
        this.counts.push(0);
      }
      return number;
    });
    this.words.set(word, found);
    return found;
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
  return smallWords(text).flatMap(groupsOfWord);
}

function smallWords(text: string): readonly string[] {
  return text.toLowerCase().match(/[\p{L}\p{M}]+/gu) ?? [];
}

function groupsOfWord(word: string): string[] {
  const padded = ` ${word} `;
  const found: string[] = [];
  for (let i = 0; i + GROUP <= padded.length; i++) found.push(padded.slice(i, i + GROUP));
  return found;
}
