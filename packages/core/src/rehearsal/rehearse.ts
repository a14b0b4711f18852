/**
 * What a kit is worth for documents: each segment with its class and score. In this order: the repetition of an earlier
 * segment (of this or an earlier document), exact in context (a neighbour equal too), exact, then by score; of equal scores
 * the resource of the higher rank.
 */
import { MemoryIndex } from '../memory/match/memory-index.js';
import { isInContext, keyOfText, type KitMemory, type KitPair } from './kit-memory.js';
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
  private readonly earlier = new Map<string, number>();
  private readonly index = new MemoryIndex();
  /** Segment of each text of the index. */
  private readonly own: number[] = [];

  /**
   * @param memories in the order of their ranks, the first first
   * @param threshold points, 1 to 100; nothing below is a match
   */
  constructor(
    private readonly memories: readonly KitMemory[],
    private readonly threshold: number,
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
    const key = text;
    const repeated = this.earlier.get(key);
    if (repeated !== undefined)
      return {
        class: 'repetition',
        score: 100,
        matches,
        byMemory: firsts,
        like: { segment: repeated, score: 100 },
      };
    this.earlier.set(key, at);
    const [best] = matches;
    const [near] = this.index.find(text, { threshold: Math.max(this.threshold, best?.score ?? 0), limit: 1 });
    this.index.add(text);
    this.own.push(at);
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
