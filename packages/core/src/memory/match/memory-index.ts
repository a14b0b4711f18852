/** An index of segments in memory, for a file that is matched from a terminal. */
import { CODE } from '../../text/inline-codes.js';
import { MatchSearch, type Found, type MatchSource, type SearchOptions } from './search.js';
import { tokensOf, totalWeight, type Token } from './tokens.js';

const EMPTY = new Uint32Array(0);

/** Some 250 bytes for each segment beside its text. */
export class MemoryIndex implements MatchSource {
  private readonly texts: string[] = [];
  private readonly weights: number[] = [];
  private readonly lists = new Map<string, number[]>();
  private readonly packed = new Map<string, Uint32Array>();
  private search: MatchSearch | null = null;

  /** Gives back its id, from 0. */
  add(text: string): number {
    const id = this.texts.length;
    const tokens = tokensOf(text);
    this.texts.push(text);
    this.weights.push(totalWeight(tokens));
    for (const key of new Set(tokens.map((token) => token.key))) {
      if (key === CODE) continue;
      const list = this.lists.get(key);
      if (list) list.push(id);
      else this.lists.set(key, [id]);
    }
    return id;
  }

  find(text: string, options: SearchOptions): Found[] {
    this.search ??= new MatchSearch(this);
    return this.search.find(tokensOf(text), options);
  }

  get size(): number {
    return this.texts.length;
  }

  frequency(key: string): number {
    return this.lists.get(key)?.length ?? 0;
  }

  postings(key: string): Uint32Array {
    const list = this.lists.get(key);
    if (!list) return EMPTY;
    let packed = this.packed.get(key);
    if (packed?.length !== list.length) this.packed.set(key, (packed = Uint32Array.from(list)));
    return packed!;
  }

  weight(id: number): number {
    return this.weights[id] ?? NaN;
  }

  tokens(id: number): readonly Token[] {
    return tokensOf(this.texts[id]!);
  }
}
