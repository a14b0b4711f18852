/**
 * What stands where two segments were made one. Whoever joins two sentences, or cuts one, leaves a mark at the place: a full
 * stop, a comma, a colon, a dash (common practice). A segment that has no more marks within than the two opposite it have is
 * likely the translation of one of them, and the other has none.
 */

/** Logs of how much likelier they go together than not: with a mark for each junction, and without. */
const [MARKED, BARE] = [0.5, -2];
/** Marks before a space, dashes between spaces, and those of scripts without spaces. */
const INNER = /[,;:.!?…)](?=\s)|\s[–—-]\s|[。、，；：！？]/gu;

export class Junctions {
  private readonly source: Uint8Array;
  private readonly target: Uint8Array;

  /** @param weight how much it says, 0 to 1: longer texts say themselves how they are cut */
  constructor(
    source: readonly string[],
    target: readonly string[],
    private readonly weight: number,
  ) {
    this.source = Uint8Array.from(source, marksIn);
    this.target = Uint8Array.from(target, marksIn);
  }

  /** Of passages of which one side is one segment and the other several; 0: of all others. Constant cost. */
  score(i: number, a: number, j: number, b: number): number {
    if ((a === 1) === (b === 1)) return 0;
    const one = a === 1 ? this.source[i]! : this.target[j]!;
    let several = 0;
    for (let k = 1; k <= Math.max(a, b); k++) several += a === 1 ? this.target[j + k - 1]! : this.source[i + k - 1]!;
    return this.weight * (one - several >= Math.max(a, b) - 1 ? MARKED : BARE);
  }
}

/** Marks within a text, without those at its end. */
function marksIn(text: string): number {
  const inside = text.replace(/(?<![\s\p{P}])[\s\p{P}]+$/u, '');
  return Math.min(255, inside.match(INNER)?.length ?? 0);
}
