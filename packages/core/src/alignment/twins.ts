/** Segments that read the same in both texts: names, codes, figures, headings of one language mode. */

/** Log of how much likelier they are together than apart, beyond what their words say. */
const TOGETHER = 1;
/** Log of how rarely such a segment is only a part of a larger passage. */
const PART_OF_MORE = -4;

export class Twins {
  /** A number for each text that stands on both sides; 0: on its own side only. */
  private readonly source: Int32Array;
  private readonly target: Int32Array;

  constructor(source: readonly string[], target: readonly string[]) {
    const there = new Set(target);
    const numbers = new Map<string, number>();
    for (const text of source) if (there.has(text) && !numbers.has(text)) numbers.set(text, numbers.size + 1);
    const numbered = (texts: readonly string[]): Int32Array => Int32Array.from(texts, (text) => numbers.get(text) ?? 0);
    this.source = numbered(source);
    this.target = numbered(target);
  }

  /**
   * For pairs that read the same; against passages of several segments in which two read the same: those are a pair, and
   * the rest is something else.
   */
  score(i: number, a: number, j: number, b: number): number {
    if (a + b === 2) return this.source[i] !== 0 && this.source[i] === this.target[j] ? TOGETHER : 0;
    for (let k = i; k < i + a; k++) {
      const twin = this.source[k]!;
      if (twin === 0) continue;
      for (let other = j; other < j + b; other++) if (this.target[other] === twin) return PART_OF_MORE;
    }
    return 0;
  }
}
