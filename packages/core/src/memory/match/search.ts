/**
 * The best matches of a segment among a million, none lost. Candidates come from an inverted index of token keys.
 *
 * Tokens of different keys have nothing in common (see `score.ts`), so the distance of two segments is at least the
 * weight of the heavier one minus the weight of the keys they share, and a match of at least t needs shared weight of at
 * least t × the heavier one. Whoever matches therefore has one of the rarest keys of the query: those without which the
 * rest weighs less than that (prefix filtering, Chaudhuri, Ganti & Kaushik 2006). Only their lists are gone through; what
 * they find is verified in the order of its bound until no bound is better than what was found.
 */
import { matchScore } from './score.js';
import { totalWeight, weightOf, type Token } from './tokens.js';

/** What an index has to give. Ids are small whole numbers from 0. */
export interface MatchSource {
  /** How many units have the key, at least. */
  frequency(key: string): number;
  /** Units that have the key; an id may come twice or be out of date: bounds may be too high, never too low. */
  postings(key: string): Uint32Array;
  /** Weight of the segment; NaN where it is gone. */
  weight(id: number): number;
  /** One more than the highest id. */
  readonly size: number;
  tokens(id: number): readonly Token[] | null;
}

export interface Found {
  readonly id: number;
  /** 0 to 100. */
  readonly score: number;
}

export interface SearchOptions {
  /** Points, over 0. */
  readonly threshold: number;
  readonly limit: number;
}

interface Key {
  readonly key: string;
  readonly weight: number;
  readonly frequency: number;
}

/** Lists longer than this are looked into for candidates only, not gone through. */
const LONG = 4096;

export class MatchSearch {
  private shared: Float32Array;
  private touched: Uint32Array;

  constructor(private readonly source: MatchSource) {
    this.shared = new Float32Array(Math.max(16, source.size));
    this.touched = new Uint32Array(Math.max(16, source.size));
  }

  /** Best first; equal ones in the order of their ids. */
  find(query: readonly Token[], { threshold, limit }: SearchOptions): Found[] {
    const { source } = this;
    if (source.size > this.shared.length) {
      this.shared = new Float32Array(source.size * 2);
      this.touched = new Uint32Array(source.size * 2);
    }
    const weight = totalWeight(query);
    const least = Math.max(0.01, threshold) / 100;
    const keys = this.keysOf(query);
    let rest = keys.reduce((sum, key) => sum + key.weight, 0);
    if (rest === 0) return [];
    let count = 0;
    let next = 0;
    for (; next < keys.length && rest >= least * weight - 1e-6; next++) {
      const { key, weight: own } = keys[next]!;
      rest -= own;
      for (const id of source.postings(key)) {
        if (this.shared[id] === 0) this.touched[count++] = id;
        this.shared[id]! += own;
      }
    }
    let candidates = this.candidates(count, weight, least, rest);
    // The frequent keys only sharpen the bounds of what is left.
    for (; next < keys.length && candidates.length > 50; next++) {
      const { key, weight: own, frequency } = keys[next]!;
      rest -= own;
      this.sharpen(candidates, source.postings(key), own, frequency);
      candidates = candidates.filter((id) => this.bound(id, weight, rest) >= least - 1e-6);
    }
    const found = this.verified(query, candidates, weight, rest, threshold, limit);
    for (let i = 0; i < count; i++) this.shared[this.touched[i]!] = 0;
    return found;
  }

  private keysOf(query: readonly Token[]): Key[] {
    const weights = new Map<string, number>();
    for (const { key, kind } of query) {
      const own = weightOf(kind);
      if (own > 0) weights.set(key, (weights.get(key) ?? 0) + own);
    }
    return [...weights]
      .map(([key, weight]) => ({ key, weight, frequency: this.source.frequency(key) }))
      .sort((a, b) => a.frequency - b.frequency);
  }

  private candidates(count: number, weight: number, least: number, rest: number): number[] {
    const kept: number[] = [];
    for (let i = 0; i < count; i++) {
      const id = this.touched[i]!;
      if (this.bound(id, weight, rest) >= least - 1e-6) kept.push(id);
    }
    return kept;
  }

  /** The share that the score cannot exceed. */
  private bound(id: number, weight: number, rest: number): number {
    const own = this.source.weight(id);
    const heavier = Math.max(own, weight);
    return Math.min(this.shared[id]! + rest, own, weight) / heavier;
  }

  private sharpen(candidates: readonly number[], postings: Uint32Array, own: number, frequency: number): void {
    if (frequency < LONG || candidates.length > postings.length / 16) {
      const wanted = new Set(candidates);
      for (const id of postings) if (wanted.delete(id)) this.shared[id]! += own;
      return;
    }
    for (const id of candidates) if (has(postings, id)) this.shared[id]! += own;
  }

  private verified(
    query: readonly Token[],
    candidates: readonly number[],
    weight: number,
    rest: number,
    threshold: number,
    limit: number,
  ): Found[] {
    const bounds = candidates.map((id) => ({ id, bound: this.bound(id, weight, rest) * 100 }));
    bounds.sort((a, b) => b.bound - a.bound || a.id - b.id);
    const found: Found[] = [];
    for (const { id, bound } of bounds) {
      const worst = found.length < limit ? threshold : found.at(-1)!.score;
      // A bound of 100 stands for 99 and less as well; it is rounded up by nothing else.
      if (bound < worst - 1e-3 || (found.length >= limit && bound <= worst)) break;
      const tokens = this.source.tokens(id);
      if (!tokens) continue;
      const score = matchScore(query, tokens, worst);
      if (score < threshold || (found.length >= limit && score <= worst)) continue;
      found.push({ id, score });
      found.sort((a, b) => b.score - a.score || a.id - b.id);
      if (found.length > limit) found.pop();
    }
    return found;
  }
}

/** By halving; the list is ascending but for what was added later, which stands at its end and is looked through. */
function has(sorted: Uint32Array, id: number): boolean {
  let low = 0;
  let high = sorted.length - 1;
  while (low <= high) {
    const middle = (low + high) >> 1;
    const value = sorted[middle]!;
    if (value === id) return true;
    if (value < id) low = middle + 1;
    else high = middle - 1;
  }
  return false;
}
