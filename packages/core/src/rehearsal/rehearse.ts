/**
 * What a kit is worth for documents: each segment with its class and score. In this order: the repetition of an earlier
 * segment (of this or an earlier document), exact in context (a neighbour equal too), exact, then by score; of equal scores
 * the resource of the higher rank.
 */
import { isInContext, keyOfText, type KitMemory, type KitPair, type SoughtTexts } from './kit-memory.js';
import type { DocumentSegment } from './segment.js';

export type SegmentClass = 'context' | 'exact' | 'near' | 'fuzzy' | 'none' | 'repetition';

export interface Match extends KitPair {
  /** Which of the kit's memories, from 0. */
  readonly memory: number;
  /** What the resource takes off is off; 0 to 100. */
  readonly score: number;
  readonly inContext: boolean;
}

export interface Rehearsed {
  readonly class: SegmentClass;
  /** Of the best match; 100 for a repetition, 0 where there is none. */
  readonly score: number;
  /** Best first; at most five. */
  readonly matches: readonly Match[];
  /** The best of each memory; null: none at the threshold. For what each of them brings. */
  readonly byMemory: readonly (Match | null)[];
  /** The earlier segment that this one repeats, or is nearer to than to all that the kit has. */
  readonly like: { readonly segment: number; readonly score: number } | null;
}

/** Points from which a match is near: it differs in numbers, codes, marks or capitals only. */
export const NEAR = 95;
const BEST = 5;

/** Rehearses segment by segment; O(log of the kit's size) each in practice. */
export class Rehearsal {
  /** The first segment of each text. */
  private readonly earlier = new Map<string, number>();
  /** The same by the number of the sought text. */
  private readonly own: number[] = [];

  /**
   * @param memories in the order of their ranks, the first first
   * @param sought the texts of the segments, in their order
   */
  constructor(
    private readonly memories: readonly KitMemory[],
    private readonly sought: SoughtTexts,
  ) {}

  /** All segments in order. @yields one for each */
  *of(segments: readonly DocumentSegment[]): Generator<Rehearsed> {
    for (const [i, segment] of segments.entries()) {
      const beside = (at: number): string =>
        segments[at]?.document === segment.document ? keyOfText(segments[at].text) : '';
      yield this.one(segment, i, beside(i - 1), beside(i + 1));
    }
  }

  private one({ text, isApart, language }: DocumentSegment, at: number, before: string, after: string): Rehearsed {
    if (isApart || language !== null)
      return { class: 'none', score: 0, matches: [], byMemory: this.nothing, like: null };
    const byMemory = this.memories.map((memory, i) => this.bestOf(memory, i, text, before, after));
    const matches = byMemory
      .flat()
      .sort((a, b) => b.score - a.score || Number(b.inContext) - Number(a.inContext) || a.memory - b.memory)
      .slice(0, BEST);
    const firsts = byMemory.map(([first]) => first ?? null);
    const repeated = this.earlier.get(text);
    if (repeated !== undefined)
      return {
        class: 'repetition',
        score: 100,
        matches,
        byMemory: firsts,
        like: { segment: repeated, score: 100 },
      };
    this.earlier.set(text, at);
    const [best] = matches;
    const number = this.sought.number(text)!;
    this.own[number] = at;
    const near = this.sought.nearestBefore(number, text, Math.max(this.sought.threshold, best?.score ?? 0));
    const like = near && near.score > (best?.score ?? 0) ? { segment: this.own[near.id]!, score: near.score } : null;
    return { class: classOf(best), score: best?.score ?? 0, matches, byMemory: firsts, like };
  }

  private bestOf(memory: KitMemory, rank: number, text: string, before: string, after: string): Match[] {
    return memory
      .matchesOf(text)
      .map(({ source, target, number, id, isBridged, ...match }): Match => {
        const inContext = match.score === 100 && isInContext(match, { before, after });
        const score = Math.max(0, match.score - memory.offPoints);
        return { source, target, number, id, isBridged, memory: rank, score, inContext };
      })
      .sort((a, b) => b.score - a.score || Number(b.inContext) - Number(a.inContext))
      .slice(0, BEST);
  }

  private get nothing(): null[] {
    return this.memories.map(() => null);
  }
}

function classOf(best: Match | undefined): SegmentClass {
  if (!best) return 'none';
  if (best.score === 100) return best.inContext ? 'context' : 'exact';
  return best.score >= NEAR ? 'near' : 'fuzzy';
}
